import { isNoted, type Answer, type Unit } from '@plucky/core'
import type { JobFinding } from '@plucky/contract'

/** The margin with which each joint, element and set carried its load: the worst of the stations through which it is loaded. */
export function marginsOf(unit: Unit, answer: Answer | undefined): Readonly<Record<string, number>> {
  const margins: Record<string, number> = {}
  for (const { id, load } of unit.stations) {
    const margin = answer?.stations.find(({ stationId }) => stationId === id)?.worst?.margin
    if (margin === undefined) continue
    const places = load.at === 'link' ? [load.id] : load.at === 'sets' ? load.ids : []
    for (const place of places) margins[place] = Math.min(margin, margins[place] ?? Infinity)
  }
  return margins
}

/** How often each fault was found in units of this kind, in other jobs of the shop. */
export function recordsOf(jobs: readonly JobFinding[], unitId: string, except: number | null): Readonly<Record<string, number>> {
  const records: Record<string, number> = {}
  for (const { number, unitId: of, teardown } of jobs)
    if (of === unitId && number !== except && isNoted(teardown) && teardown.found !== null)
      records[teardown.found] = (records[teardown.found] ?? 0) + 1
  return records
}
