import { shearYield } from '../../material/steels.js'

/**
 * Torque at which a section begins to yield. Through-hardened: τ_y·Z. Induction hardened to depth δ: the lesser of the case at the
 * surface, τ_y,case·Z, and the core under the case, τ_y,core·Z·R/(R − δ) (linear elastic torsion, Shigley ch. 3).
 * Z in m³, radius and depth in m, 0 ≤ δ < R.
 * @example fromSi(yieldTorque(torsionModulus(toSi(0.94375, 'in'), toSi(0.31, 'in')), toSi(0.94375, 'in') / 2, steelById('1045-ih'), toSi(0.1, 'in')), 'lb-ft') // → 946
 */
export function yieldTorque(
  modulusM3: number,
  radiusM: number,
  steel: { readonly yieldPa: number; readonly caseYieldPa?: number },
  caseDepthM = 0,
): number {
  const core = shearYield(steel.yieldPa) * modulusM3
  if (caseDepthM <= 0 || steel.caseYieldPa === undefined) return core
  return Math.min(shearYield(steel.caseYieldPa) * modulusM3, (core * radiusM) / (radiusM - caseDepthM))
}
