import type { JobContent } from '@plucky/contract'

/** A change that the server has not acknowledged yet, kept on this machine so that a crash of either side loses nothing. */
export interface Draft {
  readonly version: number
  readonly content: JobContent
  /** The window that made it, and the number of the change: the server tells which of a window's changes it has. */
  readonly by: string
  readonly change: number
}

const key = (number: number) => `plucky-draft-${number}`

/** The draft of a job; one that cannot be read is as good as none. */
export function readDraft(number: number): Draft | undefined {
  return readKept<Draft>(key(number))
}

/** What this machine keeps under a name, or nothing where it cannot be read. */
export function readKept<T>(name: string): T | undefined {
  try {
    return (JSON.parse(localStorage.getItem(name) ?? 'null') as T | null) ?? undefined
  } catch {
    return undefined
  }
}

export const keepDraft = (number: number, draft: Draft) => localStorage.setItem(key(number), JSON.stringify(draft))
export const dropDraft = (number: number) => localStorage.removeItem(key(number))
