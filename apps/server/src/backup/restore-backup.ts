import { Client } from 'pg'
import { Sequelize } from 'sequelize-typescript'
import { migrate, upgradeState } from '../database/migrate.js'
import { BackupRefused, fileOf } from './manifest.js'
import { openBackup, type Backup } from './read-backup.js'
import { quoted, tablesOf, type Table } from './tables.js'

/** Schema in which a backup is built up beside the shop. */
export const STAGE = 'restoring'
export const SHOP = 'public'

/** Bytes of lines per insert. */
const BATCH_BYTES = 1_000_000

/** Result of a restore: rows by table. */
export interface Restored {
  readonly madeAt: string
  readonly rows: Readonly<Record<string, number>>
}

/**
 * Restores a backup into a database without a shop, or in place of its shop. The backup is checked first, then built up in a schema of its own
 * and upgraded to this version; the two schemas change places in one transaction. Throws `BackupRefused` and changes nothing if the backup is
 * damaged or newer, or if there is a shop and `replace` is not set.
 */
export async function restoreBackup(source: string | Buffer, databaseUrl: string, { replace = false } = {}): Promise<Restored> {
  return staged(source, databaseUrl, async (client, backup) => {
    if (!replace && (await tablesOf(client, SHOP)).length > 0)
      throw new BackupRefused('There is a shop in this database already. Merge the backup, or replace the shop.')
    await client.query('BEGIN')
    await client.query(`DROP SCHEMA IF EXISTS ${SHOP} CASCADE`)
    await client.query(`ALTER SCHEMA ${STAGE} RENAME TO ${SHOP}`)
    await client.query('COMMIT')
    const rows = Object.entries(backup.manifest.files).map(([name, file]) => [name.replace(/\.jsonl$/, ''), file.rows] as const)
    return { madeAt: backup.manifest.madeAt, rows: Object.fromEntries(rows) }
  })
}

/** Builds a backup up in its own schema and works with it. Whatever happens, that schema is gone afterwards. */
export async function staged<T>(
  source: string | Buffer,
  databaseUrl: string,
  work: (client: Client, backup: Backup) => Promise<T>,
): Promise<T> {
  const backup = await openBackup(source)
  const client = new Client({ connectionString: databaseUrl, application_name: 'restore' })
  try {
    await client.connect()
    await client.query('SET statement_timeout = 0; SET idle_in_transaction_session_timeout = 0')
    await client.query(`DROP SCHEMA IF EXISTS ${STAGE} CASCADE; CREATE SCHEMA ${STAGE}`)
    // The backup brings its own change log.
    await client.query(`SET plucky.log = 'off'`)
    await build(backup, client, databaseUrl)
    await client.query(`RESET plucky.log`)
    return await work(client, backup)
  } finally {
    backup.close()
    await client.query(`ROLLBACK; DROP SCHEMA IF EXISTS ${STAGE} CASCADE`).catch(() => undefined) // the connection is lost: dropped at the next restore
    await client.end()
  }
}

async function build(backup: Backup, client: Client, databaseUrl: string): Promise<void> {
  const { migrations, files } = backup.manifest
  const staging = new Sequelize(databaseUrl, {
    dialect: 'postgres',
    logging: false,
    dialectOptions: { options: `-c search_path=${STAGE}` },
  })
  try {
    const { done, pending } = await upgradeState(databaseUrl)
    const known = new Set([...done, ...pending])
    if (migrations.some((name) => !known.has(name))) throw new BackupRefused('This backup was made by a newer version. Upgrade first.')
    await migrate(staging, migrations.at(-1))
    const tables = await tablesOf(client, STAGE)
    const homeless = Object.keys(files).find((name) => !tables.some((table) => fileOf(table.name) === name))
    if (homeless !== undefined) throw new BackupRefused(`The backup was changed: ${homeless} does not belong to it.`)
    // Tables that are no part of a backup may refer to these; they are empty here.
    await client.query(`TRUNCATE ${tables.map(({ name }) => at(name)).join(', ')} CASCADE`)
    for (const table of tables) await load(client, table, backup)
    await setSequences(client, STAGE)
    await migrate(staging)
  } finally {
    await staging.close()
  }
}

const at = (table: string): string => `${STAGE}.${quoted(table)}`

async function load(client: Client, { name, columns }: Table, backup: Backup): Promise<void> {
  const listed = columns.map(quoted).join(', ')
  const insert = async (lines: readonly string[]) =>
    client.query(`INSERT INTO ${at(name)} (${listed}) SELECT ${listed} FROM jsonb_populate_recordset(NULL::${at(name)}, $1::jsonb)`, [
      `[${lines.join(',')}]`,
    ])
  let batch: string[] = []
  let bytes = 0
  for await (const line of backup.lines(fileOf(name))) {
    batch.push(line)
    bytes += line.length
    if (bytes < BATCH_BYTES) continue
    await insert(batch)
    ;[batch, bytes] = [[], 0]
  }
  if (batch.length > 0) await insert(batch)
}

/** Sets each sequence of a schema to the greatest number in its column. */
export async function setSequences(client: Client, schema: string): Promise<void> {
  const { rows } = await client.query<{ sequence: string; table: string; column: string }>(
    `SELECT s.relname AS sequence, t.relname AS table, a.attname AS column FROM pg_class s
     JOIN pg_namespace n ON n.oid = s.relnamespace AND n.nspname = $1
     JOIN pg_depend d ON d.objid = s.oid AND d.deptype IN ('a', 'i') AND d.refclassid = 'pg_class'::regclass
     JOIN pg_class t ON t.oid = d.refobjid
     JOIN pg_attribute a ON a.attrelid = t.oid AND a.attnum = d.refobjsubid
     WHERE s.relkind = 'S'`,
    [schema],
  )
  for (const { sequence, table, column } of rows) {
    const of = (name: string) => `${quoted(schema)}.${quoted(name)}`
    await client.query(`SELECT setval($1, greatest(1, max(${quoted(column)})), max(${quoted(column)}) IS NOT NULL) FROM ${of(table)}`, [
      of(sequence),
    ])
  }
}
