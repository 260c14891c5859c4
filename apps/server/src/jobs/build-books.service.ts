import { Injectable } from '@nestjs/common'
import { checkMarks, type BuildBook, type MarkChange, type SavedMarks } from '@plucky/contract'
import type { Mark } from '@plucky/core'
import { QueryTypes, type Transaction } from 'sequelize'
import { Sequelize } from 'sequelize-typescript'
import { transacted } from '../database/transacted.js'
import { accepted } from '../http/refusal.js'
import { ShelfService } from '../shelf/shelf.service.js'
import { JobsService } from './jobs.service.js'

interface MarkRow {
  readonly name: string
  readonly value: Mark['value']
  readonly by: string
  readonly at: Date
  readonly rev: number
}

const COLUMNS = `name, value, marked_by AS "by", marked_at AS "at", rev`

/** Build books of jobs. Each field is saved by itself, so that several people can fill in one book at once. */
@Injectable()
export class BuildBooksService {
  constructor(
    private readonly jobs: JobsService,
    private readonly shelf: ShelfService,
    private readonly sequelize: Sequelize,
  ) {}

  async one(jobNumber: number): Promise<BuildBook> {
    await this.jobs.one(jobNumber)
    return { marks: await this.marks(jobNumber) }
  }

  /**
   * Saves changes of fields. A field that another window has changed meanwhile keeps its stored value and is returned as a conflict, unless
   * both values are the same.
   */
  async save(jobNumber: number, plain: unknown): Promise<SavedMarks> {
    const job = await this.jobs.one(jobNumber)
    const unit = (await this.shelf.lookupFor([job])).unit(job.unitId)
    if (!unit) throw new Error(`The transmission ${job.unitId} of job ${jobNumber} is not stored.`)
    const { changes, by, window } = accepted(checkMarks(unit, plain))
    return transacted(this.sequelize, async (transaction) => {
      const taken = new Set<string>()
      // In one order, so that two saves of the same fields do not wait for each other.
      for (const [name, change] of Object.entries(changes).sort(([a], [b]) => (a < b ? -1 : 1)))
        if (await this.put(jobNumber, name, change, { by, window }, transaction)) taken.add(name)
      const marks = await this.marks(jobNumber, transaction)
      const refused = Object.entries(changes).flatMap(([name, { value }]) => {
        const stored = marks[name]
        return taken.has(name) || !stored || JSON.stringify(stored.value) === JSON.stringify(value) ? [] : [[name, stored] as const]
      })
      return { marks, conflicts: Object.fromEntries(refused) }
    })
  }

  /** Stores one field. False if another window has changed it since it was seen. */
  private async put(
    jobNumber: number,
    name: string,
    { value, rev }: MarkChange,
    from: { readonly by: string; readonly window: string },
    transaction: Transaction,
  ): Promise<boolean> {
    const stored = await this.sequelize.query(
      `INSERT INTO book_marks AS mark (job_number, name, value, marked_by, marked_in, marked_at, rev)
       VALUES (:jobNumber, :name, (:value)::jsonb, :by, :window, clock_timestamp(), 1)
       ON CONFLICT (job_number, name) DO UPDATE
         SET value = excluded.value, marked_by = excluded.marked_by, marked_in = excluded.marked_in, marked_at = excluded.marked_at,
             rev = mark.rev + 1
         WHERE mark.rev = :rev OR mark.marked_in = excluded.marked_in
       RETURNING rev`,
      { replacements: { jobNumber, name, value: JSON.stringify(value), rev, ...from }, type: QueryTypes.SELECT, transaction },
    )
    return stored.length > 0
  }

  private async marks(jobNumber: number, transaction: Transaction | null = null): Promise<BuildBook['marks']> {
    const rows = await this.sequelize.query<MarkRow>(`SELECT ${COLUMNS} FROM book_marks WHERE job_number = :jobNumber ORDER BY name`, {
      replacements: { jobNumber },
      type: QueryTypes.SELECT,
      transaction,
    })
    return Object.fromEntries(rows.map(({ name, at, ...mark }): [string, Mark] => [name, { ...mark, at: at.toISOString() }]))
  }
}
