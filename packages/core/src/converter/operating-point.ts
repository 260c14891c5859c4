import type { EngineCurve } from '../engine/curve.js'
import { rootOf } from '../numeric/brent.js'
import type { Characteristic } from './characteristic.js'

/** Where engine and converter agree at one speed ratio. */
export interface OperatingPoint {
  readonly speedRatio: number
  readonly engineSpeedRadPerS: number
  readonly engineTorqueNm: number
  readonly turbineSpeedRadPerS: number
  readonly turbineTorqueNm: number
}

export type Match =
  | { readonly outcome: 'matched'; readonly point: OperatingPoint }
  /** The converter asks more than the engine gives at the lowest speed of its curve. */
  | { readonly outcome: 'held-at-idle' }
  /** The converter never asks as much as the engine gives: the speed runs to redline. */
  | { readonly outcome: 'past-redline' }

const STEPS_PER_KNOT = 12

/**
 * Full-throttle point at a speed ratio: T_e(ω) = C(SR)·ω². With several crossings, the one that the engine reaches first from idle.
 * Speed ratio 0 is the brake stall.
 */
export function operatingPoint(curve: EngineCurve, converter: Characteristic, speedRatio: number): Match {
  const capacity = converter.capacity(speedRatio)
  const spare = (w: number) => curve.torqueNm(w) - capacity * w * w
  if (spare(curve.minSpeedRadPerS) <= 0) return { outcome: 'held-at-idle' }
  const bracket = firstFall(curve.knotsRadPerS, spare)
  if (!bracket) return { outcome: 'past-redline' }
  const root = rootOf(spare, bracket[0], bracket[1], 1e-9)
  if (root.outcome !== 'converged') return { outcome: 'past-redline' }
  return { outcome: 'matched', point: pointAt(curve, converter, speedRatio, root.x) }
}

/** The point that belongs to an engine speed and a speed ratio known to match. */
export function pointAt(curve: EngineCurve, converter: Characteristic, speedRatio: number, engineSpeedRadPerS: number): OperatingPoint {
  const engineTorqueNm = curve.torqueNm(engineSpeedRadPerS)
  return {
    speedRatio,
    engineSpeedRadPerS,
    engineTorqueNm,
    turbineSpeedRadPerS: speedRatio * engineSpeedRadPerS,
    turbineTorqueNm: engineTorqueNm * converter.torqueRatio(speedRatio),
  }
}

/** First pair of neighbouring speeds between which the spare torque falls to zero. */
function firstFall(knots: readonly number[], spare: (w: number) => number): readonly [number, number] | undefined {
  let before = knots[0] as number
  for (let k = 1; k < knots.length; k++) {
    const [left, right] = [knots[k - 1] as number, knots[k] as number]
    for (let i = 1; i <= STEPS_PER_KNOT; i++) {
      const w = i === STEPS_PER_KNOT ? right : left + ((right - left) * i) / STEPS_PER_KNOT
      if (spare(w) <= 0) return [before, w]
      before = w
    }
  }
  return undefined
}

/**
 * Brake stall behind this engine: the operating point at speed ratio 0 (E2).
 * @example fromSi(brakeStall(flatEngine(toSi(560, 'lb-ft')), characteristic(capacityFromStall({ speedRadPerS: toSi(3100, 'rpm'), referenceTorqueNm: toSi(380, 'lb-ft') }), 2)).point.engineSpeedRadPerS, 'rpm') // → 3763
 */
export const brakeStall = (curve: EngineCurve, converter: Characteristic): Match => operatingPoint(curve, converter, 0)
