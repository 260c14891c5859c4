import { certain } from '@plucky/core'

/** A copy with the value at a path replaced; undefined takes a field away, or a member out of its list. */
export function withValue<T extends object>(item: T, path: string, value: unknown): T {
  // Accessed by path keys.
  const copy = structuredClone(item) as Record<string, unknown>
  const keys = path.split('.')
  const last = certain(keys.pop())
  let at = copy
  for (const [i, key] of keys.entries()) {
    at[key] ??= /^\d+$/.test(keys[i + 1] ?? last) ? [] : {}
    // Created on the line above if missing.
    at = at[key] as Record<string, unknown>
  }
  if (value !== undefined) at[last] = value
  else if (Array.isArray(at)) at.splice(Number(last), 1)
  else Reflect.deleteProperty(at, last)
  // Same type as the input, except for unchecked data at the path.
  return copy as T
}
