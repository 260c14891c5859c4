import { curveFromHeadline } from '../engine/headline.js'
import { typicalPeaksFor, type EngineKind } from '../engine/template.js'
import type { StallRating } from './stall-rating.js'

/** An advertised stall: a speed range with an engine of the given type and peak torque. */
export interface SoldStall {
  readonly fromRadPerS: number
  readonly toRadPerS: number
  readonly peakTorqueNm: number
  readonly kind: EngineKind
}

/** Peak power of the template curve, W. Any value works, because only the shape is used. */
const ANY_POWER_W = 300e3

/**
 * Stall rating at one speed of an advertised range. The reference torque is that of such an engine at that speed, not its peak.
 * `undefined` if the speed is outside the engine's range. Source: template curves (common practice).
 * @example soldRating({ kind: 'petrol', peakTorqueNm: 500 }, 10) === undefined ? 1 : 0 // → 1
 */
export function soldRating(
  { kind, peakTorqueNm }: Pick<SoldStall, 'kind' | 'peakTorqueNm'>,
  speedRadPerS: number,
): StallRating | undefined {
  const made = curveFromHeadline(typicalPeaksFor(kind, ANY_POWER_W))
  if (!made.ok) return undefined
  const curve = made.value
  if (speedRadPerS < curve.minSpeedRadPerS || speedRadPerS > curve.maxSpeedRadPerS) return undefined
  const referenceTorqueNm = (peakTorqueNm / curve.peakTorqueNm) * curve.torqueNm(speedRadPerS)
  return referenceTorqueNm > 0 ? { speedRadPerS, referenceTorqueNm } : undefined
}
