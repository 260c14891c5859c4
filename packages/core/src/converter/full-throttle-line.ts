import { memberAt } from '../numeric/certain.js'
import type { EngineCurve } from '../engine/curve.js'
import { rootOf } from '../numeric/brent.js'
import { withCapacity, type Characteristic } from './characteristic.js'
import { operatingPoint, pointAt, stallCapacities, type OperatingPoint } from './operating-point.js'

/** Assumed stall of an engine that does not stall with its converter between idle and redline. */
export type AssumedStall = 'idle' | 'redline'

/** An engine with a converter, and their full-throttle points from the brake stall up to redline, turbine speed rising. */
export interface RunningLine {
  readonly curve: EngineCurve
  readonly converter: Characteristic
  /** Multiplies the engine's torque at every speed. */
  readonly strength: number
  readonly points: readonly OperatingPoint[]
  /** Not this very converter's stall but the nearest that there can be: its capacity is taken as that needs. */
  readonly assumed?: AssumedStall
}

const SPEED_RATIO_STEP = 0.04
const LAST_SPEED_RATIO = 0.998

/** Distance of an assumed stall from the ends, as a fraction of capacity. */
const WITHIN = 1e-9

/** The converter as it must be to stall at all: itself, or with as much less or more capacity as puts the stall at idle or at redline. */
function stalling(curve: EngineCurve, converter: Characteristic, strength: number): { converter: Characteristic; assumed?: AssumedStall } {
  const [own, { leastNmS2, mostNmS2 }] = [converter.capacity(0), stallCapacities(curve, strength)]
  if (own >= mostNmS2 * (1 - WITHIN)) return { converter: withCapacity(converter, (mostNmS2 / own) * (1 - WITHIN)), assumed: 'idle' }
  if (own < leastNmS2 * (1 + WITHIN)) return { converter: withCapacity(converter, (leastNmS2 / own) * (1 + WITHIN)), assumed: 'redline' }
  return { converter }
}

/**
 * All full-throttle operating points of an engine with a converter, from the stall to redline. Ends exactly at redline where the engine gets
 * there. A converter so tight that it holds the engine at idle, or so loose that it lets it past redline, is taken as one that stalls just
 * there, and the line says so. `strength` multiplies the engine's torque at every speed.
 * Source: SAE J643.
 */
export function fullThrottleLine(curve: EngineCurve, fitted: Characteristic, strength = 1): RunningLine {
  const { converter, ...taken } = stalling(curve, fitted, strength)
  const stall = operatingPoint(curve, converter, 0, strength)
  if (stall.outcome !== 'matched') throw new Error(`No stall within the curve: ${stall.outcome}`)
  const points: OperatingPoint[] = [stall.point]
  for (let k = 1; k * SPEED_RATIO_STEP < LAST_SPEED_RATIO; k++) {
    const match = operatingPoint(curve, converter, k * SPEED_RATIO_STEP, strength)
    if (match.outcome !== 'matched') break
    points.push(match.point)
  }
  const last = memberAt(points, points.length - 1)
  const end = redlinePoint(curve, converter, last.speedRatio, strength)
  if (end && end.turbineSpeedRadPerS > last.turbineSpeedRadPerS) points.push(end)
  return { curve, converter, strength, points, ...taken }
}

/** The speed ratio above the given one at which the engine stands at redline. */
function redlinePoint(curve: EngineCurve, converter: Characteristic, from: number, strength: number): OperatingPoint | undefined {
  const speed = curve.maxSpeedRadPerS
  const spare = (sr: number) => strength * curve.torqueNm(speed) - converter.capacity(sr) * speed * speed
  const root = rootOf(spare, from, LAST_SPEED_RATIO, 1e-9)
  return root.outcome === 'converged' ? pointAt(curve, converter, root.x, speed, strength) : undefined
}

/** The point of the line at a turbine speed, solved between its neighbours; the ends beyond its ends. */
export function pointAtTurbineSpeed(line: RunningLine, turbineSpeedRadPerS: number): OperatingPoint {
  const { points, curve, converter, strength } = line
  const k = points.findIndex((p) => p.turbineSpeedRadPerS >= turbineSpeedRadPerS)
  if (k <= 0) return memberAt(points, k === 0 ? 0 : points.length - 1)
  const [below, above] = [memberAt(points, k - 1), memberAt(points, k)]
  const direct = directPoint(line, turbineSpeedRadPerS, below, above)
  if (direct) return direct
  let found = above
  const missing = (speedRatio: number) => {
    const match = operatingPoint(curve, converter, speedRatio, strength)
    if (match.outcome === 'matched') found = match.point
    return (match.outcome === 'matched' ? match.point.turbineSpeedRadPerS : above.turbineSpeedRadPerS) - turbineSpeedRadPerS
  }
  const root = rootOf(missing, below.speedRatio, above.speedRatio, 1e-7)
  return root.outcome === 'converged' ? found : above
}

/** A direct point is the point of the line where the match at its speed ratio agrees to this share. */
const SAME_POINT = 1e-9

/**
 * The point solved for the engine's speed alone, T_e(ω) = C(ν/ω)·ω²: one search instead of one within another. Nothing where the
 * neighbours do not bracket it, or where the engine would come to rest at another crossing first.
 */
function directPoint(
  line: RunningLine,
  turbineSpeedRadPerS: number,
  below: OperatingPoint,
  above: OperatingPoint,
): OperatingPoint | undefined {
  const { curve, converter, strength } = line
  const spare = (w: number) => strength * curve.torqueNm(w) - converter.capacity(turbineSpeedRadPerS / w) * w * w
  const root = rootOf(spare, below.engineSpeedRadPerS, above.engineSpeedRadPerS, 1e-9)
  if (root.outcome !== 'converged') return undefined
  const match = operatingPoint(curve, converter, turbineSpeedRadPerS / root.x, strength)
  return match.outcome === 'matched' && Math.abs(match.point.engineSpeedRadPerS - root.x) <= SAME_POINT * root.x ? match.point : undefined
}
