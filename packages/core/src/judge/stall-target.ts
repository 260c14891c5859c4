import type { EngineCurve } from '../engine/curve.js'
import type { EngineKind } from '../engine/template.js'
import { toSi } from '../quantity/units.js'
import type { Use } from '../model/brief.js'
import type { StallSchool } from '../model/rules.js'

/** Target stall of a school, as fractions of the torque-peak speed. */
export interface StallWindow {
  readonly school: Exclude<StallSchool, 'by-use'>
  readonly from: number
  readonly to: number
}

/** Windows of the schools (common practice, no source). */
const WINDOWS: Record<StallWindow['school'], readonly [number, number]> = {
  'at-peak': [0.95, 1.03],
  'below-peak': [0.85, 0.97],
  'far-below': [0.55, 0.8],
}

/**
 * What pulls loads must couple at low engine speed whatever its torque peak: "far below" is never above this. A diesel has its peak so low
 * that the same share of it would be at idle, so its window is nearer to the peak (common practice, no source).
 */
const FAR_BELOW = {
  petrol: { window: WINDOWS['far-below'], mostRadPerS: toSi(2400, 'rpm') },
  diesel: { window: [0.7, 0.9], mostRadPerS: toSi(1900, 'rpm') },
} as const

const BY_USE: Record<Use, StallWindow['school']> = {
  road: 'below-peak',
  tow: 'far-below',
  drag: 'at-peak',
  'off-road': 'below-peak',
  circuit: 'below-peak',
  'hill-climb': 'below-peak',
  'speed-trial': 'at-peak',
  work: 'far-below',
}

/**
 * Where the stall is wanted, by the house's school or by use, as shares of the torque peak's speed.
 * @example stallWindow('by-use', 'drag', 'petrol', toSi(5000, 'rpm')).to // → 1.03
 * @example stallWindow('by-use', 'tow', 'petrol', toSi(4700, 'rpm')).to * 4700 // → 2400
 */
export function stallWindow(rule: StallSchool, use: Use, kind: EngineKind, torquePeakRadPerS: number): StallWindow {
  const school = rule === 'by-use' ? BY_USE[use] : rule
  if (school !== 'far-below') return { school, from: WINDOWS[school][0], to: WINDOWS[school][1] }
  const { window, mostRadPerS } = FAR_BELOW[kind === 'diesel' ? 'diesel' : 'petrol']
  const to = Math.min(window[1], mostRadPerS / torquePeakRadPerS)
  return { school, from: (to * window[0]) / window[1], to }
}

/** Stall speeds that are wanted behind an engine, within its curve, and the K-factors (SAE J643) that give them. */
export interface WantedStall {
  readonly fromRadPerS: number
  readonly toRadPerS: number
  readonly fromK: number
  readonly toK: number
}

/** The stall that a window asks of an engine's curve. */
export function wantedStall(curve: EngineCurve, { from, to }: StallWindow): WantedStall {
  const within = (share: number) => Math.min(curve.maxSpeedRadPerS, Math.max(curve.minSpeedRadPerS, share * curve.peakTorqueSpeedRadPerS))
  const [fromRadPerS, toRadPerS] = [within(from), within(to)]
  const k = (speed: number) => speed / Math.sqrt(curve.torqueNm(speed))
  return { fromRadPerS, toRadPerS, fromK: k(fromRadPerS), toK: k(toRadPerS) }
}

/** A stall against where it is wanted: below it the engine works against cam and boost, above it the car is soft at part throttle. */
export type StallStanding = 'tight' | 'as-wanted' | 'loose'

/** Position of a stall speed relative to the target window. All values are fractions of the target. */
export const stallStanding = (share: number, { from, to }: StallWindow): StallStanding =>
  share < from ? 'tight' : share > to ? 'loose' : 'as-wanted'
