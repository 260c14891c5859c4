import type { EngineCurve } from '../engine/curve.js'
import { rootOf } from '../numeric/brent.js'
import type { Characteristic } from './characteristic.js'
import { operatingPoint, pointAt, type Match, type OperatingPoint } from './operating-point.js'

/** Full-throttle points from the brake stall up to redline, turbine speed rising. */
export type FullThrottleLine =
  { readonly outcome: 'runs'; readonly points: readonly OperatingPoint[] } | { readonly outcome: Exclude<Match['outcome'], 'matched'> }

const SPEED_RATIO_STEP = 0.02
const LAST_SPEED_RATIO = 0.998

/**
 * All full-throttle operating points of an engine with a converter, from the stall to redline. Ends exactly at redline where the
 * engine gets there; fails where there is no stall point to begin with. `strength` multiplies the engine's torque at every speed.
 */
export function fullThrottleLine(curve: EngineCurve, converter: Characteristic, strength = 1): FullThrottleLine {
  const stall = operatingPoint(curve, converter, 0, strength)
  if (stall.outcome !== 'matched') return { outcome: stall.outcome }
  const points: OperatingPoint[] = [stall.point]
  for (let k = 1; k * SPEED_RATIO_STEP < LAST_SPEED_RATIO; k++) {
    const match = operatingPoint(curve, converter, k * SPEED_RATIO_STEP, strength)
    if (match.outcome !== 'matched') break
    points.push(match.point)
  }
  const last = points[points.length - 1] as OperatingPoint
  const end = redlinePoint(curve, converter, last.speedRatio, strength)
  if (end && end.turbineSpeedRadPerS > last.turbineSpeedRadPerS) points.push(end)
  return { outcome: 'runs', points }
}

/** The speed ratio above the given one at which the engine stands at redline. */
function redlinePoint(curve: EngineCurve, converter: Characteristic, from: number, strength: number): OperatingPoint | undefined {
  const speed = curve.maxSpeedRadPerS
  const spare = (sr: number) => strength * curve.torqueNm(speed) - converter.capacity(sr) * speed * speed
  const root = rootOf(spare, from, LAST_SPEED_RATIO, 1e-9)
  return root.outcome === 'converged' ? pointAt(curve, converter, root.x, speed, strength) : undefined
}

/** The point of the line at a turbine speed, read linearly between its neighbours; the ends beyond its ends. */
export function pointAtTurbineSpeed(points: readonly OperatingPoint[], turbineSpeedRadPerS: number): OperatingPoint {
  const k = points.findIndex((p) => p.turbineSpeedRadPerS >= turbineSpeedRadPerS)
  if (k <= 0) return points[k === 0 ? 0 : points.length - 1] as OperatingPoint
  const [a, b] = [points[k - 1] as OperatingPoint, points[k] as OperatingPoint]
  const t = (turbineSpeedRadPerS - a.turbineSpeedRadPerS) / (b.turbineSpeedRadPerS - a.turbineSpeedRadPerS)
  const mix = (x: number, y: number) => x + t * (y - x)
  return {
    speedRatio: mix(a.speedRatio, b.speedRatio),
    engineSpeedRadPerS: mix(a.engineSpeedRadPerS, b.engineSpeedRadPerS),
    engineTorqueNm: mix(a.engineTorqueNm, b.engineTorqueNm),
    turbineSpeedRadPerS,
    turbineTorqueNm: mix(a.turbineTorqueNm, b.turbineTorqueNm),
  }
}
