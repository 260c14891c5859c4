import { Injectable } from '@nestjs/common'
import { InjectModel } from '@nestjs/sequelize'
import {
  checkJob,
  contentOf,
  offeredItems,
  quoteEnd,
  type Checked,
  quoteOf,
  type NewQuoteDto,
  type OfferedBuild,
  type SentQuote,
  type Shown,
  shownIn,
} from '@plucky/contract'
import { UniqueConstraintError } from 'sequelize'
import { QuoteRow } from '../database/models.js'
import { accepted, refuse } from '../http/refusal.js'
import { ShelfService } from '../shelf/shelf.service.js'
import { JobFilesService } from './job-files.service.js'
import { JobsService } from './jobs.service.js'

/** Quotes of a job as they were sent. Later changes of job and shelf do not change them. */
@Injectable()
export class QuotesService {
  constructor(
    @InjectModel(QuoteRow) private readonly rows: typeof QuoteRow,
    private readonly jobs: JobsService,
    private readonly files: JobFilesService,
    private readonly shelf: ShelfService,
  ) {}

  /** Latest first. */
  async all(jobNumber: number): Promise<SentQuote[]> {
    await this.jobs.one(jobNumber)
    return (await this.rows.findAll({ where: { jobNumber }, order: [['number', 'DESC']] })).map(asQuote)
  }

  async one(jobNumber: number, number: number): Promise<SentQuote> {
    const row = await this.rows.findOne({ where: { jobNumber, number } })
    if (!row) throw refuse(404, 'quote-unknown', 'quote', { job: jobNumber, number })
    return asQuote(row)
  }

  /** Makes a quote from builds of the stored job and keeps it. The window must have seen this version of the job. */
  async add(jobNumber: number, { builds, version, ...texts }: NewQuoteDto, shown: Shown): Promise<SentQuote> {
    const job = await this.jobs.one(jobNumber)
    if (job.version !== version) throw refuse(409, 'job-changed-elsewhere', 'version', { yours: version, stored: job.version })
    const content = contentOf(job)
    const offered = await Promise.all(
      builds.map(async ({ title, purpose, spec }, i): Promise<OfferedBuild> => {
        const own = { ...content, spec }
        const checked = checkJob(own, await this.shelf.lookupFor([own]))
        return { title, purpose, file: await this.files.fileOf(accepted(within(`builds.${i}`, checked))) }
      }),
    )
    const sentAt = new Date()
    const file = await this.files.fileOf(content)
    const body = shownIn(shown, () => quoteOf(file, offered, texts, sentAt.getTime()))
    const validUntil = new Date(quoteEnd(sentAt.getTime(), content.rules))
    // max() of an integer column, null if the table is empty.
    const last = ((await this.rows.max('number', { where: { jobNumber } })) as number | null) ?? 0
    try {
      return asQuote(await this.rows.create({ jobNumber, number: last + 1, sentAt, body, validUntil, items: offeredItems(offered) }))
    } catch (error) {
      if (error instanceof UniqueConstraintError) throw refuse(409, 'quote-taken', 'number', { number: last + 1 })
      throw error
    }
  }
}

/** Problems with paths inside one of the builds. */
const within = <T>(path: string, checked: Checked<T>): Checked<T> =>
  checked.ok ? checked : { ok: false, problems: checked.problems.map((each) => ({ ...each, path: `${path}.${each.path}` })) }

const asQuote = ({ number, sentAt, body }: QuoteRow): SentQuote => ({ number, sentAt: sentAt.toISOString(), quote: body })
