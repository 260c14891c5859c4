import { compoundPartner } from './assembly.js'
import { pinionPair, pinionTeeth } from './pinion-pair.js'
import type { RangeSolution } from './solve.js'
import { CASE, type GearTrain } from './train.js'

/** Speed of a member per input speed. The case has speed 0. `undefined` if the member is free. */
export const memberSpeed = (solution: RangeSolution, member: string): number | undefined => (member === CASE ? 0 : solution.speeds[member])

/** Relative speed of two members, a − b, per input speed. `undefined` if either is free. */
export function relativeSpeed(solution: RangeSolution, a: string, b: string): number | undefined {
  const [of, against] = [memberSpeed(solution, a), memberSpeed(solution, b)]
  if (of === undefined || against === undefined) return undefined
  return Math.abs(of - against) < DUST ? 0 : of - against
}

/** Differences below this are rounding dust. */
const DUST = 1e-12

/** Speed across each shift element, a against b: what its open plates rub at and what a one-way clutch overruns at. */
export const elementSlips = (train: GearTrain, solution: RangeSolution): Record<string, number | undefined> =>
  Object.fromEntries(train.elements.map(({ id, a, b }) => [id, relativeSpeed(solution, a, b)]))

/** True if the two sides of an element turn against each other in a range. */
export function slipsIn(train: GearTrain, solution: RangeSolution, elementId: string): boolean {
  const element = train.elements.find(({ id }) => id === elementId)
  return element !== undefined && relativeSpeed(solution, element.a, element.b) !== 0
}

/**
 * Speed of the pinions on their pins, per input speed: Z_s/Z_p times the sun's speed against the carrier, turned round at the mesh. Of a
 * set with pairs of pinions those that mesh with the ring are meant: Z_r/Z_p times the ring's speed against the carrier.
 * Source: Willis 1841.
 */
export function pinionSpeeds(train: GearTrain, solution: RangeSolution): Record<string, number | undefined> {
  return Object.fromEntries(
    train.sets.map((set) => {
      if (set.kind === 'simple') {
        const sun = relativeSpeed(solution, set.sun, set.carrier)
        return [set.id, sun === undefined ? undefined : (-sun * set.sunTeeth) / pinionTeeth(set)]
      }
      const ring = relativeSpeed(solution, set.ring, set.carrier)
      const pair = pinionPair(set, compoundPartner(set, train.sets))
      return [set.id, ring === undefined || !pair ? undefined : (ring * set.ringTeeth) / pair.outer]
    }),
  )
}

/** Members that turn faster than the input in a range, the fastest first. */
export const overspeeds = (solution: RangeSolution): { readonly member: string; readonly speed: number }[] =>
  Object.entries(solution.speeds)
    .map(([member, speed]) => ({ member, speed }))
    .filter(({ speed }) => Math.abs(speed) > 1 + 1e-9)
    .sort((a, b) => Math.abs(b.speed) - Math.abs(a.speed))
