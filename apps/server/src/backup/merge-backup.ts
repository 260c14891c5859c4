import type { Client } from 'pg'
import { setSequences, SHOP, STAGE, staged } from './restore-backup.js'
import { quoted, tablesOf, type Table } from './tables.js'

/** Items of one kind: those that a merge adds, and those that differ and stay as they are in the shop. By id. */
interface MergedItems {
  readonly added: readonly string[]
  readonly kept: readonly string[]
}

/** A job that a merge adds, with its number in the shop. */
interface MergedJob {
  readonly number: number
  readonly becomes: number
  readonly name: string
}

/** What a merge does, or would do. */
export interface Merge {
  readonly madeAt: string
  readonly items: Readonly<Record<string, MergedItems>>
  readonly jobs: readonly MergedJob[]
  /** Number of jobs that the shop has already, with the same content. */
  readonly sameJobs: number
}

/** Tables of the shelf and of suppliers. */
const ITEMS = ['units', 'parts', 'operations', 'kits', 'suppliers'] as const

/**
 * Adds the items and jobs of a backup that the shop does not have, in one transaction; with `preview` only says what it would add. Nothing in the
 * shop is overwritten: an item with other values stays as it is, and a job whose number is taken by another gets a new number. Settings of the
 * shop and changes of its shelf are not merged. Throws `BackupRefused` if the backup is damaged or newer.
 */
export async function mergeBackup(source: string | Buffer, databaseUrl: string, { preview = false } = {}): Promise<Merge> {
  return staged(source, databaseUrl, async (client, { manifest: { madeAt } }) => {
    // Saves wait until the numbers of the added jobs are known.
    await client.query(`BEGIN; LOCK TABLE ${SHOP}.jobs IN SHARE ROW EXCLUSIVE MODE`)
    const tables = await tablesOf(client, SHOP)
    const items: Record<string, MergedItems> = {}
    for (const name of ITEMS) items[name] = await mergeItems(client, name)
    for (const name of ['photos', 'supplier_numbers']) await insertMissing(client, tableNamed(tables, name))
    const { jobs, sameJobs } = await mergeJobs(client, tableNamed(tables, 'jobs'))
    // Tables that belong to jobs.
    for (const table of tables.filter(
      ({ name, columns, key }) => key[0] === 'job_number' && columns.includes('job_number') && name !== 'jobs',
    ))
      await insertOfJobs(client, table)
    await setSequences(client, SHOP)
    await client.query(preview ? 'ROLLBACK' : 'COMMIT')
    return { madeAt, items, jobs, sameJobs }
  })
}

function tableNamed(tables: readonly Table[], name: string): Table {
  const table = tables.find((each) => each.name === name)
  if (!table) throw new Error(`The table ${name} is missing.`)
  return table
}

const listOf = ({ columns }: Table): string => columns.map(quoted).join(', ')

/** Inserts the rows of the backup whose key the shop does not have. */
const insertMissing = async (client: Client, table: Table) =>
  client.query(
    `INSERT INTO ${SHOP}.${quoted(table.name)} (${listOf(table)}) SELECT ${listOf(table)} FROM ${STAGE}.${quoted(table.name)} ON CONFLICT DO NOTHING`,
  )

async function mergeItems(client: Client, name: string): Promise<MergedItems> {
  const table = quoted(name)
  const kept = await client.query<{ id: string }>(
    `SELECT id FROM ${STAGE}.${table} AS theirs JOIN ${SHOP}.${table} AS own USING (id) WHERE own.body <> theirs.body ORDER BY id`,
  )
  const added = await client.query<{ id: string }>(
    `INSERT INTO ${SHOP}.${table} (id, version, body) SELECT id, version, body FROM ${STAGE}.${table} ON CONFLICT DO NOTHING RETURNING id`,
  )
  const ids = (rows: readonly { id: string }[]) => rows.map(({ id }) => id)
  return { added: ids(added.rows).sort(), kept: ids(kept.rows) }
}

/** Adds jobs. The temporary table "renumbered" then has the number in the shop of every job of the backup. */
async function mergeJobs(client: Client, table: Table): Promise<Pick<Merge, 'jobs' | 'sameJobs'>> {
  await client.query(
    `CREATE TEMPORARY TABLE renumbered ON COMMIT DROP AS
     SELECT theirs.number, own.number IS NOT NULL AND own.body = theirs.body AS same,
       CASE WHEN own.number IS NULL OR own.body = theirs.body THEN theirs.number END AS becomes
     FROM ${STAGE}.jobs AS theirs LEFT JOIN ${SHOP}.jobs AS own USING (number)`,
  )
  await client.query(
    `UPDATE renumbered SET becomes = next.number FROM
       (SELECT r.number AS old, (SELECT greatest(max(number), (SELECT max(number) FROM ${STAGE}.jobs)) FROM ${SHOP}.jobs) + row_number() OVER (ORDER BY r.number) AS number
        FROM renumbered AS r WHERE r.becomes IS NULL) AS next
     WHERE renumbered.number = next.old`,
  )
  const listed = listOf(table)
  const taken = table.columns
    .map((name) => (name === 'number' ? 'r.becomes' : name === 'judged' ? 'false' : `theirs.${quoted(name)}`))
    .join(', ')
  await client.query(
    `INSERT INTO ${SHOP}.jobs (${listed}) SELECT ${taken} FROM ${STAGE}.jobs AS theirs JOIN renumbered AS r USING (number) WHERE NOT r.same`,
  )
  const { rows } = await client.query<MergedJob & { same: boolean }>(
    `SELECT r.number, r.becomes, r.same, theirs.body->>'name' AS name FROM renumbered AS r JOIN ${STAGE}.jobs AS theirs USING (number) ORDER BY r.number`,
  )
  const added = rows.filter(({ same }) => !same).map(({ number, becomes, name }) => ({ number, becomes: Number(becomes), name }))
  return { jobs: added, sameJobs: rows.length - added.length }
}

/** Adds the rows that belong to jobs, such as revisions and quotes, under the numbers of the jobs in the shop. */
async function insertOfJobs(client: Client, table: Table): Promise<void> {
  const taken = table.columns.map((name) => (name === 'job_number' ? 'r.becomes' : `theirs.${quoted(name)}`)).join(', ')
  await client.query(
    `INSERT INTO ${SHOP}.${quoted(table.name)} (${listOf(table)}) SELECT ${taken} FROM ${STAGE}.${quoted(table.name)} AS theirs
     JOIN renumbered AS r ON r.number = theirs.job_number ON CONFLICT DO NOTHING`,
  )
}
