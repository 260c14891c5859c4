import { stallOnLine } from '../converter/boosted-line.js'
import type { Engine } from '../engine/boost.js'
import { withInstalledBolts } from '../fitup/installed-bolts.js'
import { casesOf, usualConverter } from '../judge/cases.js'
import { stallStanding, stallWindow } from '../judge/stall-target.js'
import type { Part } from '../model/part.js'
import type { PressureCalibration } from '../model/calibration.js'
import type { SpecInput } from '../model/spec-input.js'
import { converterCharacteristic } from '../parts/converter/geometry.js'
import type { LoadCases } from './demand.js'
import type { PlanInput } from './input.js'

/** Load cases, and the input that they were computed from. */
export interface Frame extends LoadCases {
  /** Contains only the parts that change loads. */
  readonly input: SpecInput
  readonly stallRadPerS: number
}

/** Input of the judge with parts at some stations only. */
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

/** Computes the load cases of an input. */
export function frameOf(input: SpecInput, engine: Engine): Frame {
  const converter = [...input.fitted.values()].find((part) => part.kind === 'converter')
  const characteristic = converter?.kind === 'converter' ? converterCharacteristic(converter.geometry) : usualConverter(engine, input)
  const { cases, line } = casesOf(input, engine, characteristic)
  return { input, cases, peakPowerW: engine.on.peakPowerW, stallRadPerS: stallOnLine(line).engineSpeedRadPerS, demands: new Map() }
}

/** True if the stall speed is in the target range of the house rule. */
export function stallsAsWanted({ input, stallRadPerS }: Frame, { on }: Engine): boolean {
  const { brief, rules } = input
  const window = stallWindow(rules.stallSchool, brief.use, brief.engine.kind, on.peakTorqueSpeedRadPerS)
  return stallStanding(stallRadPerS / on.peakTorqueSpeedRadPerS, window) === 'as-wanted'
}
