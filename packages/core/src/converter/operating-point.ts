import { numberAt, realAt } from '../numeric/certain.js'
import { oncePerRecent } from '../numeric/once-per.js'
import type { EngineCurve } from '../engine/curve.js'
import { rootOf } from '../numeric/brent.js'
import { goldenSection } from '../numeric/golden-section.js'
import type { Characteristic } from './characteristic.js'

/** Operating point of engine and converter at one speed ratio. */
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
 * What an engine offers a converter: T_e/ω² at speeds over its whole curve, and the least of it up to each of them. The first speed
 * at which it falls to a capacity is the crossing that the engine reaches first from idle.
 */
interface Offer {
  readonly speeds: Float64Array
  readonly torques: Float64Array
  readonly leastSoFar: Float64Array
}

const offerOf = oncePerRecent(sampledOffer)

function sampledOffer(curve: EngineCurve): Offer {
  const knots = curve.knotsRadPerS
  const speeds = [numberAt(knots, 0)]
  for (let k = 1; k < knots.length; k++) {
    const [left, right] = [numberAt(knots, k - 1), numberAt(knots, k)]
    for (let i = 1; i <= STEPS_PER_KNOT; i++) speeds.push(i === STEPS_PER_KNOT ? right : left + ((right - left) * i) / STEPS_PER_KNOT)
  }
  let torques = speeds.map((w) => curve.torqueNm(w))
  const sampled = speeds.map((w, i) => numberAt(torques, i) / (w * w))
  const dips = speeds.flatMap((_w, i) => dipRound(curve, speeds, sampled, i))
  if (dips.length > 0) {
    speeds.push(...dips)
    speeds.sort((a, b) => a - b)
    torques = speeds.map((w) => curve.torqueNm(w))
  }
  let least = Infinity
  const leastSoFar = speeds.map((w, i) => (least = Math.min(least, numberAt(torques, i) / (w * w))))
  return { speeds: new Float64Array(speeds), torques: new Float64Array(torques), leastSoFar: new Float64Array(leastSoFar) }
}

/** The bottom of a dip of T_e/ω² about a sample that is lower than both its neighbours: between samples it may reach a crossing. */
function dipRound(curve: EngineCurve, speeds: readonly number[], sampled: readonly number[], i: number): number[] {
  const [before, here, after] = [sampled[i - 1], numberAt(sampled, i), sampled[i + 1]]
  if (before === undefined || after === undefined || here > before || here > after) return []
  return [goldenSection((w) => -curve.torqueNm(w) / (w * w), numberAt(speeds, i - 1), numberAt(speeds, i + 1))]
}

/**
 * Full-throttle point at a speed ratio: T_e(ω) = C(SR)·ω². With several crossings, the one that the engine reaches first from idle.
 * Speed ratio 0 is the brake stall. `strength` multiplies the engine's torque at every speed.
 * Source: SAE J643.
 */
export function operatingPoint(curve: EngineCurve, converter: Characteristic, speedRatio: number, strength = 1): Match {
  const capacity = converter.capacity(speedRatio) / strength
  const { speeds, torques, leastSoFar } = offerOf(curve)
  if (realAt(leastSoFar, 0) <= capacity) return { outcome: 'held-at-idle' }
  const first = firstAtMost(leastSoFar, capacity)
  if (first === leastSoFar.length) return { outcome: 'past-redline' }
  const spare = (w: number) => curve.torqueNm(w) - capacity * w * w
  const [low, high] = [realAt(speeds, first - 1), realAt(speeds, first)]
  const spareAt = (i: number, w: number) => realAt(torques, i) - capacity * w * w
  const spareHigh = spareAt(first, high)
  // T/ω² is at the capacity there, to the last bit: then the crossing is the end itself.
  if (spareHigh >= 0) return { outcome: 'matched', point: pointAt(curve, converter, speedRatio, high, strength) }
  const root = rootOf(spare, low, high, 1e-9, spareAt(first - 1, low), spareHigh)
  if (root.outcome !== 'converged') throw new Error(`Engine and converter are bracketed but do not meet: ${JSON.stringify(root)}`)
  return { outcome: 'matched', point: pointAt(curve, converter, speedRatio, root.x, strength) }
}

/**
 * Most and least capacity at stall against which an engine comes to rest between idle and redline: with more it is held at idle, with less
 * it runs past redline. `strength` multiplies the engine's torque at every speed.
 * Source: SAE J643.
 */
export function stallCapacities(curve: EngineCurve, strength = 1): { readonly leastNmS2: number; readonly mostNmS2: number } {
  const { leastSoFar } = offerOf(curve)
  return { leastNmS2: strength * realAt(leastSoFar, leastSoFar.length - 1), mostNmS2: strength * realAt(leastSoFar, 0) }
}

/** The greatest strength of an engine at which it still stalls below redline against a converter; beyond, it runs past. */
export const greatestStrength = (curve: EngineCurve, converter: Characteristic): number =>
  converter.capacity(0) / stallCapacities(curve).leastNmS2

/** Index of the first of falling values that is at most a bound; their number where none is (binary search). */
function firstAtMost(falling: Float64Array, bound: number): number {
  let [low, high] = [0, falling.length]
  while (low < high) {
    const middle = (low + high) >> 1
    if (realAt(falling, middle) <= bound) high = middle
    else low = middle + 1
  }
  return low
}

/** The point that belongs to an engine speed and a speed ratio known to match. */
export function pointAt(
  curve: EngineCurve,
  converter: Characteristic,
  speedRatio: number,
  engineSpeedRadPerS: number,
  strength = 1,
): OperatingPoint {
  const engineTorqueNm = strength * curve.torqueNm(engineSpeedRadPerS)
  return {
    speedRatio,
    engineSpeedRadPerS,
    engineTorqueNm,
    turbineSpeedRadPerS: speedRatio * engineSpeedRadPerS,
    turbineTorqueNm: engineTorqueNm * converter.torqueRatio(speedRatio),
  }
}

/**
 * Brake stall behind this engine: the operating point at speed ratio 0.
 * Source: SAE J643.
 * @example fromSi(brakeStall(flatEngine(toSi(560, 'lb-ft')), characteristic(capacityFromStall({ speedRadPerS: toSi(3100, 'rpm'), referenceTorqueNm: toSi(380, 'lb-ft') }), 2)).point.engineSpeedRadPerS, 'rpm') // → 3763
 */
export const brakeStall = (curve: EngineCurve, converter: Characteristic): Match => operatingPoint(curve, converter, 0)
