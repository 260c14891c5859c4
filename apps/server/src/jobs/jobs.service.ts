import { Injectable } from '@nestjs/common'
import { InjectModel } from '@nestjs/sequelize'
import {
  checkJobContent,
  checkJobShape,
  catalogueOf,
  inputOf,
  jobFileOf,
  SaveJobDto,
  verdictSentence,
  type Job,
  type JobContent,
  type JobMarks,
} from '@plucky/contract'
import { fittedParts, specAnswer, type SpecResult } from '@plucky/core'
import { LRUCache } from 'lru-cache'
import { QueryTypes, type Transaction } from 'sequelize'
import { Sequelize } from 'sequelize-typescript'
import { JobRow } from '../database/models.js'
import { failureOf } from '../database/failures.js'
import { transacted } from '../database/transacted.js'
import { accepted, refuse } from '../http/refusal.js'
import { unchangedSql } from '../shelf/named-items.js'
import { ShelfService } from '../shelf/shelf.service.js'

export interface JobAnswer {
  readonly sentence: string
  readonly answer: SpecResult
}

/** Highest number of contents that are kept. A job takes about 20 kB. */
const MOST_KEPT = 1000

@Injectable()
export class JobsService {
  /** Contents of valid shape that were saved lately, by job. Of the next save only the fields that differ are checked for shape. */
  private readonly shaped = new LRUCache<number, JobContent>({ max: MOST_KEPT })

  constructor(
    @InjectModel(JobRow) private readonly rows: typeof JobRow,
    private readonly shelf: ShelfService,
    private readonly sequelize: Sequelize,
  ) {}

  async one(number: number): Promise<Job> {
    return asJob(await this.row(number))
  }

  /** Returns a job as JSON text. Uses the body text of the database, because parsing and writing it again would double the time. */
  async text(number: number): Promise<string> {
    const [row] = await this.sequelize.query<Pick<JobRow, Mark | 'deletedAt'> & { readonly text: string }>(
      `SELECT number, version, saved_at AS "savedAt", saved_by AS "savedBy", saved_change AS "savedChange", deleted_at AS "deletedAt", body::text AS text
       FROM jobs WHERE number = $1`,
      { bind: [number], type: QueryTypes.SELECT },
    )
    const found = present(row, number)
    return `${JSON.stringify(marksOf(found)).slice(0, -1)},${found.text.slice(1)}`
  }

  add(plain: unknown): Promise<Job> {
    return transacted(this.sequelize, (transaction) => this.addWithin(plain, transaction))
  }

  /** Adds a job inside a transaction. */
  async addWithin(plain: unknown, transaction: Transaction): Promise<Job> {
    const body = await this.content(accepted(checkJobShape(plain)), transaction)
    return asJob(await this.rows.create({ version: 1, savedAt: new Date(), body }, { transaction }))
  }

  /** Saves over the state the change was made on; a change made on an older one is refused and nothing is overwritten. */
  async save(number: number, plain: unknown): Promise<JobMarks> {
    const shaped = this.shapeOf(number, plain)
    return (
      (await this.saveAtOnce(number, shaped)) ?? transacted(this.sequelize, (transaction) => this.saveShaped(number, shaped, transaction))
    )
  }

  /** Saves inside a transaction. */
  saveWithin(number: number, plain: unknown, transaction: Transaction): Promise<JobMarks> {
    return this.saveShaped(number, this.shapeOf(number, plain), transaction)
  }

