/**
 * The member of a list at a place that is within it by the way the list was made, such as the middle of three.
 *
 * @param index - Place, from 0.
 * @throws RangeError if there is no such member: then the reasoning of the caller was wrong, and no figure may come of it.
 * @example memberAt(['input', 'main', 'output'], 1).length // → 4
 */
export function memberAt<T>(list: ArrayLike<T>, index: number): T {
  const member = list[index]
  if (member === undefined) throw missing(index, list)
  return member
}

/**
 * As {@link memberAt}, for numbers. Numbers and typed lists have functions of their own because one that sees few kinds of list is
 * compiled to a plain load: in the elimination of the gear train the general one costs a factor of two.
 *
 * @throws RangeError if there is no such member.
 * @example numberAt([3, 4, 5], 1) // → 4
 */
export function numberAt(list: readonly number[], index: number): number {
  const member = list[index]
  if (member === undefined) throw missing(index, list)
  return member
}

/**
 * As {@link numberAt}, for typed lists of real numbers.
 *
 * @throws RangeError if there is no such member.
 * @example realAt(Float64Array.of(0.5, 2.5), 1) // → 2.5
 */
export function realAt(list: Float64Array, index: number): number {
  const member = list[index]
  if (member === undefined) throw missing(index, list)
  return member
}

/**
 * As {@link numberAt}, for typed lists of whole numbers.
 *
 * @throws RangeError if there is no such member.
 * @example wholeAt(Int32Array.of(3, 7), 0) // → 3
 */
export function wholeAt(list: Int32Array, index: number): number {
  const member = list[index]
  if (member === undefined) throw missing(index, list)
  return member
}

const missing = (index: number, { length }: ArrayLike<unknown>) => new RangeError(`no member ${index} in a list of ${length}`)

/**
 * A value that is there by the way it was looked up, such as a station of a unit that was checked.
 *
 * @throws TypeError if it is not: then the reasoning of the caller was wrong, and no figure may come of it.
 * @example certain(new Map([['first', 2.48]]).get('first')) // → 2.48
 */
export function certain<T>(value: T | undefined | null): T {
  if (value === undefined || value === null) throw new TypeError('a value that must be there is missing')
  return value
}
