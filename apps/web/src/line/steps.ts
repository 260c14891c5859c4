import { toSi } from '@plucky/core'

/** Steps in which a power is tried, hp. */
export const STEP_HP = 10

/** A power in hp as it is tried: to ten, never none; W. */
export const toStep = (hp: number): number => toSi(Math.max(2, Math.round(hp / STEP_HP)) * STEP_HP, 'hp')
