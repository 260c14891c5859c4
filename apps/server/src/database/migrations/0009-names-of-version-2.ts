import { itemFromVersion1, jobFromVersion1, unitFromVersion1 } from '@plucky/contract'
import type { Sql, Up } from './step.js'

type Row = Readonly<Record<string, unknown>>

/** A revision holds a job file: the job and all that it was judged by. */
function revisionFromVersion1(body: unknown): unknown {
  // Format of the rows before this migration.
  const { job, unit, parts, operations, kits, ...more } = body as Row
  return {
    ...more,
    job: jobFromVersion1(job),
    unit: unitFromVersion1(unit),
    parts: itemFromVersion1(parts),
    operations: itemFromVersion1(operations),
    kits: itemFromVersion1(kits),
  }
}

const TABLES = [
  { table: 'units', keys: ['id'], to: unitFromVersion1 },
  { table: 'parts', keys: ['id'], to: itemFromVersion1 },
  { table: 'operations', keys: ['id'], to: itemFromVersion1 },
  { table: 'kits', keys: ['id'], to: itemFromVersion1 },
  { table: 'jobs', keys: ['number'], to: jobFromVersion1 },
  { table: 'revisions', keys: ['job_number', 'number'], to: revisionFromVersion1 },
] as const

/** Names as version 2 of the open files says them, and clearances known by ids, wherever a shop keeps copies of them. */
export const up: Up = async (sql) => {
  for (const { table, keys, to } of TABLES) await rewrite(sql, table, keys, to)
}

async function rewrite(sql: Sql, table: string, keys: readonly string[], to: (body: unknown) => unknown): Promise<void> {
  const where = keys.map((key) => `${key} = :${key}`).join(' AND ')
  for (const { body, ...key } of await sql(`SELECT ${keys.join(', ')}, body FROM ${table}`)) {
    const changed = JSON.stringify(to(body))
    if (changed !== JSON.stringify(body)) await sql(`UPDATE ${table} SET body = (:body)::jsonb WHERE ${where}`, { ...key, body: changed })
  }
}
