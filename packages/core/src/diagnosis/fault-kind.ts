/**
 * What can happen to a place of a gear train. broken: a joint or the teeth of a set pass nothing. lost: an element does not apply. weak:
 * it applies and slips under load. stuck: it stays on. free: a one-way clutch holds in neither sense. seized: it holds in both.
 */
export const FAULT_KINDS = ['broken', 'lost', 'weak', 'stuck', 'free', 'seized'] as const
export type FaultKind = (typeof FAULT_KINDS)[number]

/** How usual a fault is among those seen in a shop (common practice, no source). */
export const OFTEN = ['common', 'sometimes', 'rare'] as const
export type FaultFrequency = (typeof OFTEN)[number]
