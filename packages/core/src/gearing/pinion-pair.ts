import type { PlanetarySet } from './train.js'

/** Fewest teeth a pinion is given here before it is refused as unbuildable (common practice, no source). */
export const LEAST_PINION = 9

/**
 * Teeth of the pinion of a simple set, Z_p = (Z_r − Z_s)/2, rounded down where profile shift makes up the odd tooth.
 * Source: geometry of meshing wheels.
 * @example pinionTeeth({ sunTeeth: 40, ringTeeth: 68 }) // → 14
 */
export function pinionTeeth(set: Pick<PlanetarySet, 'sunTeeth' | 'ringTeeth'>): number {
  return Math.floor((set.ringTeeth - set.sunTeeth) / 2)
}

/** Teeth of the pinions of a double-pinion set: inner ones mesh with the sun, outer ones with the ring, and both with each other. */
export interface PinionPair {
  readonly inner: number
  readonly outer: number
}

/** Addendum of a tooth and the room kept beside it, in modules: tips of two wheels that don't mesh stay two modules apart at the pitch circles. */
const TIPS = 2

/**
 * Pinions with which a double-pinion set can be built: those it names, or the largest that find room; nothing where none do. Radii are
 * in modules, half the teeth. With a partner (a simple set on the same carrier and ring) the outer pinion is the partner's own, and one of
 * the two is long: the outer one then runs past this set's sun, or the inner one past the partner's.
 * Source: geometry of meshing wheels.
 */
export function pinionPair(set: PlanetarySet, partner?: PlanetarySet): PinionPair | undefined {
  const outers = partner ? [pinionTeeth(partner)] : choices(set.outerPinionTeeth, set)
  const pairs = outers.flatMap((outer) => choices(set.innerPinionTeeth, set).map((inner): PinionPair => ({ inner, outer })))
  const size = ({ inner, outer }: PinionPair) => Math.min(inner, outer) + (inner + outer) / 1000
  return pairs
    .filter((pair) => findsRoom(set, pair, partner))
    .reduce<PinionPair | undefined>((best, pair) => (best && size(best) >= size(pair) ? best : pair), undefined)
}

const choices = (given: number | undefined, { sunTeeth, ringTeeth }: PlanetarySet): readonly number[] =>
  given === undefined ? Array.from({ length: Math.max(0, ringTeeth - sunTeeth - 2 * LEAST_PINION) }, (_, i) => LEAST_PINION + i) : [given]

function findsRoom({ sunTeeth, ringTeeth, pinions }: PlanetarySet, { inner, outer }: PinionPair, partner?: PlanetarySet): boolean {
  const [innerAt, outerAt, apart] = [(sunTeeth + inner) / 2, (ringTeeth - outer) / 2, (inner + outer) / 2]
  const cosine = (innerAt ** 2 + outerAt ** 2 - apart ** 2) / (2 * innerAt * outerAt)
  if (!(Math.abs(cosine) <= 1)) return false
  const between = Math.acos(cosine)
  const pitch = (2 * Math.PI) / pinions
  const clear = (r: number, teeth: number, otherR: number, otherTeeth: number, angle: number) =>
    Math.sqrt(r ** 2 + otherR ** 2 - 2 * r * otherR * Math.cos(angle)) > (teeth + otherTeeth) / 2 + TIPS
  if (
    pinions > 1 &&
    !(
      clear(innerAt, inner, innerAt, inner, pitch) &&
      clear(outerAt, outer, outerAt, outer, pitch) &&
      clear(innerAt, inner, outerAt, outer, pitch - between)
    )
  )
    return false
  const outerPastSun = outerAt - outer / 2 > sunTeeth / 2 + TIPS
  const innerPastRing = innerAt + inner / 2 < ringTeeth / 2 - TIPS
  const innerPastOtherSun = partner !== undefined && sunTeeth / 2 > partner.sunTeeth / 2 + TIPS
  return innerPastRing && (outerPastSun || innerPastOtherSun)
}
