import { fault, type Fault } from '../quantity/fault.js'
import type { Part } from './part.js'
import type { Unit } from './unit.js'

/** Why a part cannot be fitted at a station of a unit. */
export function fitFaults(unit: Unit, stationId: string, part: Part, path: string): Fault[] {
  const station = unit.stations.find((s) => s.id === stationId)
  if (!station) return [fault('station-unknown', path, { station: stationId, unit: unit.name })]
  if (!part.unitIds.includes(unit.id))
    return [fault('part-of-another-unit', path, { part: part.name, units: part.unitIds.join(', '), unit: unit.name })]
  if (!part.stationIds.includes(stationId) || part.kind !== station.kind)
    return [fault('part-of-another-station', path, { part: part.name, stations: part.stationIds.join(', '), station: station.name })]
  return []
}
