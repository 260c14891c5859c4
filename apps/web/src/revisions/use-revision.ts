import { revisionWords, type JobContent } from '@plucky/contract'
import { useDeferredValue, useEffect, useMemo } from 'react'
import { useStore } from 'zustand'
import { jobStore, loadRevisions } from '../state/job.js'
import { shopStore } from '../state/shop.js'
import { fileOf } from '../state/verdicts.js'

/** How the state on screen stands to the named ones; empty until they are here. */
export function useRevisionWords(content: JobContent | undefined): string {
  const number = useStore(jobStore, (job) => job.number)
  const revisions = useStore(jobStore, (job) => job.revisions)
  const { parts, operations, kits, units } = useStore(shopStore)
  const settled = useDeferredValue(content)
  const missing = content !== undefined && revisions === undefined
  useEffect(() => {
    // Without them nothing is said here; the screen of revisions says what is wrong.
    if (missing) void loadRevisions().catch(() => undefined)
  }, [missing, number])
  return useMemo(() => {
    const file = settled && fileOf(settled)
    return file && revisions ? revisionWords(file, revisions) : ''
    // eslint-disable-next-line react-hooks/exhaustive-deps -- fileOf reads the shop
  }, [settled, revisions, parts, operations, kits, units])
}
