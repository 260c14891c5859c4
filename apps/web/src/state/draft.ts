import type { JobContent } from '@plucky/contract'

/** A change that the server has not acknowledged yet, kept on this machine so that a crash of either side loses nothing. */
export interface Draft {
  readonly version: number
  readonly content: JobContent
}

const key = (number: number) => `plucky-draft-${number}`

export function readDraft(number: number): Draft | undefined {
  const text = localStorage.getItem(key(number))
  return text === null ? undefined : (JSON.parse(text) as Draft)
}

export const keepDraft = (number: number, draft: Draft) => localStorage.setItem(key(number), JSON.stringify(draft))
export const dropDraft = (number: number) => localStorage.removeItem(key(number))
