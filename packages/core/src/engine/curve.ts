import { numberAt } from '../numeric/certain.js'
import { bad, issue, good, type Issue, type Result } from '../quantity/issue.js'
import { goldenSection } from '../numeric/golden-section.js'
import { monotoneCubic } from './monotone-cubic.js'

/** Full-throttle torque at the flywheel over engine speed. Valid from minSpeed to maxSpeed (redline); nothing is invented outside. */
export interface EngineCurve {
  readonly minSpeedRadPerS: number
  readonly maxSpeedRadPerS: number
  readonly peakTorqueNm: number
  readonly peakTorqueSpeedRadPerS: number
  readonly peakPowerW: number
  readonly peakPowerSpeedRadPerS: number
  /** Speeds between which the curve is smooth; searches step over these so that no dip is missed. */
  readonly knotsRadPerS: readonly number[]
  torqueNm(speedRadPerS: number): number
}

export interface CurvePoint {
  readonly speedRadPerS: number
  readonly torqueNm: number
}

/** Faults of a measured curve: fewer than two points, speed not rising, torque not positive. */
export function curvePointIssues(points: readonly CurvePoint[], path = 'points'): Issue[] {
  const issues: Issue[] = []
  if (points.length < 2) issues.push(issue('curve-too-few-points', path, { count: points.length }))
  points.forEach((point, i) => {
    if (!(point.torqueNm > 0)) issues.push(issue('torque-not-positive', `${path}.${i}.torqueNm`, { torqueNm: point.torqueNm }))
    if (!(point.speedRadPerS > 0))
      issues.push(issue('speed-not-positive', `${path}.${i}.speedRadPerS`, { speedRadPerS: point.speedRadPerS }))
    const before = points[i - 1]
    if (before && !(point.speedRadPerS > before.speedRadPerS))
      issues.push(
        issue('curve-speed-not-rising', `${path}.${i}.speedRadPerS`, {
          speedRadPerS: point.speedRadPerS,
          beforeRadPerS: before.speedRadPerS,
        }),
      )
  })
  return issues
}

/**
 * Engine curve through measured points (speed rising, at least two), monotone cubic between them.
 * Source: Fritsch & Carlson 1980.
 * @example valueOf(curveFromPoints([{ speedRadPerS: 200, torqueNm: 500 }, { speedRadPerS: 400, torqueNm: 600 }, { speedRadPerS: 600, torqueNm: 500 }])).peakTorqueNm // → 600
 */
export function curveFromPoints(points: readonly CurvePoint[]): Result<EngineCurve> {
  const issues = curvePointIssues(points)
  if (issues.length > 0) return bad(...issues)
  const speeds = points.map((p) => p.speedRadPerS)
  return good(
    measured(
      speeds,
      monotoneCubic(
        speeds,
        points.map((p) => p.torqueNm),
      ),
    ),
  )
}

/** Finds the peaks of a curve given as a function over its knots. */
export function measured(knots: readonly number[], torqueNm: (speedRadPerS: number) => number): EngineCurve {
  const power = (w: number) => w * torqueNm(w)
  const peakTorque = greatest(knots, torqueNm)
  const peakPower = greatest(knots, power)
  return {
    minSpeedRadPerS: numberAt(knots, 0),
    maxSpeedRadPerS: numberAt(knots, knots.length - 1),
    peakTorqueNm: torqueNm(peakTorque),
    peakTorqueSpeedRadPerS: peakTorque,
    peakPowerW: power(peakPower),
    peakPowerSpeedRadPerS: peakPower,
    knotsRadPerS: knots,
    torqueNm,
  }
}

const STEPS_PER_KNOT = 24

/** Place of the greatest value over all knots: sampled, then narrowed by golden section round the best sample. */
function greatest(knots: readonly number[], f: (x: number) => number): number {
  let best = numberAt(knots, 0)
  let most = f(best)
  let [low, high] = [best, best]
  for (let i = 1; i < knots.length; i++) {
    const [left, right] = [numberAt(knots, i - 1), numberAt(knots, i)]
    const step = (right - left) / STEPS_PER_KNOT
    for (let k = 1; k <= STEPS_PER_KNOT; k++) {
      const x = k === STEPS_PER_KNOT ? right : left + k * step
      const value = f(x)
      if (value > most) [most, best, low, high] = [value, x, Math.max(left, x - step), Math.min(right, x + step)]
    }
  }
  const refined = goldenSection(f, low, high)
  return f(refined) > most ? refined : best
}
