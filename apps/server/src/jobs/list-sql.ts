import { MOST_COUNTED, type JobSort, type JobSummary, type ListJobsDto } from '@plucky/contract'
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

/** Fields of a job in the list, in SQL. `$units` is the unit system of its sentence. */
const FIELDS: Readonly<Record<keyof JobSummary, string>> = {
  number: 'number',
  name: 'name',
  customer: 'customer',
  unitId: 'unit_id',
  unitName: 'coalesce(unit_name, unit_id)',
  savedAt: `to_char(saved_at AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"')`,
  state: `CASE WHEN deleted_at IS NOT NULL THEN 'deleted' WHEN archived_at IS NOT NULL THEN 'archived' ELSE 'open' END`,
  outcome: 'outcome',
  // A deleted job is rated when it is restored.
  rated: 'judged OR deleted_at IS NOT NULL',
  heldW: 'held_w',
  targetW: 'target_w',
  sentence: `coalesce(headline->($units::text)->>'sentence', '')`,
}

/** A job of the list as JSON. The database writes it: reading the columns and writing JSON in the server takes twice as long. */
export const SUMMARY = `json_build_object(${Object.entries(FIELDS)
  .map(([name, sql]) => `'${name}', ${sql}`)
  .join(', ')})`

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
  const words = prefixes(search)
  const from = after ? cursorOf(after) : undefined
  const filters = [
    ...(words ? ["search @@ to_tsquery('simple', $words)"] : []),
    ...(outcome ? ['outcome = $outcome'] : []),
    ...(unit ? ['unit_id = $unit'] : []),
  ]
  const seek = from ? [`(${key}, number) ${direction === 'asc' ? '>' : '<'} (($from)::${type}, $fromNumber::integer)`] : []
  const order = `ORDER BY ${key} ${direction}, number ${direction}`
  const matching = [STATES[state], ...filters].join(' AND ')
  // OFFSET 0 keeps the planner from sorting all matches: it cannot know how many a search has.
  const inOrder = words ? `(SELECT * FROM jobs WHERE ${[STATES[state], ...seek].join(' AND ')} ${order} OFFSET 0) AS jobs` : 'jobs'
  return {
    list: JSON.stringify([state, words, outcome, unit]),
    bind: { units, words, outcome, unit, from: from?.key, fromNumber: from?.number, limit },
    short: `WITH matched AS MATERIALIZED (SELECT number FROM jobs WHERE ${matching} LIMIT ${MOST_COUNTED + 1}),
      counted AS MATERIALIZED (SELECT count(*)::int AS total FROM matched)
      SELECT total, number, sort_key, summary FROM counted LEFT JOIN (
        SELECT number, ${key} AS position, (${key})::text AS sort_key, ${SUMMARY}::text AS summary FROM matched JOIN (${NAMED_JOBS}) USING (number)
        WHERE ${['(SELECT total FROM counted) <= ' + String(MOST_COUNTED), ...seek].join(' AND ')} ${order} LIMIT $limit
      ) AS page ON true ORDER BY position ${direction}, number ${direction}`,
    long: `SELECT number, (${key})::text AS sort_key, ${SUMMARY}::text AS summary FROM ${namedJobs(inOrder)}
      WHERE ${[matching, ...seek].join(' AND ')} ${order} LIMIT $limit`,
  }
}

function namedJobs(jobs: string): string {
  return `${jobs} LEFT JOIN (SELECT id, name AS unit_name FROM units) AS named ON named.id = jobs.unit_id`
}

/** Every word of a search, each as the beginning of one: "hill cou" finds "Hill-climb coupe". Empty without a word. */
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
