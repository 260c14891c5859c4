import { ofShown } from '@plucky/contract'

/** Steps in which a power is tried, in the shown unit. */
export const STEP = 10

/** A power in the shown unit as it is tried: to ten, never none; W. */
export const toStep = (shown: number): number => ofShown(Math.max(2, Math.round(shown / STEP)) * STEP, 'hp')
