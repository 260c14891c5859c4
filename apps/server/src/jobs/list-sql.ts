import { MOST_COUNTED, type JobSort, type ListJobsDto } from '@plucky/contract'
import { refuse } from '../http/refusal.js'

/** Sort orders of the list: SQL expression, its type, and the default direction. */
const SORTS: Readonly<Record<JobSort, { readonly key: string; readonly type: string; readonly direction: 'asc' | 'desc' }>> = {
  touched: { key: 'saved_at', type: 'timestamptz', direction: 'desc' },
  number: { key: 'number', type: 'integer', direction: 'desc' },
  name: { key: 'lower(name)', type: 'text', direction: 'asc' },
  customer: { key: 'lower(customer)', type: 'text', direction: 'asc' },
  transmission: { key: 'unit_id', type: 'text', direction: 'asc' },
  held: { key: "coalesce(held_w / target_w, 'Infinity')", type: 'double precision', direction: 'asc' },
}

export const STATES = {
  open: 'deleted_at IS NULL AND archived_at IS NULL',
  archived: 'deleted_at IS NULL AND archived_at IS NOT NULL',
  deleted: 'deleted_at IS NOT NULL',
} as const

/** Columns of a job in the list. `$units` is the unit system of its sentence. */
export const SUMMARY = `number, name, judged, customer, unit_id, saved_at, archived_at, deleted_at, outcome, held_w, target_w,
  headline->($units::text)->>'sentence' AS sentence, unit_name`

/** Jobs with the names of their transmissions. */
export const NAMED_JOBS = namedJobs('jobs')

/** Statements for a page of the job list. Their values are `bind`. */
export interface ListSql {
  /** The same for all pages of a list in any order. */
  readonly list: string
  readonly bind: Record<string, unknown>
  /** Counts the jobs, up to one more than MOST_COUNTED. Has the page if they are no more, else one row without a job. */
  readonly short: string
  /** Goes through the jobs in their order until the page is full. Faster than sorting if the list has many jobs. */
  readonly long: string
}

/** Builds the statements for a page. Refuses a cursor that is not of this list. */
export function listSql(query: ListJobsDto, limit: number): ListSql {
  const { search = '', state = 'open', outcome, unit, sort = 'touched', after, units = 'us' } = query
  const { key, type, direction: usual } = SORTS[sort]
  const direction = query.direction ?? usual
  const asked = prefixes(search)
  const from = after ? cursorOf(after) : undefined
  const filters = [
    ...(asked ? ["search @@ to_tsquery('simple', $asked)"] : []),
    ...(outcome ? ['outcome = $outcome'] : []),
    ...(unit ? ['unit_id = $unit'] : []),
  ]
  const seek = from ? [`(${key}, number) ${direction === 'asc' ? '>' : '<'} (($from)::${type}, $fromNumber::integer)`] : []
  const order = `ORDER BY ${key} ${direction}, number ${direction}`
  const matching = [STATES[state], ...filters].join(' AND ')
  // OFFSET 0 keeps the planner from sorting all matches: it cannot know how many a search has.
  const inOrder = asked ? `(SELECT * FROM jobs WHERE ${[STATES[state], ...seek].join(' AND ')} ${order} OFFSET 0) AS jobs` : 'jobs'
  return {
    list: JSON.stringify([state, asked, outcome, unit]),
    bind: { units, asked, outcome, unit, from: from?.key, fromNumber: from?.number, limit },
    short: `WITH matched AS MATERIALIZED (SELECT number FROM jobs WHERE ${matching} LIMIT ${MOST_COUNTED + 1}),
      counted AS MATERIALIZED (SELECT count(*)::int AS total FROM matched)
      SELECT total, page.* FROM counted LEFT JOIN (
        SELECT ${SUMMARY}, ${key} AS position, (${key})::text AS sort_key FROM matched JOIN (${NAMED_JOBS}) USING (number)
        WHERE ${['(SELECT total FROM counted) <= ' + String(MOST_COUNTED), ...seek].join(' AND ')} ${order} LIMIT $limit
      ) AS page ON true ORDER BY position ${direction}, number ${direction}`,
    long: `SELECT ${SUMMARY}, (${key})::text AS sort_key FROM ${namedJobs(inOrder)}
      WHERE ${[matching, ...seek].join(' AND ')} ${order} LIMIT $limit`,
  }
}

function namedJobs(jobs: string): string {
  return `${jobs} LEFT JOIN (SELECT id, name AS unit_name FROM units) AS named ON named.id = jobs.unit_id`
}

/** Every word of a search, each as the beginning of one: "hill cou" finds "Hill-climb coupe". Empty if nothing is asked for. */
const prefixes = (search: string): string => (search.match(/[\p{L}\p{N}]+/gu) ?? []).map((word) => `${word.toLowerCase()}:*`).join(' & ')

/** Cursor to the jobs after one, from its sort key as text and its number. */
export const cursorTo = (key: string, number: number): string => Buffer.from(JSON.stringify([key, number])).toString('base64url')

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
