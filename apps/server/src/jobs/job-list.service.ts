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
  type JobSort,
  type JobsUsing,
  type JobSummary,
  type LastJob,
  type UnitSystem,
  type UsingJob,
} from '@plucky/contract'
import { EMPTY_BOOK, NOTHING_FOUND } from '@plucky/core'
import { QueryTypes } from 'sequelize'
import { Sequelize } from 'sequelize-typescript'
import { JobRow } from '../database/models.js'
import { transacted } from '../database/transacted.js'
import { refuse } from '../http/refusal.js'
import { JudgingService } from '../judging/judging.service.js'
import { JobsService } from './jobs.service.js'

/** Sort orders of the list: SQL expression, its type, and the default direction. */
const SORTS: Readonly<Record<JobSort, { readonly key: string; readonly type: string; readonly direction: 'asc' | 'desc' }>> = {
  touched: { key: 'saved_at', type: 'timestamptz', direction: 'desc' },
  number: { key: 'number', type: 'integer', direction: 'desc' },
  name: { key: 'lower(name)', type: 'text', direction: 'asc' },
  customer: { key: 'lower(customer)', type: 'text', direction: 'asc' },
  transmission: { key: 'unit_id', type: 'text', direction: 'asc' },
  held: { key: "coalesce(held_w / target_w, 'Infinity')", type: 'double precision', direction: 'asc' },
}

const STATES = {
  open: 'deleted_at IS NULL AND archived_at IS NULL',
  archived: 'deleted_at IS NULL AND archived_at IS NOT NULL',
  deleted: 'deleted_at IS NOT NULL',
} as const

const USUAL_LIMIT = 50

/** How long an answer waits for jobs that were changed just now to be rated. */
const CATCH_UP_MS = 250
/** Marked jobs that are waited for: by the last job, and by the jobs with one item. In a busy shop the page asks again. */
const [FEW, SOME] = [3, 25]

const SUMMARY = `number, name, judged, customer, unit_id, saved_at, archived_at, deleted_at, outcome, held_w, target_w, headline->(:units)->>'sentence' AS sentence, unit_name`

/** Jobs with the names of their transmissions. */
const NAMED_JOBS = `jobs LEFT JOIN (SELECT id, name AS unit_name FROM units) AS named ON named.id = jobs.unit_id`

/** Highest number of jobs that are listed for an item. */
const MOST_USING = 200

const USING = `SELECT job.number, job.name, job.outcome, job.held_w AS held, was.outcome AS outcome_before, was.held_w AS held_before,
    was.job_number IS NOT NULL AS was_known, was.job_version <> job.version AS saved_since, count(*) OVER ()::int AS total
  FROM (SELECT number, name, version, CASE WHEN judged THEN outcome END AS outcome, CASE WHEN judged THEN held_w END AS held_w
        FROM jobs WHERE deleted_at IS NULL AND items @> ARRAY[:id]::text[]) AS job
  LEFT JOIN changed_jobs AS was ON was.kind = :kind AND was.item_id = :id AND was.version = :version AND was.job_number = job.number
  ORDER BY coalesce(was.held_w, 0) - coalesce(job.held_w, 0) DESC, job.number LIMIT :most`

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

interface SummaryRow {
  readonly number: number
  readonly name: string
  readonly customer: string
  readonly unit_id: string
  readonly unit_name: string | null
  readonly saved_at: Date
  readonly archived_at: Date | null
  readonly deleted_at: Date | null
  readonly judged: boolean
  readonly outcome: JobSummary['outcome']
  readonly held_w: number | null
  readonly target_w: number | null
  readonly sentence: string | null
  readonly headline?: Headline | null
  readonly sort_key?: string
  readonly total?: number
}

/** Jobs as a list: searched and filtered by index, paged by where the page before ended, with what each was judged to hold. */
@Injectable()
export class JobListService {
  constructor(
    @InjectModel(JobRow) private readonly rows: typeof JobRow,
    private readonly jobs: JobsService,
    private readonly judging: JudgingService,
    private readonly sequelize: Sequelize,
  ) {}

