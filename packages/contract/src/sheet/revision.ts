import equal from 'fast-deep-equal'
import type { JobFile, Revision } from '../files/job-file.js'

/** "revision 2 “as quoted”". */
export const revisionName = ({ number, name }: Pick<Revision, 'number' | 'name'>): string => `revision ${number} “${name}”`

const byId = <T extends { readonly id: string }>(items: readonly T[]) => Object.fromEntries(items.map((item) => [item.id, item]))

/** True where two files hold the same job, judged by the same figures, in whatever order they stand. */
export function sameFile(a: JobFile, b: JobFile): boolean {
  return (
    equal(a.job, b.job) &&
    equal(a.unit, b.unit) &&
    equal(byId(a.parts), byId(b.parts)) &&
    equal(byId(a.operations), byId(b.operations)) &&
    equal(byId(a.kits), byId(b.kits))
  )
}

/**
 * How the state of a job stands to its revisions, the last one first: it is one of them, it is the last with changes since, or none has
 * been named. A part whose figures were changed on the shelf since is a change too.
 */
export function revisionWords(file: JobFile, revisions: readonly Revision[]): string {
  const same = revisions.find((revision) => sameFile(revision.file, file))
  if (same) return revisionName(same)
  const [last] = revisions
  return last ? `${revisionName(last)} plus later changes` : 'no revision saved yet'
}

/** What a sheet says of the state it shows: the revision, the day it was named and by whom, or how the job as it is stands to its revisions. */
export function sheetRevision(file: JobFile, revisions: readonly Revision[], named: Revision | undefined): string {
  const shown = named ?? revisions.find((revision) => sameFile(revision.file, file))
  return shown ? [revisionName(shown), shown.savedAt.slice(0, 10), shown.by].filter(Boolean).join(', ') : revisionWords(file, revisions)
}
