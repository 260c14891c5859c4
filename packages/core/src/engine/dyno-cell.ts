import { normal, type Random } from '../numeric/seeded.js'
import type { CurvePoint, EngineCurve } from './curve.js'

/** Settings of the simulated dyno cell. */
export interface Pull {
  readonly rows: number
  /** Share of the flywheel's torque lost before the roller; 0 at the flywheel. */
  readonly lossShare: number
  /** Factor that the cell multiplies its figures by. */
  readonly factor: number
  /** Standard deviation of torque, as a share, and of speed, rad/s. */
  readonly torqueNoise: number
  readonly speedNoiseRadPerS: number
}

/**
 * A pull of an engine on the dyno cell that ships as a stand-in: speed climbs evenly over the curve, both figures carry noise. The same
 * generator in the same state gives the same rows.
 * @example dynoPull(flatEngine(500), { rows: 3, lossShare: 0.1, factor: 1, torqueNoise: 0, speedNoiseRadPerS: 0 }, seeded(7))[1].torqueNm // → 450
 */
export function dynoPull(curve: EngineCurve, pull: Pull, random: Random): CurvePoint[] {
  const { minSpeedRadPerS: low, maxSpeedRadPerS: high } = curve
  return Array.from({ length: pull.rows }, (_, i) => {
    const w = low + ((high - low) * i) / Math.max(1, pull.rows - 1)
    const torqueNm = curve.torqueNm(w) * (1 - pull.lossShare) * pull.factor * (1 + pull.torqueNoise * normal(random))
    return { speedRadPerS: w + pull.speedNoiseRadPerS * normal(random), torqueNm }
  })
}