  async page(query: ListJobsDto): Promise<JobListPage> {
    const { search = '', state = 'open', outcome, unit, sort = 'touched', after, units = 'us', limit = USUAL_LIMIT, ...more } = query
    const { key, type, direction: usual } = SORTS[sort]
    const direction = more.direction ?? usual
    const asked = prefixes(search)
    const filters = [
      STATES[state],
      ...(asked ? ["search @@ to_tsquery('simple', :asked)"] : []),
      ...(outcome ? ['outcome = :outcome'] : []),
      ...(unit ? ['unit_id = :unit'] : []),
    ].join(' AND ')
    const from = after ? cursorOf(after) : undefined
    const beyond = direction === 'asc' ? '>' : '<'
    const seek = from ? ` AND (${key}, number) ${beyond} ((:from)::${type}, :fromNumber)` : ''
    const replacements = {
      units,
      asked,
      outcome: outcome ?? null,
      unit: unit ?? null,
      from: from?.key ?? null,
      fromNumber: from?.number ?? null,
      limit: limit + 1,
    }
    const order = `${key} ${direction}, number ${direction}`
    // Up to MOST_COUNTED matches are sorted. With more matches, the index of the sort order finds the first ones sooner.
    const matched = `WITH matched AS MATERIALIZED (SELECT number FROM jobs WHERE ${filters} LIMIT ${MOST_COUNTED + 1}),
         counted AS MATERIALIZED (SELECT count(*)::int AS total FROM matched)`
    const found = await this.select(
      `${matched} SELECT ${SUMMARY}, (${key})::text AS sort_key, total FROM counted CROSS JOIN (
         (SELECT number FROM matched JOIN jobs USING (number) WHERE (SELECT total FROM counted) <= ${MOST_COUNTED}${seek} ORDER BY ${order} LIMIT :limit)
         UNION ALL
         (SELECT number FROM jobs WHERE (SELECT total FROM counted) > ${MOST_COUNTED} AND ${filters}${seek} ORDER BY ${order} LIMIT :limit)
       ) AS page JOIN (${NAMED_JOBS}) USING (number) ORDER BY ${order}`,
      replacements,
    )
    const [counted] =
      found.length > 0 ? found : await this.select<Pick<SummaryRow, 'total'>>(`${matched} SELECT total FROM counted`, replacements)
    const shown = found.slice(0, limit)
    const last = found.length > limit ? shown.at(-1) : undefined
    return { jobs: shown.map(asSummary), next: last ? cursorTo(last) : null, total: counted?.total ?? 0 }
  }

  /** Returns the open job with the latest change, or `null` if no job is open. */
  async last(units: UnitSystem): Promise<LastJob | null> {
    const sql = `SELECT ${SUMMARY}, headline->(:units) AS headline FROM ${NAMED_JOBS}
      WHERE ${STATES.open} ORDER BY saved_at DESC, number DESC LIMIT 1`
    let [row] = await this.select(sql, { units })
    if (row && !row.judged) {
      await this.judging.caughtUp(CATCH_UP_MS, FEW)
      row = (await this.select(sql, { units }))[0]
    }
    return row ? { ...asSummary(row), headline: row.headline ?? null } : null
  }

  /** Faults that were confirmed in transmissions of one kind. */
  async findings(unitId: string): Promise<JobFinding[]> {
    return this.select(
      `SELECT number, unit_id AS "unitId", body->'teardown' AS teardown FROM jobs
       WHERE unit_id = :unitId AND deleted_at IS NULL AND body->'teardown'->>'found' IS NOT NULL ORDER BY number`,
      { unitId },
    )
  }

  /** Jobs in which a part or an operation is used, with their result before the latest change of the item. */
  async using(id: string): Promise<JobsUsing> {
    await this.judging.caughtUp(CATCH_UP_MS, SOME)
    const [change] = await this.select<{ kind: string; version: number; changed_at: Date }>(
      `SELECT kind, version, changed_at FROM item_changes WHERE item_id = :id AND kind IN ('parts', 'operations') ORDER BY changed_at DESC LIMIT 1`,
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
    const [row] = await this.select(`SELECT ${SUMMARY} FROM ${NAMED_JOBS} WHERE number = :number`, { number, units: 'us' })
    if (!row) throw refuse(404, 'job-unknown', 'number', { job: number })
    return asSummary(row)
  }

  private async select<T extends object = SummaryRow>(sql: string, replacements: Record<string, unknown> = {}): Promise<T[]> {
    return (await this.rows.sequelize?.query<T>(sql, { replacements, type: QueryTypes.SELECT })) ?? []
  }
}

/** Every word of a search, each as the beginning of one: "hill cou" finds "Hill-climb coupe". Empty if nothing is asked for. */
const prefixes = (search: string): string => (search.match(/[\p{L}\p{N}]+/gu) ?? []).map((word) => `${word.toLowerCase()}:*`).join(' & ')

const cursorTo = ({ sort_key, number }: SummaryRow): string => Buffer.from(JSON.stringify([sort_key, number])).toString('base64url')

function cursorOf(text: string): { readonly key: string; readonly number: number } {
  try {
    // The elements are checked below.
    const [key, number] = JSON.parse(Buffer.from(text, 'base64url').toString('utf8')) as unknown[]
    // Checked by isSafeInteger.
    if (typeof key === 'string' && Number.isSafeInteger(number)) return { key, number: number as number }
  } catch {
    // not a cursor of this list: refused below
  }
  throw refuse(422, 'cursor-unknown', 'after')
}

const asSummary = (row: SummaryRow): JobSummary => ({
  number: row.number,
  name: row.name,
  customer: row.customer,
  unitId: row.unit_id,
  unitName: row.unit_name ?? row.unit_id,
  savedAt: row.saved_at.toISOString(),
  state: row.deleted_at ? 'deleted' : row.archived_at ? 'archived' : 'open',
  outcome: row.outcome,
  // A deleted job is rated when it is restored.
  rated: row.judged || row.deleted_at !== null,
  heldW: row.held_w,
  targetW: row.target_w,
  sentence: row.sentence ?? '',
})
