import { newRules } from './new-rules.js'

/** Adds the redline limit for the second converter bolt pattern. The bolt rule of a stored job does not change. */
export const up = newRules({ secondPatternRadPerS: 680.6784082777885 })
