import equal from 'fast-deep-equal'

/** A field that two windows changed to different values. */
export interface FieldConflict {
  /** Keys of the field, joined by full stops. */
  readonly path: string
  readonly mine: unknown
  readonly theirs: unknown
}

export interface Merged<T> {
  /** The merged value. It has the own value at each conflict. */
  readonly value: T
  readonly conflicts: readonly FieldConflict[]
}

type Fields = Readonly<Record<string, unknown>>

const isFields = (value: unknown): value is Fields => typeof value === 'object' && value !== null && !Array.isArray(value)

/** Objects of different kinds have different fields: they are kept as a whole. */
const sameKind = (base: Fields, ...others: readonly Fields[]): boolean =>
  others.every(({ kind, by }) => kind === base['kind'] && by === base['by'])

/**
 * Merges two changes of one value, field by field: a field that only one side changed has its value. Lists are one field.
 * @example mergedFields({ a: 1, b: 1 }, { a: 2, b: 1 }, { a: 1, b: 3 }).value // → { a: 2, b: 3 }
 */
export function mergedFields<T>(base: T, mine: T, theirs: T): Merged<T> {
  const conflicts: FieldConflict[] = []
  // The merged value has the fields of its inputs.
  return { value: merge(base, mine, theirs, [], conflicts) as T, conflicts }
}

function merge(base: unknown, mine: unknown, theirs: unknown, path: readonly string[], conflicts: FieldConflict[]): unknown {
  if (equal(mine, theirs) || equal(base, theirs)) return mine
  if (equal(base, mine)) return theirs
  if (!isFields(base) || !isFields(mine) || !isFields(theirs) || !sameKind(base, mine, theirs)) {
    conflicts.push({ path: path.join('.'), mine, theirs })
    return mine
  }
  const keys = new Set([...Object.keys(mine), ...Object.keys(theirs)])
  const fields = [...keys].map((key) => [key, merge(base[key], mine[key], theirs[key], [...path, key], conflicts)] as const)
  return Object.fromEntries(fields.filter(([, value]) => value !== undefined))
}
