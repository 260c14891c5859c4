/** What this machine keeps under a name, or nothing where it cannot be read. */
export function readKept<T>(name: string): T | undefined {
  try {
    return (JSON.parse(localStorage.getItem(name) ?? 'null') as T | null) ?? undefined
  } catch {
    return undefined
  }
}

/** Keeps a value on this machine. False where the browser has no room for it or does not allow it. */
export const keep = (name: string, value: unknown): boolean =>
  tried(() => {
    localStorage.setItem(name, JSON.stringify(value))
    return true
  }) ?? false

export const dropKept = (name: string): void => tried(() => localStorage.removeItem(name))

/** Names under which this machine keeps something. */
export const keptNames = (): readonly string[] =>
  tried(() => Array.from({ length: localStorage.length }, (_, i) => localStorage.key(i) ?? '')) ?? []

/** What a browser gives whose storage may be full or blocked; nothing where it refuses. */
function tried<T>(act: () => T): T | undefined {
  try {
    return act()
  } catch (error) {
    if (error instanceof DOMException) return undefined
    throw error
  }
}
