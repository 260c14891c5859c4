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
 * Keys and values of a record, in its order.
 * @example entriesOf({ a: 1, b: 2 }).length // → 2
 */
export const entriesOf = <K extends string, V>(record: Readonly<Record<K, V>>): readonly (readonly [key: K, value: V])[] =>
  keysOf(record).map((key) => [key, record[key]])

/**
 * Whether a value of unknown shape has fields; the fields of a list are its places.
 * @example Number(isRecord({ a: 1 })) // → 1
 */
export const isRecord = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null

/**
 * Whether a value is one of a list of texts.
 * @example Number(isOneOf(['drive', 'reverse'], 'drive')) // → 1
 */
export const isOneOf = <T extends string>(list: readonly T[], value: unknown): value is T => list.some((each) => each === value)

/**
 * The value at a path of keys and places, of data whose shape is not known; `undefined` where nothing is there.
 * @example valueAt({ points: [{ x: 3 }] }, 'points.0.x') // → 3
 */
export const valueAt = (plain: unknown, path: string): unknown =>
  path.split('.').reduce<unknown>((at, key) => (isRecord(at) ? at[key] : undefined), plain)
