/**
 * Effective radius by uniform wear, (R_o + R_i)/2 (Shigley, ch. 16): linings that have run in.
 */
export const wearRadius = (innerM: number, outerM: number): number => (innerM + outerM) / 2

/**
 * Effective radius by uniform pressure, ⅔(R_o³ − R_i³)/(R_o² − R_i²) (Shigley, ch. 16): new linings on stiff plates.
 * @example pressureRadius(0.06, 0.076) // → 0.06831
 */
export const pressureRadius = (innerM: number, outerM: number): number =>
  ((2 / 3) * (outerM ** 3 - innerM ** 3)) / (outerM ** 2 - innerM ** 2)

/**
 * Torque of a disc pack, μ·n·F·R_e (Shigley, ch. 16). n counts friction faces: two a lined plate, one a single-sided plate.
 * A clamp force below zero holds nothing.
 * @example packTorque(0.13, 12, 5000, 0.068) / packTorque(0.13, 10, 5000, 0.068) // → 1.2
 */
export const packTorque = (friction: number, faces: number, forceN: number, radiusM: number): number =>
  friction * faces * Math.max(0, forceN) * radiusM
