import type { NestExpressApplication } from '@nestjs/platform-express'
import { randomBytes } from 'node:crypto'
import { setTimeout as wait } from 'node:timers/promises'
import { Client } from 'pg'
import type { AccessSettings } from '../access/settings.js'
import { createApplication } from '../application.js'
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

/** Creates an empty database for one suite. */
export async function scratchDatabase(): Promise<ScratchDatabase> {
  const cluster = new Client({ connectionString: clusterUrl() })
  await cluster.connect()
  const name = `t_${randomBytes(6).toString('hex')}`
  await cluster.query(`CREATE DATABASE ${name}`)
  return {
    databaseUrl: clusterUrl().replace(/\/[^/]*$/, `/${name}`),
    async drop() {
      await cluster.query(`DROP DATABASE ${name} WITH (FORCE)`)
      await cluster.end()
    },
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
  const { databaseUrl, drop } = await scratchDatabase()
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
