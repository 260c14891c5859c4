/**
 * Shape of a three-element torque converter after Kotwicki, SAE 820393 (coefficients from memory), normalised at stall.
 * Speed ratio SR = turbine / impeller speed, 0 ≤ SR ≤ 1.
 */
const PUMP = [3.4325e-3, 2.221e-3, -4.6041e-3] as const
const TURBINE = [5.7656e-3, 0.3107e-3, -5.4323e-3] as const
const COUPLING = [-6.7644e-3, 32.0024e-3, -25.2441e-3] as const

/** Speed ratio at which the published shape turns from converter to fluid coupling. */
export const KOTWICKI_COUPLING_SR = 0.883
/** Torque ratio of the published shape at stall, less one. */
export const KOTWICKI_STALL_GAIN = TURBINE[0] / PUMP[0] - 1
/** Half width of the blend over the small jump (0.3 %) between the two published ranges. */
const BLEND = 0.005

const quadratic = (c: readonly [number, number, number], sr: number) => c[0] + c[1] * sr + c[2] * sr * sr

/** Share of the converter range in the blend: 1 below, 0 above the coupling point. */
function converterShare(sr: number): number {
  return Math.min(1, Math.max(0, (KOTWICKI_COUPLING_SR + BLEND - sr) / (2 * BLEND)))
}

/**
 * Torque ratio (turbine over impeller torque) of the published shape; 1 above the coupling point.
 * Source: Kotwicki, SAE 820393, from memory.
 * @example kotwickiTorqueRatio(0) // → 1.680
 * @example kotwickiTorqueRatio(0.5) // → 1.345
 * @example kotwickiTorqueRatio(0.8) // → 1.121
 */
export function kotwickiTorqueRatio(sr: number): number {
  const share = converterShare(sr)
  if (share === 0) return 1
  const ratio = Math.max(1, quadratic(TURBINE, sr) / quadratic(PUMP, sr))
  return 1 + share * (ratio - 1)
}

/**
 * Impeller capacity T_p/ω_p² of the published shape over its value at stall: (K₀/K)², signed, so that it passes through zero near SR 1.
 * Source: Kotwicki, SAE 820393, from memory.
 * @example 1 / Math.sqrt(kotwickiCapacity(0.5)) // → 1.006
 * @example 1 / Math.sqrt(kotwickiCapacity(0.8)) // → 1.232
 * @example 1 / Math.sqrt(kotwickiCapacity(0.9)) // → 1.469
 * @example 1 / Math.sqrt(kotwickiCapacity(0.96)) // → 2.226
 */
export function kotwickiCapacity(sr: number): number {
  const share = converterShare(sr)
  return (share * quadratic(PUMP, sr) + (1 - share) * quadratic(COUPLING, sr)) / PUMP[0]
}
