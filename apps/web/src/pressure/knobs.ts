import { fieldsOf, type JobContent, KNOB_WORDS, KnobsDto, ofShown, shownDigits, shownUnit, toShown } from '@plucky/contract'
import { fromSi, type Knob, KNOBS, type OilCircuit, PUMP_KNOBS, toSi, type UnitName } from '@plucky/core'

type Pressure = JobContent['spec']['pressure']

/** An adjustment of the oil circuit, with its installed and its present value. */
export interface KnobRow {
  readonly key: Knob
  readonly label: string
  /** In full, as the part's form has it. */
  readonly name: string
  readonly unit: UnitName
  readonly digits: number
  /** Present value, and that of the installed part; SI. */
  readonly value: number
  readonly fitted: number
  readonly turned: boolean
  /** Ends of its travel and its step, in the shown unit. */
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
  const settings: { readonly [K in Knob]?: number | undefined } = { ...valves, ...pump }
  const fittedOf = (key: Knob): number => settings[key] ?? 0
  return [...KNOBS, ...PUMP_KNOBS].map((key) => {
    const { unit, from, to } = unitOf(key)
    const fitted = fittedOf(key)
    const value = knobs[key] ?? fitted
    const read = fromSi(fitted, unit)
    const [step, digits] = STEPS[unit] ?? [0.1, 1]
    const [low, high, fine] = TRAVEL[key] ?? [Math.max(from, read * 0.5), Math.min(to, read * 1.6), step]
    const at = toShown(value, unit)
    const inShown = (end: number) => toShown(toSi(end, unit), unit)
    return {
      key,
      label: KNOB_WORDS[key],
      name: nameOf(key),
      unit,
      digits,
      value,
      fitted,
      turned: knobs[key] !== undefined,
      from: Math.min(inShown(low), at),
      to: Math.max(inShown(high), at),
      step: shownUnit(unit) === unit ? fine : 10 ** -shownDigits(unit, digits),
    }
  })
}

/** A pressure calibration with a knob at a value, or as fitted. */
export function withKnob(pressure: Pressure, key: Knob, value: number | null): Pressure {
  const { knobs: before, ...rest } = pressure
  const others = Object.fromEntries(Object.entries(before ?? {}).filter(([name]) => name !== key))
  const knobs = value === null ? others : { ...others, [key]: value }
  return Object.keys(knobs).length > 0 ? { ...rest, knobs } : rest
}

/** SI value of a slider at a figure in the shown unit. */
export const atSlider = ({ unit, digits }: KnobRow, shown: number): number =>
  ofShown(Number(shown.toFixed(shownDigits(unit, digits))), unit)
