import { rootOf } from '../numeric/brent.js'
import { type Meets, type WorstPoint } from './worst-point.js'
import type { Shock } from '../model/rules.js'

/** Engine power at which a worst margin is 1, or why there is none in the range searched. */
export type PowerHeld =
  | { readonly outcome: 'held'; readonly powerW: number }
  | { readonly outcome: 'not-limiting'; readonly aboveW: number }
  | { readonly outcome: 'fails-at-smallest'; readonly belowW: number }
  | { readonly outcome: 'no-figure' }

/** Engine scales between which the search runs. */
export const LEAST_SCALE = 0.02
export const GREATEST_SCALE = 8

/** Default relative tolerance of utilisation and power held. */
const EXACT = 1e-10
const MOST_GUESSES = 8

/**
 * Peak power of the engine, scaled as a whole, at which utilisation (1 / worst margin) reaches 1. Solved, not divided:
 * utilisation may be any rising function of the scale, searched up to the greatest scale at which it means something. Where it goes
 * with a power of the scale, or nearly so, a few secant steps find it; otherwise it is bracketed.
 * @example powerHeld((scale) => scale * 1.25, 500000).powerW // → 400000
 * @example powerHeld((scale) => scale ** 2 * 4, 500000).powerW // → 250000
 */
export function powerHeld(
  utilisation: (scale: number) => number,
  peakPowerW: number,
  greatestScale = GREATEST_SCALE,
  exact = EXACT,
): PowerHeld {
  const guessed = bySecant(utilisation, greatestScale, exact)
  if (guessed !== undefined) return { outcome: 'held', powerW: guessed * peakPowerW }
  if (!(utilisation(LEAST_SCALE) < 1)) return { outcome: 'fails-at-smallest', belowW: LEAST_SCALE * peakPowerW }
  if (utilisation(greatestScale) < 1) return { outcome: 'not-limiting', aboveW: greatestScale * peakPowerW }
  // Bounded, because utilisation is infinite at zero capacity. If utilisation jumps past 1, the search converges to the jump.
  const over = (scale: number) => {
    const used = utilisation(scale)
    return Number.isFinite(used) ? (used - 1) / (used + 1) : 1
  }
  const root = rootOf(over, LEAST_SCALE, greatestScale, 1e-10)
  return root.outcome === 'converged'
    ? { outcome: 'held', powerW: root.x * peakPowerW }
    : { outcome: 'fails-at-smallest', belowW: LEAST_SCALE * peakPowerW }
}

/**
 * Secant steps on the logarithms of scale and utilisation, from scale 1 and the proportional guess: exact for any power law, and
 * utilisation is nearly one. `undefined` if they leave the range or do not converge.
 */
function bySecant(utilisation: (scale: number) => number, greatestScale: number, exact: number): number | undefined {
  let before = 0
  let usedBefore = Math.log(utilisation(1))
  let scale = -usedBefore
  for (let i = 0; i < MOST_GUESSES; i++) {
    const at = Math.exp(scale)
    if (!(at > LEAST_SCALE && at < greatestScale)) return undefined
    const used = Math.log(utilisation(at))
    const power = (used - usedBefore) / (scale - before)
    // Where utilisation rises slower than the scale, as with inertia torque, its error is smaller than that of the scale.
    if (used === 0 || Math.abs(used) <= exact * Math.min(1, power)) return at
    before = scale
    usedBefore = used
    scale -= used / power
  }
  return undefined
}

/**
 * Peak power at which one torque of a case reaches a capacity. Torque scales with engine power except for inertia torque, a slip limit
 * and the tire limit. `capacityNm` is the capacity of the place divided by its share of the torque.
 * @example heldInCase(1000, { factor: 2, shock: 'hard' }, { torqueNm: 400, speedRadPerS: 1 }, 300000).powerW // → 375000
 */
export function heldInCase(capacityNm: number, { factor, shock }: Meets, point: WorstPoint, peakPowerW: number): PowerHeld {
  const torque = spared(capacityNm, shock, point) / factor
  const { engineNm, inertiaNm, mostNm } = point.made ?? { engineNm: point.torqueNm, inertiaNm: 0, mostNm: Infinity }
  if (torque >= mostNm) return { outcome: 'not-limiting', aboveW: GREATEST_SCALE * peakPowerW }
  const scale = (torque - inertiaNm) / engineNm
  if (scale < LEAST_SCALE) return { outcome: 'fails-at-smallest', belowW: LEAST_SCALE * peakPowerW }
  return scale > GREATEST_SCALE
    ? { outcome: 'not-limiting', aboveW: GREATEST_SCALE * peakPowerW }
    : { outcome: 'held', powerW: scale * peakPowerW }
}

/** Capacity counted against demand without the tire limit: Infinity if the place holds tire slip and regrip, else at most slip torque. */
function spared(capacityNm: number, shock: Shock, { tyres }: WorstPoint): number {
  if (!tyres) return capacityNm
  const mostNm = tyres.mostNm + (shock === 'hard' ? tyres.regripNm : 0)
  return capacityNm >= mostNm ? Infinity : Math.min(capacityNm, tyres.mostNm)
}

/** Order of giving way: what fails at the smallest load, then by power, then what does not limit; no figure last. */
export function breakingRank(held: PowerHeld): number {
  switch (held.outcome) {
    case 'fails-at-smallest':
      return 0
    case 'held':
      return held.powerW
    case 'not-limiting':
      return Number.MAX_VALUE
    case 'no-figure':
      return Infinity
  }
}
