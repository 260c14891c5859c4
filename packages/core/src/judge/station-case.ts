import type { RangeSolution } from '../gearing/solve.js'
import { CASE } from '../gearing/train.js'
import type { LoadShare } from './load.js'
import type { DutyCase } from './duty.js'
import type { ElementOil, Limit } from '../parts/limit.js'
import { ENGINE_SPEED, type Station, type Unit } from '../model/unit.js'

/** Torque asked and held at a station in one duty case, at the place that gives way first. */
export interface StationCase {
  readonly caseId: string
  readonly loadNm: number
  /** Which of the case's torques it comes from. */
  readonly source: LoadShare['source']
  readonly factor: number
  readonly demandNm: number
  readonly capacityNm: number
  /** capacity / (load × factor) */
  readonly margin: number
  /** The limit with the least margin. */
  readonly limit: Limit
}

/** Speed of a station in a load case, rad/s. `undefined` if the member is free. */
export function stationSpeed(station: Station, duty: DutyCase, gearing: RangeSolution): number | undefined {
  if (station.speedOf === ENGINE_SPEED) return duty.engine.speedRadPerS
  const perInput = station.speedOf === CASE ? 0 : gearing.speeds[station.speedOf]
  return perInput === undefined ? undefined : perInput * duty.turbine.speedRadPerS
}

/** Speed of the drum that carries an element's piston, and the direction in which the held member would turn. */
export interface DrumState {
  readonly drumPerInput: number
  readonly dragSense: 1 | -1
}

/** The drum that carries the piston of a station's element is the case's where it does not turn; held is what is not the case. */
export function drumState(unit: Unit, station: Station, gearing: RangeSolution): DrumState {
  const id = station.load.at === 'link' ? station.load.id : undefined
  const element = unit.train.elements.find((each) => each.id === id)
  const drum = element?.pistonOn ?? CASE
  const passed = (gearing.torques[element?.id ?? ''] ?? 0) * (element?.a === CASE ? -1 : 1)
  return { drumPerInput: drum === CASE ? 0 : (gearing.speeds[drum] ?? 0), dragSense: passed < 0 ? -1 : 1 }
}

/** Oil pressures and turbine speed of a load case. */
export type OilState = Pick<DutyCase, 'linePressurePa' | 'lockupOil' | 'rangeId' | 'turbine'>

/** Oil at an element in a load case. */
export const oilOf = ({ linePressurePa, lockupOil, rangeId, turbine }: OilState, { drumPerInput, dragSense }: DrumState): ElementOil => ({
  linePressurePa,
  rangeId,
  lockupOil,
  drumSpeedRadPerS: drumPerInput * turbine.speedRadPerS,
  dragSense,
})
