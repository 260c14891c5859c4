import type { Answer, GaugeRow, Knob, LinePressure, LineState, PressureCalibration, PressureReport, Unit } from '@plucky/core'
import { lockedOil, lockupOil } from '@plucky/core'
import { quantity, shownFigure } from './format.js'

/** Points at which a gauge is read, as they are spoken. */
export const GAUGE_POINT_WORDS: Record<GaugeRow['at'], string> = {
  idle: 'Drive, idle',
  cruise: 'Cruise, light throttle',
  stall: 'Full throttle, stall',
  redline: 'Full throttle, redline',
  low: 'Manual low, idle',
  'reverse-idle': 'Reverse, idle',
  'reverse-stall': 'Reverse, brief throttle',
}

/** A line of the table to hold a gauge against, in words. */
export interface GaugeLine {
  readonly point: string
  readonly speed: string
  readonly hot: string
  readonly cold: string
  /** Whether line pressure is below the commanded pressure, or above what a part bears, hot and cold. */
  readonly hotShort: boolean
  readonly coldShort: boolean
}

const LINE_STATE_WORDS: Record<Exclude<LineState, 'as-commanded'>, string> = {
  'relief-open': 'relief valve open',
  'short-of-oil': 'pump short',
}

/** What a gauge should read at a point. */
export function readingWords({ commandedPa, madePa, linePa, state }: LinePressure): string {
  const over = linePa < madePa ? `, over a part limit of ${shownFigure(linePa, 'psi')}` : ''
  if (state === 'as-commanded') return quantity(madePa, 'psi') + over
  const why = LINE_STATE_WORDS[state]
  return `${quantity(madePa, 'psi')}, ${why}${Number.isFinite(commandedPa) ? ` of ${shownFigure(commandedPa, 'psi')}` : ''}${over}`
}

/** The table to hold a gauge against. */
export const gaugeLines = ({ gauge }: Pick<PressureReport, 'gauge'>): GaugeLine[] =>
  gauge.map(({ at, engineRadPerS, hot, cold }) => ({
    point: GAUGE_POINT_WORDS[at],
    speed: quantity(engineRadPerS, 'rpm'),
    hot: readingWords(hot),
    cold: readingWords(cold),
    hotShort: hot.state !== 'as-commanded' || hot.linePa < hot.madePa,
    coldShort: cold.state !== 'as-commanded' || cold.linePa < cold.madePa,
  }))

/** Line pressure of a job in a line: as typed from the gauge, or as the valves make it at full throttle. */
export function pressureWords(pressure: PressureCalibration, answer: Answer | undefined, unit: Unit): string {
  const { lockupApplyPa, lockupReleasePa } = pressure
  const { applyPa, releasePa } = answer ? lockedOil(answer.cases) : lockupOil(pressure, pressure.drivePa)
  const lockup =
    lockupApplyPa === undefined && lockupReleasePa === undefined
      ? ''
      : `, lockup apply ${quantity(applyPa, 'psi')}, release ${quantity(releasePa, 'psi')}`
  const reverse = new Set(unit.train.ranges.flatMap((range) => (range.reverse ? [range.id] : [])))
  const most = (back: boolean) =>
    Math.max(0, ...(answer?.cases ?? []).flatMap((duty) => (reverse.has(duty.rangeId) === back ? [duty.linePressurePa] : [])))
  if (pressure.by !== 'valves' || !answer)
    return `${quantity(pressure.drivePa, 'psi')} in drive, ${quantity(pressure.reversePa, 'psi')} in reverse${lockup}`
  return `calculated, ${quantity(most(false), 'psi')} in drive, ${quantity(most(true), 'psi')} in reverse${lockup}`
}

/** Knobs of pump and valves as they are called on the bench. */
export const KNOB_WORDS: Record<Knob, string> = {
  springRateNPerM: 'Reg. spring rate',
  springCompressionM: 'Reg. preload',
  springShimM: 'Reg. shim',
  boostDiameterM: 'Boost valve dia.',
  reverseDiameterM: 'Reverse land dia.',
  signalIdlePa: 'TV, closed',
  signalFullPa: 'TV, full throttle',
  reliefRateNPerM: 'Relief spring rate',
  reliefShimM: 'Relief shim',
  converterLimitPa: 'Conv. charge max',
  displacementM3: 'Pump displacement',
  sideClearanceM: 'Side clearance',
}
