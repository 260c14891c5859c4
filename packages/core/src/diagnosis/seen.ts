import { numberAt } from '../numeric/certain.js'
import type { RangeState } from './breakage.js'

/** How a range is found when it is driven. */
export const SEEN_STATES = ['fine', 'lost', 'slips', 'binds'] as const
export type SeenState = (typeof SEEN_STATES)[number]

/** What people say of a range against how it is: a range that drives in another ratio is called lost, a slipping one sometimes too. */
const SEEN: Readonly<Record<RangeState, readonly [fine: number, lost: number, slips: number, binds: number]>> = {
  fine: [0.9, 0.03, 0.05, 0.02],
  lost: [0.03, 0.85, 0.1, 0.02],
  other: [0.06, 0.8, 0.1, 0.04],
  slips: [0.05, 0.2, 0.74, 0.01],
  binds: [0.05, 0.12, 0.03, 0.8],
  'no-braking': [0.85, 0.05, 0.08, 0.02],
}

/** Chance that a range is found so, when it is so (common practice, no source). */
export const chanceSeen = (seen: SeenState, is: RangeState): number => numberAt(SEEN[is], SEEN_STATES.indexOf(seen))

/** True where what is found is what it most likely would be. */
export const agrees = (seen: SeenState, is: RangeState): boolean => chanceSeen(seen, is) >= 0.5
