import { issue, type Issue } from '../quantity/issue.js'
import type { Part } from './part.js'
import type { Unit } from './unit.js'

/** Why a part cannot be fitted at a station of a unit. */
export function fitIssues(unit: Unit, stationId: string, part: Part, path: string): Issue[] {
  const station = unit.stations.find((s) => s.id === stationId)
  if (!station) return [issue('station-unknown', path, { station: stationId, unit: unit.name })]
  if (!part.unitIds.includes(unit.id))
    return [issue('part-of-another-unit', path, { part: part.name, units: part.unitIds.join(', '), unit: unit.name })]
  if (!part.stationIds.includes(stationId) || part.kind !== station.kind)
    return [issue('part-of-another-station', path, { part: part.name, stations: part.stationIds.join(', '), station: station.name })]
  return []
}
