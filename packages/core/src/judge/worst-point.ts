import type { Shock } from '../model/rules.js'

/** A torque at its worst point, with the speed there. */
export interface WorstPoint {
  readonly torqueNm: number
  readonly speedRadPerS: number
  /** Parts of a torque that does not scale with engine power: engine torque, inertia torque and slip limit. */
  readonly made?: { readonly engineNm: number; readonly inertiaNm: number; readonly mostNm: number }
  /** Tire limit, if the house rule uses it: slip torque and regrip shock at the turbine. */
  readonly tyres?: { readonly mostNm: number; readonly regripNm: number }
}

/** Torque at a multiple of engine power. */
export const torqueAt = ({ torqueNm, made }: WorstPoint, scale: number): number =>
  made ? Math.min(made.mostNm, scale * made.engineNm + made.inertiaNm) : scale * torqueNm

/** Service factor and kind of a load place. */
export interface Meets {
  /** Service factor. */
  readonly factor: number
  readonly shock: Shock
}

/**
 * Torque demand at a multiple of engine power, including service factor, N·m. Above tire slip it is the slip torque, plus regrip shock
 * for hard parts; friction elements slip instead.
 * @example askedOf({ torqueNm: 500, speedRadPerS: 0, tyres: { mostNm: 400, regripNm: 150 } }, { factor: 1.5, shock: 'hard' }) // → 550
 */
export function askedOf(point: WorstPoint, { factor, shock }: Meets, scale = 1): number {
  const torque = torqueAt(point, scale) * factor
  const { tyres } = point
  if (!tyres || torque <= tyres.mostNm) return torque
  return tyres.mostNm + (shock === 'hard' ? tyres.regripNm : 0)
}
