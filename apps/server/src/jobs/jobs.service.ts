import { Injectable } from '@nestjs/common'
import { InjectModel } from '@nestjs/sequelize'
import {
  checkJob,
  checkShape,
  JobContentDto,
  inputOf,
  SaveJobDto,
  verdictSentence,
  withDefaults,
  type Job,
  type JobContent,
} from '@plucky/contract'
import { fittedParts, specAnswer, type SpecAnswer } from '@plucky/core'
import type { Transaction } from 'sequelize'
import { JobRow } from '../database/models.js'
import { accepted, refuse } from '../http/refusal.js'
import { ShelfService } from '../shelf/shelf.service.js'
import { UnitsService } from '../units/units.service.js'
import { HeadlinesService } from './headlines.service.js'

export interface JobAnswer {
  readonly sentence: string
  readonly answer: SpecAnswer
}

@Injectable()
export class JobsService {
  constructor(
    @InjectModel(JobRow) private readonly rows: typeof JobRow,
    private readonly units: UnitsService,
    private readonly shelf: ShelfService,
    private readonly headlines: HeadlinesService,
  ) {}

  async one(number: number): Promise<Job> {
    return asJob(await this.row(number))
  }

  /** Adds a job. Inside a transaction the caller must call `judge` after the commit. */
  async add(plain: unknown, transaction: Transaction | null = null): Promise<Job> {
    const body = await this.content(plain, JobContentDto, transaction)
    const row = await this.rows.create({ version: 1, savedAt: new Date(), body }, { transaction })
    if (!transaction) this.judge()
    return asJob(row)
  }

  judge(): void {
    this.headlines.begin()
  }

  /** Saves over the state the change was made on; a change made on an older one is refused and nothing is overwritten. */
  async save(number: number, plain: unknown): Promise<Job> {
    const stored = await this.row(number)
    const { version, by = null, change = null, ...body } = (await this.content(plain, SaveJobDto)) as JobContent & SaveMark
    const [changed, [saved]] = await this.rows.update(
      { body, version: version + 1, savedAt: new Date(), savedBy: by, savedChange: change === null ? null : String(change), judged: false },
      { where: { number, version }, returning: true },
    )
    if (changed === 0 || !saved) throw refuse(409, 'job-changed-elsewhere', 'version', { yours: version, stored: stored.version })
    this.judge()
    return asJob(saved) // the row of this save, even if another window has saved since
  }

  async answer(number: number): Promise<JobAnswer> {
    const job = await this.one(number)
    const unit = await this.units.one(job.unitId)
    const answer = specAnswer(inputOf(job, unit, fittedParts(job.spec, await this.itemsOf(job), job.book)))
    return { sentence: verdictSentence(answer, unit, job.brief), answer }
  }

  private async row(number: number): Promise<JobRow> {
    const row = await this.rows.findByPk(number)
    if (!row) throw refuse(404, 'job-unknown', 'number', { job: number })
    if (row.deletedAt) throw refuse(410, 'job-deleted', 'number', { job: number })
    return row
  }

  private async content(plain: unknown, dto: typeof JobContentDto, transaction: Transaction | null = null): Promise<JobContent> {
    const shaped = accepted(checkShape(dto, withDefaults(plain)))
    const { parts, operations } = await this.itemsOf(shaped as unknown as JobContent, transaction)
    const unit = (await this.units.store.all(transaction)).find((u) => u.id === shaped.unitId)
    const lookup = {
      unit: () => unit,
      part: (id: string) => parts.get(id),
      operation: (id: string) => operations.get(id),
    }
    return accepted(checkJob(plain, lookup, dto))
  }

  /** The parts and operations that a job names, those that the shelf has. */
  private async itemsOf(job: JobContent, transaction: Transaction | null = null) {
    const words = (values: readonly unknown[]) => values.filter((id): id is string => typeof id === 'string')
    const [parts, operations] = await Promise.all([
      this.shelf.parts.byIds(words([...Object.values(job.spec.fits), ...Object.values(job.arrived)]), transaction),
      this.shelf.operations.byIds(words(Object.values(job.spec.works).flat()), transaction),
    ])
    return { parts, operations }
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
