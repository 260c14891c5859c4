import { Injectable } from '@nestjs/common'
import { InjectModel } from '@nestjs/sequelize'
import {
  checkJob,
  checkShape,
  JobContentDto,
  catalogueOf,
  inputOf,
  jobFileOf,
  SaveJobDto,
  verdictSentence,
  withDefaults,
  type Job,
  type JobContent,
} from '@plucky/contract'
import { fittedParts, specAnswer, type SpecResult } from '@plucky/core'
import type { Transaction } from 'sequelize'
import { Sequelize } from 'sequelize-typescript'
import { JobRow } from '../database/models.js'
import { transacted } from '../database/transacted.js'
import { accepted, refuse } from '../http/refusal.js'
import { ShelfService } from '../shelf/shelf.service.js'
import { HeadlinesService } from './headlines.service.js'

export interface JobAnswer {
  readonly sentence: string
  readonly answer: SpecResult
}

@Injectable()
export class JobsService {
  constructor(
    @InjectModel(JobRow) private readonly rows: typeof JobRow,
    private readonly shelf: ShelfService,
    private readonly headlines: HeadlinesService,
    private readonly sequelize: Sequelize,
  ) {}

  async one(number: number): Promise<Job> {
    return asJob(await this.row(number))
  }

  async add(plain: unknown): Promise<Job> {
    const job = await transacted(this.sequelize, (transaction) => this.addWithin(plain, transaction))
    this.judge()
    return job
  }

  /** Adds a job inside a transaction; the caller must call `judge` after the commit. */
  async addWithin(plain: unknown, transaction: Transaction): Promise<Job> {
    const body = await this.content(plain, JobContentDto, transaction)
    return asJob(await this.rows.create({ version: 1, savedAt: new Date(), body }, { transaction }))
  }

  judge(): void {
    this.headlines.begin()
  }

  /** Saves over the state the change was made on; a change made on an older one is refused and nothing is overwritten. */
  async save(number: number, plain: unknown): Promise<Job> {
    const saved = await transacted(this.sequelize, (transaction) => this.saveWithin(number, plain, transaction))
    this.judge()
    return saved
  }

  /** Saves inside a transaction; the caller must call `judge` after the commit. */
  async saveWithin(number: number, plain: unknown, transaction: Transaction): Promise<Job> {
    const stored = await this.row(number, transaction)
    // SaveJobDto has the fields of both types.
    const { version, by = null, change = null, ...body } = (await this.content(plain, SaveJobDto, transaction)) as JobContent & SaveMark
    const [changed, [saved]] = await this.rows.update(
      { body, version: version + 1, savedAt: new Date(), savedBy: by, savedChange: change === null ? null : String(change), judged: false },
      { where: { number, version }, returning: true, transaction },
    )
    if (changed === 0 || !saved) throw refuse(409, 'job-changed-elsewhere', 'version', { yours: version, stored: stored.version })
    return asJob(saved) // the row of this save, even if another window has saved since
  }

  async answer(number: number): Promise<JobAnswer> {
    const job = await this.one(number)
    const file = jobFileOf(job, await this.shelf.lookupFor([job]), [])
    const answer = specAnswer(inputOf(job, file.unit, fittedParts(job.spec, catalogueOf(file), job.book)))
    return { sentence: verdictSentence(answer, file.unit, job.brief), answer }
  }

  private async row(number: number, transaction: Transaction | null = null): Promise<JobRow> {
    const row = await this.rows.findByPk(number, { transaction })
    if (!row) throw refuse(404, 'job-unknown', 'number', { job: number })
    if (row.deletedAt) throw refuse(410, 'job-deleted', 'number', { job: number })
    return row
  }

  /** Checks a job against unit, parts and operations, and locks these rows for the transaction. */
  private async content(plain: unknown, dto: typeof JobContentDto, transaction: Transaction): Promise<JobContent> {
    const shaped = accepted(checkShape(dto, withDefaults(plain)))
    return accepted(checkJob(plain, await this.shelf.lookupFor([shaped], transaction, 'SHARE'), dto))
  }
}

/** What a save says beside the content. */
interface SaveMark {
  readonly version: number
  readonly by?: string
  readonly change?: number
}

const asJob = (row: JobRow): Job => ({
  ...row.body,
  number: row.number,
  version: row.version,
  savedAt: row.savedAt.toISOString(),
  savedBy: row.savedBy ?? null,
  savedChange: row.savedChange == null ? null : Number(row.savedChange),
})
