import { Injectable } from '@nestjs/common'
import { InjectModel } from '@nestjs/sequelize'
import {
  contentOf,
  ListJobsDto,
  MOST_COUNTED,
  PatchJobDto,
  type Headline,
  type Job,
  type JobFinding,
  type JobListPage,
  type JobsUsing,
  type JobSummary,
  type LastJob,
  type UnitSystem,
  type UsingJob,
} from '@plucky/contract'
import { EMPTY_BOOK, NOTHING_FOUND } from '@plucky/core'
import { LRUCache } from 'lru-cache'
import { QueryTypes } from 'sequelize'
import { Sequelize } from 'sequelize-typescript'
import { JobRow } from '../database/models.js'
import { transacted } from '../database/transacted.js'
import { refuse } from '../http/refusal.js'
import { JudgingService } from '../judging/judging.service.js'
import { JobsService } from './jobs.service.js'
import { cursorTo, listSql, NAMED_JOBS, STATES, SUMMARY } from './list-sql.js'

const USUAL_LIMIT = 50

/** For how long a list is known to have more than MOST_COUNTED jobs. */
const LONG_MS = 10_000

/** How long an answer waits for jobs that were changed just now to be rated. */
const CATCH_UP_MS = 250
/** Marked jobs that are waited for: by the last job, and by the jobs with one item. In a busy shop the page asks again. */
const [FEW, SOME] = [3, 25]

/** Highest number of jobs that are listed for an item. */
const MOST_USING = 200

const USING = `SELECT job.number, job.name, job.outcome, job.held_w AS held, was.outcome AS outcome_before, was.held_w AS held_before,
    was.job_number IS NOT NULL AS was_known, was.job_version <> job.version AS saved_since, count(*) OVER ()::int AS total
  FROM (SELECT number, name, version, CASE WHEN judged THEN outcome END AS outcome, CASE WHEN judged THEN held_w END AS held_w
        FROM jobs WHERE deleted_at IS NULL AND items @> ARRAY[$id]::text[]) AS job
  LEFT JOIN changed_jobs AS was ON was.kind = $kind AND was.item_id = $id AND was.version = $version AND was.job_number = job.number
  ORDER BY coalesce(was.held_w, 0) - coalesce(job.held_w, 0) DESC, job.number LIMIT $most`

interface UsingRow {
  readonly number: number
  readonly name: string
  readonly outcome: UsingJob['outcome']
  readonly held: number | null
  readonly outcome_before: UsingJob['outcome']
  readonly held_before: number | null
  readonly was_known: boolean
  readonly saved_since: boolean | null
  readonly total: number
}

/** Row of a page: a job as JSON text, and its place in the order as text. */
interface PageRow {
  readonly number: number
  readonly sort_key: string
  readonly summary: string
}

/** Row of a short list, or only its total if the page has no job. */
type CountedRow = (PageRow | { readonly number: null }) & { readonly total: number }

/** Jobs as a list: searched and filtered by index, paged by where the page before ended, with what each was judged to hold. */
@Injectable()
export class JobListService {
  /** Lists with more than MOST_COUNTED jobs when they were last counted. They are not counted again for some seconds. */
  private readonly long = new LRUCache<string, true>({ max: 1000, ttl: LONG_MS })

  constructor(
    @InjectModel(JobRow) private readonly rows: typeof JobRow,
    private readonly jobs: JobsService,
    private readonly judging: JudgingService,
    private readonly sequelize: Sequelize,
  ) {}

  /** Returns a page of the list as JSON text of a `JobListPage`. */
  async page(query: ListJobsDto): Promise<string> {
    const limit = query.limit ?? USUAL_LIMIT
    const { list, bind, short, long } = listSql(query, limit + 1)
    const counted = this.long.has(list) ? [] : await this.select<CountedRow>(short, bind)
    const total = counted[0]?.total ?? MOST_COUNTED + 1
    if (total > MOST_COUNTED) this.long.set(list, true, { noUpdateTTL: true })
    const found = total > MOST_COUNTED ? await this.select<PageRow>(long, bind) : counted.filter((row) => row.number !== null)
    const last = found.length > limit ? found[limit - 1] : undefined
    const place: Omit<JobListPage, 'jobs'> = { next: last ? cursorTo(last.sort_key, last.number) : null, total }
    const jobs = found.slice(0, limit).map(({ summary }) => summary)
    return `{"jobs":[${jobs.join(',')}],${JSON.stringify(place).slice(1)}`
  }

