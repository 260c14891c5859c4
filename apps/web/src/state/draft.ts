import type { JobContent } from '@plucky/contract'
import { dropKept, keep, keptNames, readStored } from './storage.js'

/** A change that the server has not acknowledged yet, kept on this machine so that a crash of either side loses nothing. */
export interface Draft {
  readonly version: number
  readonly content: JobContent
  /** The window that made it, and the number of the change: the server tells which of a window's changes it has. */
  readonly by: string
  readonly change: number
  /** A save of an earlier change was not answered and may still arrive. Missing in drafts of older pages. */
  readonly unanswered?: boolean
}

/** Each window keeps its own, so that two windows of one job don't write over each other's. */
const prefix = (number: number) => `plucky-draft-${number}-`
const key = (number: number, by: string) => prefix(number) + by

/** The drafts of a job, the latest change first; one that cannot be read is as good as none. */
export function readDrafts(number: number): Draft[] {
  const drafts = keptNames()
    .filter((each) => each.startsWith(prefix(number)))
    .flatMap((each) => readStored<Draft>(each) ?? [])
  return drafts.sort((a, b) => b.change - a.change)
}

/** Keeps a change on this machine. False where the browser refuses: then only the server can keep it. */
export const keepDraft = (number: number, draft: Draft): boolean => keep(key(number, draft.by), draft)
export const dropDraft = (number: number, by: string): void => dropKept(key(number, by))
