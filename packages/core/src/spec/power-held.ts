import { rootOf } from '../numeric/brent.js'

/** Engine power at which a worst margin is 1, or why there is none in the range searched. */
export type PowerHeld =
  | { readonly outcome: 'held'; readonly powerW: number }
  | { readonly outcome: 'not-limiting'; readonly aboveW: number }
  | { readonly outcome: 'fails-at-smallest'; readonly belowW: number }
  | { readonly outcome: 'no-figure' }

/** Engine scales between which the search runs. */
export const LEAST_SCALE = 0.02
export const GREATEST_SCALE = 8

/** Agreement of a first guess that needs no search. */
const EXACT = 1e-12

/**
 * Peak power of the engine, scaled as a whole, at which utilisation (1 / worst margin) reaches 1. Solved, not divided:
 * utilisation may be any rising function of the scale, searched up to the greatest scale at which it means something. Where it goes
 * with the scale in proportion the first guess is the answer; it is checked, and searched from otherwise.
 * @example powerHeld((scale) => scale * 1.25, 500000).powerW // → 400000
 * @example powerHeld((scale) => scale ** 2 * 4, 500000).powerW // → 250000
 */
export function powerHeld(utilisation: (scale: number) => number, peakPowerW: number, greatestScale = GREATEST_SCALE): PowerHeld {
  const over = (scale: number) => utilisation(scale) - 1
  const guess = 1 / utilisation(1)
  if (guess > LEAST_SCALE && guess < greatestScale) {
    if (Math.abs(over(guess)) <= EXACT) return { outcome: 'held', powerW: guess * peakPowerW }
    const near = rootOf(over, Math.max(LEAST_SCALE, guess / NEAR), Math.min(greatestScale, guess * NEAR), 1e-10)
    if (near.outcome === 'converged') return { outcome: 'held', powerW: near.x * peakPowerW }
  }
  if (!(utilisation(LEAST_SCALE) < 1)) return { outcome: 'fails-at-smallest', belowW: LEAST_SCALE * peakPowerW }
  if (utilisation(greatestScale) < 1) return { outcome: 'not-limiting', aboveW: greatestScale * peakPowerW }
  const root = rootOf(over, LEAST_SCALE, greatestScale, 1e-10)
  if (root.outcome !== 'converged') throw new Error(`Power held is bracketed but did not converge: ${JSON.stringify(root)}`)
  return { outcome: 'held', powerW: root.x * peakPowerW }
}

/** How far round the guess is looked first. */
const NEAR = 1.15

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
