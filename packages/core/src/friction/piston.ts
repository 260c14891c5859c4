import { OIL } from '../fluid/oil.js'

/** One annular face of an apply piston, and the ranges in which oil is fed to it (all, if not said). */
export interface PistonChamber {
  readonly innerRadiusM: number
  readonly outerRadiusM: number
  readonly fedIn?: readonly string[]
}

/** Area of an annulus, m². */
export const annulusArea = (innerM: number, outerM: number): number => Math.PI * (outerM ** 2 - innerM ** 2)

/**
 * Force of oil spinning with the drum on a full annulus R_i..R_o filled inward to r_s:
 * π·ρ·ω²/4·[(R_o² − r_s²)² − (R_i² − r_s²)²] (rotating liquid, p = ½ρω²(r² − r_s²), integrated). r_s ≤ R_i.
 * @example centrifugalForce(0.045, 0.075, 0.045, toSi(7000, 'rpm'), 850) // → 4649
 */
export function centrifugalForce(
  innerM: number,
  outerM: number,
  fillM: number,
  speedRadPerS: number,
  densityKgPerM3: number = OIL.densityKgPerM3,
): number {
  const [i, o, s] = [innerM ** 2, outerM ** 2, fillM ** 2]
  return ((Math.PI * densityKgPerM3 * speedRadPerS ** 2) / 4) * ((o - s) ** 2 - (i - s) ** 2)
}