  /** Saves in one statement, checked with the items as they were read last. Saves nothing if one of them has changed since. */
  private async saveAtOnce(number: number, shaped: JobContent): Promise<JobMarks | undefined> {
    const remembered = this.shelf.rememberedFor(shaped)
    if (!remembered || !checkJobContent(shaped, remembered.lookup).ok) return undefined
    const { body, version, marks } = saveOf(shaped)
    const unchanged = unchangedSql(remembered.rows, 8)
    const saved = await this.sequelize
      .query<{ number: number }>(
        `WITH ${unchanged.with}
         UPDATE jobs SET version = $3, saved_at = $4, saved_by = $5, saved_change = $6, body = $7::jsonb, judged = false
         WHERE number = $1 AND version = $2 AND deleted_at IS NULL AND ${unchanged.where} RETURNING number`,
        {
          bind: [
            number,
            version,
            marks.version,
            marks.savedAt,
            marks.savedBy,
            marks.savedChange,
            JSON.stringify(body),
            ...unchanged.values,
          ],
          type: QueryTypes.SELECT,
        },
      )
      .catch((error: unknown) => {
        // The transaction that follows tries several times.
        if (failureOf(error) === 'contended') return []
        throw error
      })
    return saved.length > 0 ? marksOf({ ...marks, number }) : undefined
  }

  private async saveShaped(number: number, shaped: JobContent, transaction: Transaction): Promise<JobMarks> {
    const { body, version, marks } = saveOf(await this.content(shaped, transaction))
    const [changed] = await this.rows.update(
      { ...marks, body, judged: false },
      { where: { number, version, deletedAt: null }, transaction },
    )
    if (changed > 0) return marksOf({ ...marks, number })
    const stored = await this.row(number, transaction)
    throw refuse(409, 'job-changed-elsewhere', 'version', { yours: version, stored: stored.version })
  }

  /** A save of valid shape. */
  private shapeOf(number: number, plain: unknown): JobContent {
    const shaped = accepted(checkJobShape(plain, SaveJobDto, this.shaped.get(number)))
    this.shaped.set(number, shaped)
    return shaped
  }

  async answer(number: number): Promise<JobAnswer> {
    const job = await this.one(number)
    const file = jobFileOf(job, await this.shelf.lookupFor([job]), [])
    const answer = specAnswer(inputOf(job, file.unit, fittedParts(job.spec, catalogueOf(file), job.book)))
    return { sentence: verdictSentence(answer, file.unit, job.brief), answer }
  }

  private async row(number: number, transaction: Transaction | null = null): Promise<JobRow> {
    return present(await this.rows.findByPk(number, { transaction }), number)
  }

  /** Checks a job of valid shape against unit, parts and operations, and locks these rows for the transaction. */
  private async content(job: JobContent, transaction: Transaction): Promise<JobContent> {
    return accepted(checkJobContent(job, await this.shelf.lookupFor([job], transaction, 'SHARE')))
  }
}

/** What a save says beside the content. */
interface SaveMark {
  readonly version: number
  readonly by?: string
  readonly change?: number
}

/** Content of a save, the version that it was made on, and the marks that it leaves. */
function saveOf(shaped: JobContent) {
  // SaveJobDto has the fields of both types.
  const { version, by = null, change = null, ...body } = shaped as JobContent & SaveMark
  const marks = { version: version + 1, savedAt: new Date(), savedBy: by, savedChange: change === null ? null : String(change) }
  return { body, version, marks }
}

/** Returns the row. Refuses with 404 if there is none, and with 410 if the job is deleted. */
function present<T extends { readonly deletedAt: Date | null }>(row: T | null | undefined, number: number): T {
  if (!row) throw refuse(404, 'job-unknown', 'number', { job: number })
  if (row.deletedAt) throw refuse(410, 'job-deleted', 'number', { job: number })
  return row
}

/** Columns of a job except its content. */
type Mark = 'number' | 'version' | 'savedAt' | 'savedBy' | 'savedChange'

const asJob = (row: Pick<JobRow, Mark | 'body'>): Job => ({ ...row.body, ...marksOf(row) })

const marksOf = (row: Pick<JobRow, Mark>): JobMarks => ({
  number: row.number,
  version: row.version,
  savedAt: row.savedAt.toISOString(),
  savedBy: row.savedBy ?? null,
  savedChange: row.savedChange == null ? null : Number(row.savedChange),
})
