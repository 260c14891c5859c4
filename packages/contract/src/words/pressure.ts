import type { Answer, GaugeRow, Knob, LinePressure, PressureCalibration, PressureReport, Unit } from '@plucky/core'
import { fromSi, lockupOil } from '@plucky/core'
import { figure, quantity } from './format.js'

/** Points at which a gauge is read, as they are spoken. */
export const GAUGE_POINT_WORDS: Record<GaugeRow['at'], string> = {
  idle: 'idle in drive',
  cruise: 'cruise, light throttle',
  stall: 'full throttle at the stall',
  redline: 'full throttle at redline',
  low: 'low by hand, idle',
  'reverse-idle': 'reverse, idle',
  'reverse-stall': 'reverse, full throttle',
}

/** A line of the table to hold a gauge against, in words. */
export interface GaugeLine {
  readonly point: string
  readonly speed: string
  readonly hot: string
  readonly cold: string
}

/** What a gauge should read at a point. */
export function readingWords({ commandedPa, linePa, state }: LinePressure): string {
  if (state === 'as-commanded') return quantity(linePa, 'psi')
  const why = state === 'relief-open' ? 'relief open' : 'pump falls short'
  return `${quantity(linePa, 'psi')}, ${why}${Number.isFinite(commandedPa) ? ` of ${figure(fromSi(commandedPa, 'psi'))}` : ''}`
}

/** The table to hold a gauge against. */
export const gaugeLines = ({ gauge }: Pick<PressureReport, 'gauge'>): GaugeLine[] =>
  gauge.map(({ at, engineRadPerS, hot, cold }) => ({
    point: GAUGE_POINT_WORDS[at],
    speed: quantity(engineRadPerS, 'rpm'),
    hot: readingWords(hot),
    cold: readingWords(cold),
  }))

/** Line pressure of a job in a line: as typed from the gauge, or as the valves make it at full throttle. */
export function pressureWords(pressure: PressureCalibration, answer: Answer | undefined, unit: Unit): string {
  const { lockupApplyPa, lockupReleasePa } = pressure
  const { applyPa, releasePa } = lockupOil(pressure, pressure.drivePa)
  const lockup = lockupApplyPa === undefined && lockupReleasePa === undefined ? '' : `, lockup ${quantity(applyPa, 'psi')} against ${quantity(releasePa, 'psi')}` // prettier-ignore
  const reverse = new Set(unit.train.ranges.flatMap((range) => (range.reverse ? [range.id] : [])))
  const most = (back: boolean) => Math.max(0, ...(answer?.cases ?? []).flatMap((duty) => (reverse.has(duty.rangeId) === back ? [duty.linePressurePa] : []))) // prettier-ignore
  if (pressure.by !== 'valves' || !answer) return `${quantity(pressure.drivePa, 'psi')} in drive, ${quantity(pressure.reversePa, 'psi')} in reverse${lockup}` // prettier-ignore
  return `by the valves, ${quantity(most(false), 'psi')} in drive, ${quantity(most(true), 'psi')} in reverse${lockup}`
}

/** Knobs of pump and valves as they are called on the bench. */
export const KNOB_WORDS: Record<Knob, string> = {
  springRateNPerM: 'Regulator rate',
  springCompressionM: 'pressed in',
  springShimM: 'shim under it',
  boostDiameterM: 'Boost valve ⌀',
  reverseDiameterM: 'Reverse land ⌀',
  signalIdlePa: 'Signal, shut',
  signalFullPa: 'Signal, open',
  reliefRateNPerM: 'Relief rate',
  reliefShimM: 'shim under it',
  converterLimitPa: 'Converter, most',
  displacementM3: 'Pump, a turn',
  sideClearanceM: 'gap at its sides',
}
