import type { JobContent, JobFinding, LivedRecord } from '@plucky/contract'
import { engineOfBrief, updateList, updateMarks, type Marks, type Unit, type UpdateEntry } from '@plucky/core'
import { useMemo } from 'react'
import { useStore } from 'zustand'
import { useLived } from '../history/lived.js'
import { useStandards } from '../standards/use-standards.js'
import { api } from '../state/api.js'
import { useFetched } from '../state/queries.js'
import { shopStore } from '../state/shop.js'

/** Entries of the update list of a job, and what this shop has seen of each. */
export interface Updates {
  readonly entries: readonly UpdateEntry[]
  /** Reason why the shop standards could not be loaded. */
  readonly problem: string
  readonly inShop: (entry: UpdateEntry) => string
}

const NO_FINDINGS: readonly JobFinding[] = []

/** Makes the update list of a job. */
export function useUpdates(content: JobContent, unit: Unit, marks: Marks): Updates {
  const { standards, problem } = useStandards()
  const { data: findings = NO_FINDINGS } = useFetched(['jobs', 'findings', unit.id], () => api.findingsOf(unit.id))
  const { records } = useLived()
  const { parts, operations } = useStore(shopStore)
  const entries = useMemo(() => {
    const { variantId, brief, arrived, spec, teardown } = content
    const engine = engineOfBrief(brief.engine)
    return updateList({
      unit,
      variantId,
      brief,
      powerW: engine.ok ? engine.value.on.peakPowerW : 0,
      arrived,
      spec,
      catalogue: { parts, operations },
      found: teardown.found,
      standards,
      marks: updateMarks(marks),
    })
  }, [content, unit, parts, operations, standards, marks])
  const lived = records.filter(({ unitId }) => unitId === unit.id)
  return { entries, problem, inShop: (entry) => inShopWords(entry, findings, lived) }
}

/** Sentence with the failures that a weak place was the confirmed cause of, and the parts of its station that broke. Empty without any. */
function inShopWords({ of, stationId }: UpdateEntry, findings: readonly JobFinding[], lived: readonly LivedRecord[]): string {
  if (!('weakPlace' in of)) return ''
  const { faults = [] } = of.weakPlace
  const confirmed = findings.filter(({ teardown }) => teardown.found !== null && faults.includes(teardown.found)).length
  const own = lived.filter((record) => record.stationId === stationId)
  const broken = own.filter(({ state }) => state === 'broken').length
  const counts = [
    ...(confirmed === 0 ? [] : [`${confirmed} of ${findings.length} confirmed failures`]),
    ...(broken === 0 ? [] : [`${broken} of ${own.length} recorded parts broken at this station`]),
  ]
  return counts.length === 0 ? '' : `In this shop: ${counts.join(', ')}.`
}
