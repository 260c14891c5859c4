/**
 * Element of a list at an index that is known to be in range.
 *
 * @param index - Zero-based index.
 * @throws RangeError if the index is out of range. This is a programming error, so no result is computed from it.
 * @example memberAt(['input', 'main', 'output'], 1).length // → 4
 */
export function memberAt<T>(list: ArrayLike<T>, index: number): T {
  const member = list[index]
  if (member === undefined) throw missing(index, list)
  return member
}

/**
 * Same as {@link memberAt}, for numbers. Number lists and typed arrays have their own functions because a function that sees few kinds of
 * list compiles to a plain load. With one function for all, solving the gear train takes twice as long.
 *
 * @throws RangeError if the index is out of range.
 * @example numberAt([3, 4, 5], 1) // → 4
 */
export function numberAt(list: readonly number[], index: number): number {
  const member = list[index]
  if (member === undefined) throw missing(index, list)
  return member
}

/**
 * Same as {@link numberAt}, for Float64Array.
 *
 * @throws RangeError if the index is out of range.
 * @example realAt(Float64Array.of(0.5, 2.5), 1) // → 2.5
 */
export function realAt(list: Float64Array, index: number): number {
  const member = list[index]
  if (member === undefined) throw missing(index, list)
  return member
}

/**
 * Same as {@link numberAt}, for Int32Array.
 *
 * @throws RangeError if the index is out of range.
 * @example wholeAt(Int32Array.of(3, 7), 0) // → 3
 */
export function wholeAt(list: Int32Array, index: number): number {
  const member = list[index]
  if (member === undefined) throw missing(index, list)
  return member
}

const missing = (index: number, { length }: ArrayLike<unknown>) => new RangeError(`no member ${index} in a list of ${length}`)

/**
 * A value that is known to exist, such as a station of a validated unit.
 *
 * @throws TypeError if it is missing. This is a programming error, so no result is computed from it.
 * @example certain(new Map([['first', 2.48]]).get('first')) // → 2.48
 */
export function certain<T>(value: T | undefined | null): T {
  if (value === undefined || value === null) throw new TypeError('a value that must be there is missing')
  return value
}
