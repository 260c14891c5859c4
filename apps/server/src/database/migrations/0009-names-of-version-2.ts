import { itemFromVersion1, jobFromVersion1, unitFromVersion1 } from '@plucky/contract'
import { QueryTypes, type QueryInterface, type Transaction } from 'sequelize'

type Row = Readonly<Record<string, unknown>>

/** A revision holds a job file: the job and all that it was judged by. */
function revisionFromVersion1(body: unknown): unknown {
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
export async function up(query: QueryInterface): Promise<void> {
  await query.sequelize.transaction(async (transaction) => {
    for (const { table, keys, to } of TABLES) await rewritten(query, transaction, table, keys, to)
  })
}

async function rewritten(
  query: QueryInterface,
  transaction: Transaction,
  table: string,
  keys: readonly string[],
  to: (body: unknown) => unknown,
) {
  const select = { type: QueryTypes.SELECT, transaction } as const
  const rows = await query.sequelize.query<Row>(`SELECT ${keys.join(', ')}, body FROM ${table}`, select)
  const where = keys.map((key) => `${key} = :${key}`).join(' AND ')
  for (const { body, ...key } of rows) {
    const changed = JSON.stringify(to(body))
    if (changed === JSON.stringify(body)) continue
    await query.sequelize.query(`UPDATE ${table} SET body = (:body)::jsonb WHERE ${where}`, {
      replacements: { ...key, body: changed },
      transaction,
    })
  }
}

/** The texts of version 1 are not brought back: version 1 reads the ids of clearances as unknown fields, nothing more. */
export async function down(): Promise<void> {}
