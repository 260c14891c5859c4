import { fieldsOf, KNOB_WORDS, KnobsDto, type JobContent } from '@plucky/contract'
import { fromSi, KNOBS, PUMP_KNOBS, toSi, type Knob, type OilCircuit, type UnitName } from '@plucky/core'

type Pressure = JobContent['spec']['pressure']

/** A knob as it stands on the bench. */
export interface KnobRow {
  readonly key: Knob
  readonly label: string
  /** In full, as the part's form has it. */
  readonly name: string
  readonly unit: UnitName
  readonly digits: number
  /** As it works now, and as the fitted part has it; SI. */
  readonly value: number
  readonly fitted: number
  readonly turned: boolean
  /** Ends of its travel and its step, in its unit. */
  readonly from: number
  readonly to: number
  readonly step: number
}

const fieldOf = (key: Knob) => fieldsOf(KnobsDto).find((each) => each.key === key)
const nameOf = (key: Knob): string => fieldOf(key)?.label ?? key

const unitOf = (key: Knob): { unit: UnitName; from: number; to: number } => {
  const field = fieldOf(key)
  if (field?.holds.type !== 'figure' || !field.holds.span.unit) throw new Error(`Adjustment "${key}" has no unit.`)
  return { unit: field.holds.span.unit, from: field.holds.span.from, to: field.holds.span.to }
}

/** Ends of travel that are not a share of what is fitted: shims, signals and the clearance begin at nothing. */
const TRAVEL: Partial<Record<Knob, readonly [from: number, to: number, step: number]>> = {
  springShimM: [0, 6, 0.1],
  reliefShimM: [0, 3, 0.05],
  signalIdlePa: [0, 120, 1],
  signalFullPa: [0, 160, 1],
  sideClearanceM: [0.0004, 0.008, 0.0001],
  converterLimitPa: [20, 160, 1],
}
const STEPS: Partial<Record<UnitName, readonly [step: number, digits: number]>> = { 'N/mm': [0.1, 1], mm: [0.05, 2], psi: [1, 0], 'in³': [0.01, 2], in: [0.0001, 4] } // prettier-ignore

/** The knobs of a circuit in the order of the bench: regulator, signal, relief, converter, pump. */
export function knobRows(pump: OilCircuit['pump'], valves: OilCircuit['valves'], knobs: Pressure['knobs'] = {}): KnobRow[] {
  const fittedOf = (key: Knob): number =>
    ((PUMP_KNOBS as readonly string[]).includes(key) ? pump[key as keyof typeof pump] : (valves[key as keyof typeof valves] as number)) ?? 0
  return [...KNOBS, ...PUMP_KNOBS].map((key) => {
    const { unit, from, to } = unitOf(key)
    const fitted = fittedOf(key)
    const value = knobs[key] ?? fitted
    const shown = fromSi(fitted, unit)
    const [step, digits] = STEPS[unit] ?? [0.1, 1]
    const [low, high, fine] = TRAVEL[key] ?? [Math.max(from, shown * 0.5), Math.min(to, shown * 1.6), step]
    const at = fromSi(value, unit)
    return {
      key,
      label: KNOB_WORDS[key],
      name: nameOf(key),
      unit,
      digits,
      value,
      fitted,
      turned: knobs[key] !== undefined,
      from: Math.min(low, at),
      to: Math.max(high, at),
      step: fine,
    }
  })
}

/** A pressure calibration with a knob at a value, or as fitted. */
export function withKnob(pressure: Pressure, key: Knob, value: number | null): Pressure {
  const others = Object.fromEntries(Object.entries(pressure.knobs ?? {}).filter(([name]) => name !== key))
  const knobs = value === null ? others : { ...others, [key]: value }
  const rest = Object.fromEntries(Object.entries(pressure).filter(([name]) => name !== 'knobs')) as Pressure
  return Object.keys(knobs).length > 0 ? { ...rest, knobs } : rest
}

/** SI value of a slider that stands at a figure in the knob's unit. */
export const atSlider = (row: KnobRow, shown: number): number => toSi(Number(shown.toFixed(row.digits)), row.unit)