  /** Returns the open job with the latest change, or `null` if no job is open. */
  async last(units: UnitSystem): Promise<LastJob | null> {
    const latest = async () =>
      (
        await this.select<{ readonly summary: JobSummary; readonly headline: Headline | null }>(
          `SELECT ${SUMMARY} AS summary, headline->($units::text) AS headline FROM ${NAMED_JOBS}
           WHERE ${STATES.open} ORDER BY saved_at DESC, number DESC LIMIT 1`,
          { units },
        )
      )[0]
    let row = await latest()
    if (row && !row.summary.rated) {
      await this.judging.caughtUp(CATCH_UP_MS, FEW)
      row = await latest()
    }
    return row ? { ...row.summary, headline: row.headline } : null
  }

  /** Faults that were confirmed in transmissions of one kind. */
  async findings(unitId: string): Promise<JobFinding[]> {
    return this.select(
      `SELECT number, unit_id AS "unitId", body->'teardown' AS teardown FROM jobs
       WHERE unit_id = $unitId AND deleted_at IS NULL AND body->'teardown'->>'found' IS NOT NULL ORDER BY number`,
      { unitId },
    )
  }

  /** Jobs in which a part or an operation is used, with their result before the latest change of the item. */
  async using(id: string): Promise<JobsUsing> {
    await this.judging.caughtUp(CATCH_UP_MS, SOME)
    const [change] = await this.select<{ kind: string; version: number; changed_at: Date }>(
      `SELECT kind, version, changed_at FROM item_changes WHERE item_id = $id AND kind IN ('parts', 'operations') ORDER BY changed_at DESC LIMIT 1`,
      { id },
    )
    const rows = await this.select<UsingRow>(USING, { id, kind: change?.kind ?? '', version: change?.version ?? 0, most: MOST_USING })
    return {
      jobs: rows.map(({ number, name, outcome, held, saved_since, was_known, outcome_before, held_before }) => ({
        number,
        name,
        outcome,
        heldW: held,
        savedSince: saved_since ?? false,
        ...(was_known ? { before: { outcome: outcome_before, heldW: held_before } } : {}),
      })),
      total: rows[0]?.total ?? 0,
      changedAt: change?.changed_at.toISOString() ?? null,
    }
  }

  /** Renames a job, changes its customer, archives or unarchives it. */
  async patch(number: number, { name, customer, archived }: PatchJobDto): Promise<JobSummary> {
    const job = await this.jobs.one(number)
    await transacted(this.sequelize, async (transaction) => {
      if (name !== undefined || customer !== undefined) {
        const renamed = { ...contentOf(job), name: name ?? job.name, ...(customer === undefined ? {} : { customer }) }
        await this.jobs.saveWithin(number, { ...renamed, version: job.version }, transaction)
      }
      if (archived !== undefined) await this.rows.update({ archivedAt: archived ? new Date() : null }, { where: { number }, transaction })
    })
    return this.one(number)
  }

  /** Copies brief, parts and house rules into a new job. Measurements and findings are not copied: they belong to the other transmission. */
  async copy(number: number): Promise<Job> {
    const job = contentOf(await this.jobs.one(number))
    return this.jobs.add({ ...job, name: `${job.name.slice(0, 53)}, copy`, book: EMPTY_BOOK, teardown: NOTHING_FOUND })
  }

  async remove(number: number): Promise<JobSummary> {
    await this.jobs.one(number)
    await this.rows.update({ deletedAt: new Date() }, { where: { number } })
    return this.one(number)
  }

  async restore(number: number): Promise<JobSummary> {
    const [changed] = await this.rows.update({ deletedAt: null }, { where: { number } })
    if (changed === 0) throw refuse(404, 'job-unknown', 'number', { job: number })
    return this.one(number)
  }

  private async one(number: number): Promise<JobSummary> {
    const sql = `SELECT ${SUMMARY} AS summary FROM ${NAMED_JOBS} WHERE number = $number`
    const [row] = await this.select<{ readonly summary: JobSummary }>(sql, { number, units: 'us' })
    if (!row) throw refuse(404, 'job-unknown', 'number', { job: number })
    return row.summary
  }

  private async select<T extends object>(sql: string, bind: Record<string, unknown>): Promise<T[]> {
    return this.sequelize.query<T>(sql, { bind, type: QueryTypes.SELECT })
  }
}
