import { newRules } from './new-rules.js'

/** A job records whether the shock of a launch is a factor of the house or the ramp on its own shafts. */
export const up = newRules({ launchShock: 'factor' })
