/** Gives numbers evenly spread over 0 ≤ x < 1. */
export type Random = () => number

/**
 * A generator that gives the same numbers for the same seed (Mulberry32, T. Ettinger, public domain, from memory).
 * @example seeded(1)() === seeded(1)() ? 1 : 0 // → 1
 */
export function seeded(seed: number): Random {
  let state = seed >>> 0
  return () => {
    state = (state + 0x6d2b79f5) >>> 0
    let mixed = Math.imul(state ^ (state >>> 15), state | 1)
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61)
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 2 ** 32
  }
}

/** A number of the standard normal distribution (Box & Muller 1958). */
export const normal = (random: Random): number => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
