import type { NestExpressApplication } from '@nestjs/platform-express'
import { randomBytes } from 'node:crypto'
import { setTimeout as wait } from 'node:timers/promises'
import { Client } from 'pg'
import type { AccessSettings } from '../access/settings.js'
import { createApplication, upgrade } from '../application.js'
import type { Disk } from '../disk/disk.js'

/** The cluster that `npm test` brings; each suite makes a database of its own in it. */
function clusterUrl(): string {
  const url = process.env['PLUCKY_TEST_CLUSTER']
  if (!url)
    throw new Error(
      'The server is tested against a real PostgreSQL: run "npm test", or set PLUCKY_TEST_CLUSTER to one that may be written to.',
    )
  return url
}

export interface ScratchDatabase {
  readonly databaseUrl: string
  drop(): Promise<void>
}

const urlOf = (name: string) => clusterUrl().replace(/\/[^/]*$/, `/${name}`)

/** Database that suites copy: migrated and with the demo shop. One per run of Jest. */
const MODEL = `model_${process.ppid}`
/** Advisory lock of those who make or copy the model. */
const MODEL_LOCK = 7_236_001

/** Creates an empty database for one suite, or a copy of the model. */
export async function scratchDatabase({ filled = false } = {}): Promise<ScratchDatabase> {
  const cluster = new Client({ connectionString: clusterUrl() })
  await cluster.connect()
  const name = `t_${randomBytes(6).toString('hex')}`
  if (filled) await copyModel(cluster, name)
  else await cluster.query(`CREATE DATABASE ${name}`)
  return {
    databaseUrl: urlOf(name),
    async drop() {
      await cluster.query(`DROP DATABASE ${name} WITH (FORCE)`)
      await cluster.end()
    },
  }
}

/** Copies the model, which the first suite makes. */
async function copyModel(cluster: Client, name: string): Promise<void> {
  await cluster.query('SELECT pg_advisory_lock($1)', [MODEL_LOCK])
  try {
    const { rowCount } = await cluster.query('SELECT 1 FROM pg_database WHERE datname = $1', [MODEL])
    if (!rowCount) {
      await cluster.query(`CREATE DATABASE ${MODEL}_unfinished`)
      await upgrade(urlOf(`${MODEL}_unfinished`))
      await cluster.query(`ALTER DATABASE ${MODEL}_unfinished RENAME TO ${MODEL}`)
    }
    await cluster.query(`CREATE DATABASE ${name} TEMPLATE ${MODEL}`)
  } finally {
    await cluster.query('SELECT pg_advisory_unlock($1)', [MODEL_LOCK])
  }
}

export interface Scratch {
  readonly app: NestExpressApplication
  readonly databaseUrl: string
  query(sql: string): Promise<Record<string, unknown>[]>
  /** Waits until no job is marked, at most half a minute. */
  allRated(): Promise<void>
  close(): Promise<void>
}

/** The application over a database of its own, made for one suite. */
export async function scratchApplication(
  disk?: Disk,
  settings: { readonly access?: AccessSettings; readonly webFolder?: string; readonly metricsToken?: string } = {},
): Promise<Scratch> {
  const { databaseUrl, drop } = await scratchDatabase({ filled: true })
  const app = await createApplication({ databaseUrl, log: false, ...(disk ? { disk } : {}), ...settings })
  await app.init()
  const direct = new Client({ connectionString: databaseUrl, application_name: 'direct' })
  await direct.connect()
  const query = async (sql: string) => (await direct.query(sql)).rows as Record<string, unknown>[]
  return {
    app,
    databaseUrl,
    query,
    async allRated() {
      for (let i = 0; i < 600; i++) {
        const [row] = await query('SELECT count(*)::int AS left FROM jobs WHERE NOT judged')
        if (row?.['left'] === 0) return
        await wait(50)
      }
      throw new Error('Jobs were not rated.')
    },
    async close() {
      await direct.end()
      await app.close()
      await drop()
    },
  }
}
