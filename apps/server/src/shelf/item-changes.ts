import type { Operation, Part, Unit } from '@plucky/core'
import { keysOf } from '@plucky/core'
import { QueryTypes, type Transaction } from 'sequelize'
import type { Sequelize } from 'sequelize-typescript'
import { isDeepStrictEqual } from 'node:util'

/** Condition for the jobs that use an item, by kind. The kind is the name of the table. */
const USES = { parts: 'items @> ARRAY[:id]::text[]', operations: 'items @> ARRAY[:id]::text[]', units: 'unit_id = :id' } as const
type ChangedKind = keyof typeof USES

/** Items by kind. */
type Changes = Readonly<Record<ChangedKind, readonly (Part | Operation | Unit)[]>>

/** Fields that no verdict depends on. */
const WITHOUT_RATING: ReadonlySet<string> = new Set([
  'name',
  'maker',
  'price',
  'hours',
  'inStock',
  'leadDays',
  'visible',
  'caution',
  'skill',
])

const ratingOf = (item: object) => Object.fromEntries(Object.entries(item).filter(([key]) => !WITHOUT_RATING.has(key)))

/**
 * Records which items are about to change in a way that verdicts depend on, with the stored verdict of each job that uses them. The verdict of
 * a job that is not judged yet is stored as not known. Call it before the change, in its transaction.
 */
export async function recordChanges(sequelize: Sequelize, changes: Changes, transaction: Transaction): Promise<void> {
  for (const kind of keysOf(USES)) {
    const after = new Map(changes[kind].map((item) => [item.id, item]))
    if (after.size === 0) continue
    const before = await sequelize.query<{ id: string; version: number; body: object }>(
      `SELECT id, version, body FROM ${kind} WHERE id IN (:ids)`,
      {
        replacements: { ids: [...after.keys()] },
        type: QueryTypes.SELECT,
        transaction,
      },
    )
    const rated = before.filter(
      ({ id, body }) => !isDeepStrictEqual(ratingOf(body), ratingOf(JSON.parse(JSON.stringify(after.get(id))) as object)),
    )
    for (const item of rated) await record(sequelize, kind, item, transaction)
  }
}

async function record(
  sequelize: Sequelize,
  kind: ChangedKind,
  { id, version, body }: { readonly id: string; readonly version: number; readonly body: object },
  transaction: Transaction,
): Promise<void> {
  const replacements = { kind, id, version, body: JSON.stringify(body) }
  await sequelize.query(
    `INSERT INTO item_changes (kind, item_id, version, changed_at, before) VALUES (:kind, :id, :version, clock_timestamp(), (:body)::jsonb)`,
    { replacements, type: QueryTypes.INSERT, transaction },
  )
  await sequelize.query(
    `INSERT INTO changed_jobs (kind, item_id, version, job_number, job_version, outcome, held_w)
     SELECT :kind, :id, :version, number, version, CASE WHEN judged THEN outcome END, CASE WHEN judged THEN held_w END
     FROM jobs WHERE deleted_at IS NULL AND ${USES[kind]}`,
    { replacements, type: QueryTypes.INSERT, transaction },
  )
}

/** Kind of the entry for a new version of the program: it can change the results of all jobs. */
const PROGRAM = 'program'

/** Records the results of all jobs before another version of the program computes them again. Replaces the entry of the version before. */
export async function recordProgram(sequelize: Sequelize, code: string, transaction: Transaction): Promise<void> {
  const options = { replacements: { kind: PROGRAM, code }, transaction }
  await sequelize.query(`DELETE FROM changed_jobs WHERE kind = :kind`, options)
  await sequelize.query(`DELETE FROM item_changes WHERE kind = :kind`, options)
  await sequelize.query(
    `INSERT INTO item_changes (kind, item_id, version, changed_at, before) VALUES (:kind, :code, 1, clock_timestamp(), '{}')`,
    options,
  )
  await sequelize.query(
    `INSERT INTO changed_jobs (kind, item_id, version, job_number, job_version, outcome, held_w)
     SELECT :kind, :code, 1, number, version, outcome, held_w FROM jobs WHERE deleted_at IS NULL AND judged`,
    options,
  )
}
