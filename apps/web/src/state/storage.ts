/** Reads a value from browser storage. Returns `undefined` if it is missing or unreadable. */
export function readStored<T>(name: string): T | undefined {
  try {
    // Stored under this name by `keep`.
    return (JSON.parse(localStorage.getItem(name) ?? 'null') as T | null) ?? undefined
  } catch {
    return undefined
  }
}

/** Writes a value to browser storage. Returns false if storage is full or blocked. */
export const keep = (name: string, value: unknown): boolean =>
  tried(() => {
    localStorage.setItem(name, JSON.stringify(value))
    return true
  }) ?? false

export const dropKept = (name: string): void => tried(() => localStorage.removeItem(name))

/** All keys in browser storage. Empty if storage is blocked. */
export const keptNames = (): readonly string[] =>
  tried(() => Array.from({ length: localStorage.length }, (_, i) => localStorage.key(i) ?? '')) ?? []

/** Runs a storage call. Returns `undefined` if the browser throws because storage is full or blocked. */
function tried<T>(act: () => T): T | undefined {
  try {
    return act()
  } catch (error) {
    if (error instanceof DOMException) return undefined
    throw error
  }
}
