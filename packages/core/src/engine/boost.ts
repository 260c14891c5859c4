import { numberAt } from '../numeric/certain.js'
import { rootOf } from '../numeric/brent.js'
import { bad, issue, good, type Result } from '../quantity/issue.js'
import { curveFromPoints, measured, type CurvePoint, type EngineCurve } from './curve.js'

/** Engine behavior before boost. */
export interface Boost {
  /** Engine speed from which full throttle builds boost. */
  readonly thresholdRadPerS: number
  /** Time constant with which torque rises from off to on boost. */
  readonly lagS: number
  /** Torque without boost as a share of the peak with it; taken where no curve is measured. */
  readonly offShare: number
  /** The measured curve without boost, at the flywheel. */
  readonly offPoints?: readonly CurvePoint[]
}

/** An engine's full-throttle curves: with its boost there, and without where it has to build up first. */
export interface Engine {
  readonly on: EngineCurve
  readonly off?: EngineCurve
  readonly boost?: Boost
}

/**
 * Torque at full throttle before boost is there. Measured, or else the share of the peak up to the torque peak, the same share of the
 * curve above it; never more than with boost. Refused: a threshold outside the curve, a measured curve that is none.
 * Source: common practice, no source.
 * @example valueOf(offBoostCurve(engineOf([[1000, 300], [4000, 800], [7000, 700]]), { thresholdRadPerS: 300, lagS: 0.6, offShare: 0.5 })).torqueNm(toSi(7000, 'rpm')) // → 350
 */
export function offBoostCurve(on: EngineCurve, boost: Boost): Result<EngineCurve> {
  const { thresholdRadPerS, offPoints, offShare } = boost
  if (!(thresholdRadPerS > on.minSpeedRadPerS && thresholdRadPerS < on.maxSpeedRadPerS))
    return bad(
      issue('threshold-outside-curve', 'boost.thresholdRadPerS', {
        fromRadPerS: on.minSpeedRadPerS,
        toRadPerS: on.maxSpeedRadPerS,
        thresholdRadPerS,
      }),
    )
  if (offPoints) {
    const made = curveFromPoints(offPoints)
    return made.ok ? made : bad(...made.issues.map((f) => ({ ...f, path: `boost.offPoints${f.path.replace(/^points/, '')}` })))
  }
  const least = offShare * on.peakTorqueNm
  const torqueNm = (w: number) => {
    const boosted = on.torqueNm(w)
    return Math.min(boosted, w <= on.peakTorqueSpeedRadPerS ? least : offShare * boosted)
  }
  const kink = rootOf((w) => on.torqueNm(w) - least, on.minSpeedRadPerS, on.peakTorqueSpeedRadPerS)
  const knots = [...on.knotsRadPerS, on.peakTorqueSpeedRadPerS, ...(kink.outcome === 'converged' ? [kink.x] : [])].sort((a, b) => a - b)
  return good(
    measured(
      knots.filter((w, i) => i === 0 || w > numberAt(knots, i - 1)),
      torqueNm,
    ),
  )
}

/** An engine of one curve, or of two where boost has to build up. */
export function engineWith(on: EngineCurve, boost: Boost | undefined): Result<Engine> {
  if (!boost) return good({ on })
  const off = offBoostCurve(on, boost)
  return off.ok ? good({ on, off: off.value, boost }) : bad(...off.issues)
}
