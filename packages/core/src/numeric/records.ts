/**
 * Keys of a record as its type names them.
 * @example keysOf({ a: 1, b: 2 }).length // → 2
 */
// The type of a literal names all its keys; Object.keys allows for more.
export const keysOf = <K extends string>(record: Readonly<Record<K, unknown>>) => Object.keys(record) as K[]

/**
 * A record with a value for each key.
 * @example recordOf(['a', 'to'], (key) => key.length).to // → 2
 */
export const recordOf = <K extends string, V>(keys: readonly K[], of: (key: K) => V) =>
  // Every key has its value; fromEntries forgets which.
  Object.fromEntries(keys.map((key) => [key, of(key)])) as Record<K, V>

/**
 * A record of the same keys with other values.
 * @example mapRecord({ a: 1, b: 2 }, (value) => value * 2).b // → 4
 */
export const mapRecord = <K extends string, T, V>(record: Readonly<Record<K, T>>, of: (value: T, key: K) => V): Record<K, V> =>
  recordOf(keysOf(record), (key) => of(record[key], key))

/**
 * Entries of a record, in insertion order, with typed keys.
 * @example entriesOf({ a: 1, b: 2 }).length // → 2
 */
export const entriesOf = <K extends string, V>(record: Readonly<Record<K, V>>): readonly (readonly [key: K, value: V])[] =>
  keysOf(record).map((key) => [key, record[key]])

/**
 * True for an object or an array.
 * @example Number(isRecord({ a: 1 })) // → 1
 */
export const isRecord = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null

/**
 * True for an object that is not an array.
 * @example Number(isShape([1])) // → 0
 */
export const isShape = (value: unknown): value is Record<string, unknown> => isRecord(value) && !Array.isArray(value)

/**
 * True if the value is one of the listed texts.
 * @example Number(isOneOf(['drive', 'reverse'], 'drive')) // → 1
 */
export const isOneOf = <T extends string>(list: readonly T[], value: unknown): value is T => list.some((each) => each === value)

/**
 * Value at a dotted path of keys and indexes in unchecked data. Undefined if the path does not exist.
 * @example valueAt({ points: [{ x: 3 }] }, 'points.0.x') // → 3
 */
export const valueAt = (plain: unknown, path: string): unknown =>
  path.split('.').reduce<unknown>((at, key) => (isRecord(at) ? at[key] : undefined), plain)
