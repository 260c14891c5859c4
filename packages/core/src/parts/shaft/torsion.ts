/**
 * Polar second moment of area of a round section with a concentric bore, π(D⁴ − d⁴)/32 (Shigley, ch. 3).
 * Diameters in m, 0 ≤ d < D.
 */
export const polarMoment = (outerM: number, boreM = 0): number => (Math.PI * (outerM ** 4 - boreM ** 4)) / 32

/**
 * Section modulus in torsion J/R, m³.
 * @example toSi(10000, 'lb-in') / torsionModulus(toSi(1, 'in')) / toSi(1, 'psi') // → 50930
 * @example (torsionModulus(1.05) / torsionModulus(0.95)) // → 1.350
 */
export const torsionModulus = (outerM: number, boreM = 0): number => polarMoment(outerM, boreM) / (outerM / 2)

/**
 * Share of the torque that the material now missing in the bore would carry, (d/D)⁴.
 * @example boreShare(1.05, 0.31) // → 0.0076
 */
export const boreShare = (outerM: number, boreM: number): number => (boreM / outerM) ** 4

/**
 * Section modulus left beside a cross hole through the shaft, J/R − a·D²/6 (Peterson, Stress Concentration Factors, net section, from memory).
 * a up to about 0.3·D.
 * @example 1 - netModulusAtCrossHole(1, 0, 0.2) / torsionModulus(1) // → 0.1698
 */
export const netModulusAtCrossHole = (outerM: number, boreM: number, holeM: number): number =>
  torsionModulus(outerM, boreM) - (holeM * outerM ** 2) / 6

/**
 * Twist of a straight section, T·L/(J·G), in rad (Shigley, ch. 3). Steel: G = 79.3 GPa.
 */
export const twistRad = (
  torqueNm: number,
  lengthM: number,
  outerM: number,
  boreM: number,
  shearModulusPa = STEEL_SHEAR_MODULUS_PA,
): number => (torqueNm * lengthM) / (polarMoment(outerM, boreM) * shearModulusPa)

/** Shear modulus of steel, 11.5 Mpsi (Shigley, table A-5). */
export const STEEL_SHEAR_MODULUS_PA = 79.3e9
