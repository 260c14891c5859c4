import type { RangeSolution } from '../gearing/solve.js'
import { CASE } from '../gearing/train.js'
import type { DutyCase } from './duty.js'
import type { Origin } from './stated.js'
import type { Shock } from './rules.js'
import { ENGINE_SPEED, type Station, type Unit } from './unit.js'

/** Torque asked and held at a station in one duty case, at the place that gives way first. */
export interface StationCase {
  readonly caseId: string
  readonly loadNm: number
  readonly factor: number
  readonly demandNm: number
  readonly capacityNm: number
  /** capacity / (load × factor) */
  readonly margin: number
  readonly place: string
  readonly origin: Origin
  readonly shock: Shock
  readonly scatter: number
}

/** Speed of a station in a case, rad/s; nothing where the member is left free. */
export function stationSpeed(station: Station, duty: DutyCase, gearing: RangeSolution): number | undefined {
  if (station.speedOf === ENGINE_SPEED) return duty.engine.speedRadPerS
  const perInput = station.speedOf === CASE ? 0 : gearing.speeds[station.speedOf]
  return perInput === undefined ? undefined : perInput * duty.turbine.speedRadPerS
}

/** The drum that carries the piston of a station's element; the case where it does not turn. */
export function drumSpeedPerInput(unit: Unit, station: Station, gearing: RangeSolution): number {
  if (station.load.at !== 'link') return 0
  const id = station.load.id
  const drum = unit.train.elements.find((element) => element.id === id)?.pistonOn ?? CASE
  return drum === CASE ? 0 : (gearing.speeds[drum] ?? 0)
}
