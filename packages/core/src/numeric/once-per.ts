/**
 * A function whose value is kept per object, and made again where one of the further arguments changes. Forgotten with the object.
 * The object is never changed. `same` compares further arguments where identity asks too much.
 * @example oncePer((pair, by) => pair[0] * by)([2], 3) // → 6
 */
export function oncePer<K extends object, A extends readonly unknown[], V>(
  make: (of: K, ...by: A) => V,
  same: (a: A, b: A) => boolean = identical,
): (of: K, ...by: A) => V {
  const known = new WeakMap<K, { readonly by: A; readonly value: V }>()
  return (of, ...by) => {
    const before = known.get(of)
    if (before && same(before.by, by)) return before.value
    const value = make(of, ...by)
    known.set(of, { by, value })
    return value
  }
}

/**
 * Caches the results for the eight most recent objects. For objects that are created anew for every answer: in a WeakMap their results
 * survive several garbage collections, which costs more time than the cache saves.
 * @example oncePerRecent(([a]) => a * 2)([21]) // → 42
 */
export function oncePerRecent<K extends object, V>(make: (of: K) => V): (of: K) => V {
  const keys: (K | undefined)[] = new Array<undefined>(RECENT).fill(undefined)
  const values: (V | undefined)[] = new Array<undefined>(RECENT).fill(undefined)
  let next = 0
  return (of) => {
    const at = keys.indexOf(of)
    if (at >= 0) return values[at] as V // set together with its key
    const value = make(of)
    keys[next] = of
    values[next] = value
    next = (next + 1) % RECENT
    return value
  }
}

/**
 * A value that is made when it is first asked for.
 * @example once(() => 2 * 21)() // → 42
 */
export function once<V>(make: () => V): () => V {
  let made: { readonly value: V } | undefined
  return () => (made ??= { value: make() }).value
}

/** Cache size. One answer uses two engine curves, and so does the candidate compared with it. */
const RECENT = 8

const identical = (a: readonly unknown[], b: readonly unknown[]): boolean => {
  if (a.length !== b.length) return false
  for (let i = 0; i < a.length; i++) if (!Object.is(a[i], b[i])) return false
  return true
}

/**
 * A function whose value is kept per text or number. For few values: nothing is forgotten while the function lives.
 * @example oncePerValue((teeth) => teeth * 2)(21) // → 42
 */
export function oncePerValue<K extends string | number, V>(make: (value: K) => V): (value: K) => V {
  const known = new Map<K, { readonly value: V }>()
  return (key) => {
    const before = known.get(key)
    if (before) return before.value
    const value = make(key)
    known.set(key, { value })
    return value
  }
}

/**
 * A function whose value is kept for the latest number only.
 * @example oncePerLatest((pa) => pa * 2)(21) // → 42
 */
export function oncePerLatest<V>(make: (value: number) => V): (value: number) => V {
  let latest: { readonly key: number; readonly value: V } | undefined
  return (key) => {
    if (latest?.key !== key) latest = { key, value: make(key) }
    return latest.value
  }
}
