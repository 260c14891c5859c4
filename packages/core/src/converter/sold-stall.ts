import { curveFromHeadline } from '../engine/headline.js'
import { headlineFor, type EngineKind } from '../engine/template.js'
import type { StallRating } from './stall-rating.js'

/** A stall as converters are sold: a range of speeds, behind an engine of so much peak torque. */
export interface SoldStall {
  readonly fromRadPerS: number
  readonly toRadPerS: number
  readonly peakTorqueNm: number
  readonly kind: EngineKind
}

/** Power at which the shape of a kind of engine is drawn; only the shape counts. */
const ANY_POWER_W = 300e3

/**
 * Rating at a speed of what was sold: behind the torque that an engine of that kind and peak has at that speed, not its peak. Undefined if
 * such an engine does not run there.
 * @example soldRating({ kind: 'petrol', peakTorqueNm: 500 }, 10) === undefined ? 1 : 0 // → 1
 */
export function soldRating(
  { kind, peakTorqueNm }: Pick<SoldStall, 'kind' | 'peakTorqueNm'>,
  speedRadPerS: number,
): StallRating | undefined {
  const made = curveFromHeadline(headlineFor(kind, ANY_POWER_W))
  if (!made.ok) return undefined
  const curve = made.value
  if (speedRadPerS < curve.minSpeedRadPerS || speedRadPerS > curve.maxSpeedRadPerS) return undefined
  const referenceTorqueNm = (peakTorqueNm / curve.peakTorqueNm) * curve.torqueNm(speedRadPerS)
  return referenceTorqueNm > 0 ? { speedRadPerS, referenceTorqueNm } : undefined
}
