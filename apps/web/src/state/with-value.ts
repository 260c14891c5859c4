import { certain } from '@plucky/core'

/** A copy with the value at a path replaced; undefined takes a field away, or a member out of its list. */
export function withValue<T extends object>(item: T, path: string, value: unknown): T {
  // Walked by the keys of a path.
  const copy = structuredClone(item) as Record<string, unknown>
  const keys = path.split('.')
  const last = certain(keys.pop())
  let at = copy
  for (const [i, key] of keys.entries()) {
    at[key] ??= /^\d+$/.test(keys[i + 1] ?? last) ? [] : {}
    // Made on the line above where it was missing.
    at = at[key] as Record<string, unknown>
  }
  if (value !== undefined) at[last] = value
  else if (Array.isArray(at)) at.splice(Number(last), 1)
  else Reflect.deleteProperty(at, last)
  // The same shape but for the value at the path.
  return copy as T
}
