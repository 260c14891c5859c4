import type { EngineKind } from '../engine/template.js'
import type { Use } from './brief.js'
import type { StallSchool } from './rules.js'

/** Where a school wants the stall, as shares of the torque peak's speed. */
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
 * Where the stall is wanted, by the house's school or by use. A diesel makes its torque so low that "far below" would be at idle: there by
 * use means a little below.
 * @example stallWindow('by-use', 'tow', 'petrol').to // → 0.8
 */
export function stallWindow(rule: StallSchool, use: Use, kind: EngineKind): StallWindow {
  const byUse = kind === 'diesel' && BY_USE[use] === 'far-below' ? 'below-peak' : BY_USE[use]
  const school = rule === 'by-use' ? byUse : rule
  const [from, to] = WINDOWS[school]
  return { school, from, to }
}

/** How a stall stands to where it is wanted: below it the engine works against cam and boost, above it the car is soft at part throttle. */
export type StallStanding = 'tight' | 'as-wanted' | 'loose'

export const stallStanding = (share: number, { from, to }: StallWindow): StallStanding =>
  share < from ? 'tight' : share > to ? 'loose' : 'as-wanted'
