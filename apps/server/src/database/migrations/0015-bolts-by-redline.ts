import { newRules } from './new-rules.js'

/** A job records the redline above which both converter bolt patterns are wanted; what it says of the patterns stays. */
export const { up, down } = newRules({ secondPatternRadPerS: 680.6784082777885 })
