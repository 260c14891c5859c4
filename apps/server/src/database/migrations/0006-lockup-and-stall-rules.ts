import { DEFAULT_RULES } from '@plucky/core'
import { newRules } from './new-rules.js'

const { lockupRanges, lockupInShifts, lockupSlipRadPerS, lockedShiftS, stallSchool, oilStartK, oilLimitK } = DEFAULT_RULES

/** A job records the rules on lockup, on where the stall is wanted, and on how hot a stall may get. */
export const { up, down } = newRules({ lockupRanges, lockupInShifts, lockupSlipRadPerS, lockedShiftS, stallSchool, oilStartK, oilLimitK })
