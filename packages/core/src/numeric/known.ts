/**
 * The member of a list at a place that is within it by the way the list was made, such as the middle of three.
 *
 * @param index - Place, from 0.
 * @throws RangeError if there is no such member: then the reasoning of the caller was wrong, and no figure may come of it.
 * @example
 * at([3, 4, 5], 1) // 4
 */
export function at<T>(list: ArrayLike<T>, index: number): T {
  const member = list[index]
  if (member === undefined) throw new RangeError(`no member ${index} in a list of ${list.length}`)
  return member
}

/**
 * A value that is there by the way it was looked up, such as a station of a unit that was checked.
 *
 * @throws TypeError if it is not: then the reasoning of the caller was wrong, and no figure may come of it.
 * @example
 * known(new Map([['first', 2.48]]).get('first')) // 2.48
 */
export function known<T>(value: T | undefined | null): T {
  if (value === undefined || value === null) throw new TypeError('a value that must be there is missing')
  return value
}
