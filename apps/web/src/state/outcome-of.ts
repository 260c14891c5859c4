import { Refused } from './api.js'
import { messageOf } from './message-of.js'

/** Sentence about a request that failed. Without an answer, the server may have done it. `done`: "changed", "imported". */
export const outcomeOf = (error: unknown, done: string): string =>
  error instanceof Refused
    ? `${messageOf(error)} Nothing was ${done}.`
    : `${messageOf(error)} It is not known whether anything was ${done}: check the shelf before you try again.`
