/**
 * An object with further properties that are made on first access and then kept.
 * @example lazily({ a: 1 }, { b: () => 2 }).b // → 2
 */
export function lazily<T extends object, L extends Readonly<Record<string, () => unknown>>>(
  base: T,
  made: L,
): T & { readonly [K in keyof L]: ReturnType<L[K]> } {
  for (const [key, make] of Object.entries(made)) {
    let known: { readonly value: unknown } | undefined
    Object.defineProperty(base, key, { enumerable: true, get: () => (known ??= { value: make() }).value })
  }
  // The properties were just defined; the compiler does not follow defineProperty.
  return base as T & { readonly [K in keyof L]: ReturnType<L[K]> }
}
