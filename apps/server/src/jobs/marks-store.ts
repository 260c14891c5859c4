import type { FiledMark } from '@plucky/contract'
import type { Mark, Marks } from '@plucky/core'
import { QueryTypes, type Transaction } from 'sequelize'
import type { Sequelize } from 'sequelize-typescript'

interface MarkRow {
  readonly name: string
  readonly value: Mark['value']
  readonly by: string
  readonly at: Date
  readonly rev: number
}

/** Reads the fields of the build book of a job. */
export async function readMarks(sequelize: Sequelize, jobNumber: number, transaction: Transaction | null = null): Promise<Marks> {
  const rows = await sequelize.query<MarkRow>(
    `SELECT name, value, marked_by AS "by", marked_at AS "at", rev FROM book_marks WHERE job_number = :jobNumber ORDER BY name`,
    { replacements: { jobNumber }, type: QueryTypes.SELECT, transaction },
  )
  return Object.fromEntries(rows.map(({ name, at, ...mark }): [string, Mark] => [name, { ...mark, at: at.toISOString() }]))
}

/** Stores the fields of a job file with the persons and times that the file names. For a job that is new. */
export async function addMarks(
  sequelize: Sequelize,
  jobNumber: number,
  marks: readonly FiledMark[],
  transaction: Transaction,
): Promise<void> {
  await sequelize.query(
    `INSERT INTO book_marks (job_number, name, value, marked_by, marked_in, marked_at, rev)
     SELECT :jobNumber, mark->>'name', mark->'value', mark->>'by', 'file', (mark->>'at')::timestamptz, 1
     FROM jsonb_array_elements((:marks)::jsonb) AS mark ON CONFLICT DO NOTHING`,
    { replacements: { jobNumber, marks: JSON.stringify(marks) }, type: QueryTypes.INSERT, transaction },
  )
}
