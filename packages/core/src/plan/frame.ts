import { stallOnLine } from '../converter/boosted-line.js'
import type { Engine } from '../engine/boost.js'
import { withInstalledBolts } from '../fitup/installed-bolts.js'
import { casesOf, usualConverter } from '../judge/cases.js'
import type { DutyCase } from '../judge/duty.js'
import { stallStanding, stallWindow } from '../judge/stall-target.js'
import type { Part } from '../model/part.js'
import type { PressureCalibration } from '../model/calibration.js'
import type { SpecInput } from '../model/spec-input.js'
import { converterCharacteristic } from '../parts/converter/geometry.js'
import type { PlanInput } from './input.js'

/** Load cases that a set of load-altering parts gives, and the input that they come from. */
export interface Frame {
  /** Only the parts that alter loads are installed. */
  readonly input: SpecInput
  readonly cases: readonly DutyCase[]
  readonly peakPowerW: number
  readonly stallRadPerS: number
  /** Power held as a function of capacity, by load and kind of shock. */
  readonly powers: Map<string, (capacityNm: number) => number>
}

/** A build with some stations filled, judged like any other. */
export const partialInput = (
  { unit, brief, rules, book, present }: PlanInput,
  parts: readonly (readonly [stationId: string, part: Part | undefined])[],
  pressure: PressureCalibration = present.pressure,
): SpecInput => ({
  unit,
  brief,
  rules,
  pressure,
  fitted: withInstalledBolts(new Map(parts.flatMap(([id, part]) => (part ? [[id, part] as const] : []))), book),
  ...(book ? { book } : {}),
})

/** Load cases behind an engine with some parts installed. */
export function frameOf(input: SpecInput, engine: Engine): Frame {
  const converter = [...input.fitted.values()].find((part) => part.kind === 'converter')
  const characteristic = converter?.kind === 'converter' ? converterCharacteristic(converter.geometry) : usualConverter(engine, input)
  const { cases, line } = casesOf(input, engine, characteristic)
  return { input, cases, peakPowerW: engine.on.peakPowerW, stallRadPerS: stallOnLine(line).engineSpeedRadPerS, powers: new Map() }
}

/** True if the stall of a frame is in the target range of the house rule. */
export function stallsAsWanted({ input, stallRadPerS }: Frame, { on }: Engine): boolean {
  const { brief, rules } = input
  const window = stallWindow(rules.stallSchool, brief.use, brief.engine.kind, on.peakTorqueSpeedRadPerS)
  return stallStanding(stallRadPerS / on.peakTorqueSpeedRadPerS, window) === 'as-wanted'
}
