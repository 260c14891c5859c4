import type { Steel } from './steels.js'

/** Strength of a steel plate in bending against repeated load, Pa. */
export interface Endurance {
  readonly ultimatePa: number
  readonly endurancePa: number
}

const MEGA = 1e6

/**
 * Endurance limit of a machined or cold-rolled surface in bending: 0.5·S_ut, at most 700 MPa, times 4.51·S_ut^(−0.265) with S_ut in MPa
 * (Shigley, Mechanical Engineering Design, ch. 6, from memory).
 */
export function enduranceOf(steel: Pick<Steel, 'ultimatePa'>): Endurance {
  const surface = Math.min(1, 4.51 * (steel.ultimatePa / MEGA) ** -0.265)
  return { ultimatePa: steel.ultimatePa, endurancePa: Math.min(0.5 * steel.ultimatePa, 700 * MEGA) * surface }
}

/**
 * Cycles to a crack at a fully reversed stress, from f·S_ut at 10³ to S_e at 10⁶ cycles (Shigley, ch. 6, S–N line); Infinity at the endurance limit or below.
 * @example cyclesAt({ ultimatePa: 105, endurancePa: 52.5 }, 55, 0.86) / 1e5 // → 5.5
 */
export function cyclesAt({ ultimatePa, endurancePa }: Endurance, reversedPa: number, f = 0.9): number {
  if (reversedPa <= endurancePa) return Infinity
  const a = (f * ultimatePa) ** 2 / endurancePa
  const b = -Math.log10((f * ultimatePa) / endurancePa) / 3
  return (reversedPa / a) ** (1 / b)
}

/**
 * The fully reversed stress that does as much harm as one that comes and goes between 0 and a peak (Goodman: σ_a/(1 − σ_m/S_ut)); Infinity
 * where half the peak reaches the ultimate strength.
 * Source: Goodman; Shigley, ch. 6.
 * @example goodmanReversed(200, 400) // → 133.33
 */
export function goodmanReversed(peakPa: number, ultimatePa: number): number {
  const half = peakPa / 2
  return half < ultimatePa ? half / (1 - half / ultimatePa) : Infinity
}
