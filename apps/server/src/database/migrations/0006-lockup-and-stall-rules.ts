import { newRules } from './new-rules.js'

/** A job records the rules on lockup, on where the stall is wanted, and on how hot a stall may get. */
export const up = newRules({
  lockupRanges: 'as-unit',
  lockupInShifts: 'released',
  lockupSlipRadPerS: 0,
  lockedShiftS: 0.35,
  stallSchool: 'by-use',
  oilStartK: 355.3722222222222,
  oilLimitK: 422.0388888888889,
})
