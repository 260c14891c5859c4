import { toSi } from '../quantity/units.js'

/** A stall figure with the torque behind which it was rated; without that torque it means nothing. */
export interface StallRating {
  readonly speedRadPerS: number
  readonly referenceTorqueNm: number
}

/**
 * Capacity at stall T/ω² in N·m·s² from a stall rating (SAE J643: K = N/√T, so C = 1/K²).
 * @example kFactorRpm(capacityFromStall({ speedRadPerS: toSi(3100, 'rpm'), referenceTorqueNm: toSi(380, 'lb-ft') })) // → 159.0
 */
export function capacityFromStall(rating: StallRating): number {
  return rating.referenceTorqueNm / rating.speedRadPerS ** 2
}

/** K-factor as the trade writes it, rpm per √lb-ft, from a capacity in N·m·s². Source: SAE J643. */
export function kFactorRpm(capacity: number): number {
  return Math.sqrt(toSi(1, 'lb-ft') / capacity) / toSi(1, 'rpm')
}

/**
 * Capacity of the same geometry in another size: T_p = λ·ρ·ω²·D⁵ (hydrodynamic similarity), so C ∝ D⁵ and K ∝ D^(−5/2).
 * @example Math.sqrt(scaleCapacity(1, 0.23, 0.29) ** -1) // → 0.5602
 */
export function scaleCapacity(capacity: number, fromDiameterM: number, toDiameterM: number): number {
  return capacity * (toDiameterM / fromDiameterM) ** 5
}
