import type { Lookup } from '@plucky/contract'
import { isShape, type Operation, type Part, type Unit } from '@plucky/core'
import { LRUCache } from 'lru-cache'

/** Runs a query. `$1` is the first value. */
export type Reader = <T extends object>(sql: string, values: readonly unknown[]) => Promise<T[]>

/** Tables of the items that a job names. Rows are locked in this order, against deadlocks. */
const TABLES = ['parts', 'operations', 'units'] as const
type ItemTable = (typeof TABLES)[number]
type Item = Part | Operation | Unit

/** A row of an item. Its state changes with every change of the row, also within one transaction. */
export interface RowState {
  readonly kind: ItemTable
  readonly id: string
  readonly state: string
}

/** Highest number of items that are kept. A part takes about 3 kB. */
const MOST_KEPT = 5000

/** Items of a job as they were read last. */
export interface Remembered {
  readonly lookup: Lookup
  readonly rows: readonly RowState[]
}

/**
 * Units, parts and operations that jobs name. Bodies are read once per state of their row: reading, parsing and solving them again costs
 * more than the rest of a save. Which state is current is always asked of the database, so a change by another server is never missed.
 */
export class NamedItems {
  private readonly known = new LRUCache<string, Item>({ max: MOST_KEPT })
  /** State in which each item was read last. */
  private readonly latest = new LRUCache<string, RowState>({ max: MOST_KEPT })

  /** Loads the items of the given jobs. With `lock`, no other transaction can change or delete them until that of `read` ends. */
  async of(jobs: readonly unknown[], read: Reader, lock?: 'SHARE'): Promise<Lookup> {
    const ids = idsIn(jobs)
    const rows = await read<RowState>(
      `WITH ${statesSql(1, lock)} SELECT kind, id, state FROM items`,
      TABLES.map((table) => [...ids[table]]),
    )
    const found = new Map<string, Item>()
    for (const table of TABLES) {
      const missing: string[] = []
      for (const row of rows) {
        if (row.kind !== table) continue
        const item = this.known.get(stateKey(row))
        if (item) found.set(itemKey(table, row.id), item)
        else missing.push(row.id)
      }
      for (const { body, ...row } of missing.length > 0 ? await bodiesOf(table, missing, read) : []) {
        this.known.set(stateKey(row), body)
        this.latest.set(itemKey(table, row.id), row)
        found.set(itemKey(table, row.id), body)
      }
    }
    return lookupIn(found)
  }

  /** Items of a job as they were read last, without the database. `undefined` if one is not known. Whether they are current is not known. */
  remembered(job: unknown): Remembered | undefined {
    const ids = idsIn([job])
    const found = new Map<string, Item>()
    const rows: RowState[] = []
    for (const table of TABLES)
      for (const id of ids[table]) {
        const row = this.latest.get(itemKey(table, id))
        const item = row && this.known.get(stateKey(row))
        if (!item) return undefined
        rows.push(row)
        found.set(itemKey(table, id), item)
      }
    return { lookup: lookupIn(found), rows }
  }
}

/**
 * Condition that items are still as they were read, in a statement that begins with `with`. Locks them against changes until the statement
 * is committed. The values begin with `$first`.
 */
export function unchangedSql(
  rows: readonly RowState[],
  first: number,
): { readonly with: string; readonly where: string; readonly values: readonly unknown[] } {
  const at = first + TABLES.length
  return {
    with: statesSql(first, 'SHARE'),
    where: `(SELECT count(*) FROM items WHERE kind || ' ' || id || ' ' || state = ANY($${at}::text[])) = $${at + 1}`,
    values: [...TABLES.map((table) => rows.flatMap(({ kind, id }) => (kind === table ? [id] : []))), rows.map(stateKey), rows.length],
  }
}

/** Common table expression "items": state of the items whose ids are the values from `$first` on, table by table. */
function statesSql(first: number, lock?: 'SHARE'): string {
  const states = TABLES.map(
    (table, i) =>
      `of_${table} AS (SELECT id, ${STATE} FROM ${table} WHERE id = ANY($${first + i}::text[]) ORDER BY id${lock ? ` FOR ${lock}` : ''})`,
  )
  return `${states.join(', ')}, items AS (${TABLES.map((table) => `SELECT '${table}' AS kind, id, state FROM of_${table}`).join(' UNION ALL ')})`
}

const STATE = 'xmin::text || ctid::text AS state'

const itemKey = (table: ItemTable, id: string): string => `${table} ${id}`

/** Each table holds items of one type. */
const lookupIn = (found: ReadonlyMap<string, Item>): Lookup => ({
  unit: (id) => found.get(itemKey('units', id)) as Unit | undefined,
  part: (id) => found.get(itemKey('parts', id)) as Part | undefined,
  operation: (id) => found.get(itemKey('operations', id)) as Operation | undefined,
})

const bodiesOf = (table: ItemTable, ids: readonly string[], read: Reader) =>
  read<RowState & { readonly body: Item }>(`SELECT '${table}' AS kind, id, ${STATE}, body FROM ${table} WHERE id = ANY($1::text[])`, [ids])

const stateKey = ({ kind, id, state }: RowState): string => `${kind} ${id} ${state}`

const textsOf = (value: unknown) => (isShape(value) ? Object.values(value) : []).flat().filter((id): id is string => typeof id === 'string')

/** Ids in unchecked jobs. */
export function idsIn(jobs: readonly unknown[]): Record<ItemTable, Set<string>> {
  const ids = { parts: new Set<string>(), operations: new Set<string>(), units: new Set<string>() }
  for (const job of jobs) {
    if (!isShape(job)) continue
    const spec = isShape(job['spec']) ? job['spec'] : {}
    for (const id of [...textsOf(spec['fits']), ...textsOf(job['arrived'])]) ids.parts.add(id)
    for (const id of textsOf(spec['works'])) ids.operations.add(id)
    if (typeof job['unitId'] === 'string') ids.units.add(job['unitId'])
  }
  return ids
}
