/** A function of an object that is worked out once for each, and forgotten with it. The object is never changed. */
export function memoizeByObject<K extends object, V>(make: (key: K) => V): (key: K) => V {
  const known = new WeakMap<K, { readonly value: V }>()
  return (key) => {
    const before = known.get(key)
    if (before) return before.value
    const value = make(key)
    known.set(key, { value })
    return value
  }
}
