import type { RangeSolution } from '../gearing/solve.js'
import { CASE } from '../gearing/train.js'
import type { DutyCase } from './duty.js'
import type { Limit } from './limits.js'
import type { Origin } from './part.js'
import type { Shock } from './rules.js'
import { ENGINE_SPEED, type Station, type StationLoad, type Unit } from './unit.js'

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
}

/** Torques below this share of the turbine's are rounding dust, not load. */
const NO_LOAD = 1e-9

/** Static torque that a load place sees in a case. */
export function loadTorque(load: StationLoad, duty: DutyCase, gearing: RangeSolution): number {
  switch (load.at) {
    case 'engine':
      return duty.engine.torqueNm
    case 'stator':
      return duty.stator.torqueNm
    case 'turbine':
      return duty.turbine.torqueNm
    case 'lockup':
      return duty.kind === 'lockup' ? duty.turbine.torqueNm : 0
    case 'link':
      return Math.abs(gearing.torques[load.id] ?? 0) * duty.turbine.torqueNm
    case 'sets':
      return Math.max(...load.ids.map((id) => Math.abs(gearing.setTorques[id]?.sun ?? 0))) * duty.turbine.torqueNm
    case 'output':
      return Math.abs(gearing.outputTorque) * duty.turbine.torqueNm
  }
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

/** Judges a station in one case: the least margin over its limits, or nothing where it carries no torque. */
export function judge(limits: readonly Limit[], duty: DutyCase, gearing: RangeSolution, drumPerInput: number): StationCase | undefined {
  const oil = {
    linePressurePa: duty.linePressurePa,
    drumSpeedRadPerS: drumPerInput * duty.turbine.speedRadPerS,
    rangeId: duty.rangeId,
  }
  let worst: StationCase | undefined
  for (const limit of limits) {
    const loadNm = loadTorque(limit.load, duty, gearing)
    if (loadNm <= NO_LOAD * duty.turbine.torqueNm) continue
    const factor = duty.factors[limit.shock]
    const capacityNm = limit.torqueNm(oil)
    const margin = capacityNm / (loadNm * factor)
    if (worst && worst.margin <= margin) continue
    const { place, origin, shock } = limit
    worst = { caseId: duty.id, loadNm, factor, demandNm: loadNm * factor, capacityNm, margin, place, origin, shock }
  }
  return worst
}
