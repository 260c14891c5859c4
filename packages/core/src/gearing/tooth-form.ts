import { memberAt } from '../numeric/certain.js'

/** Support of pinion pins: in both plates of a carrier, or at one end. */
export const CARRIERS = ['two-plate', 'one-plate'] as const
export type Carrier = (typeof CARRIERS)[number]

type Row = readonly [at: number, value: number]

/** Interpolates linearly between rows. Beyond the table the end value applies. */
function between(rows: readonly Row[], at: number): number {
  const after = rows.findIndex(([x]) => x >= at)
  const [last, first] = [memberAt(rows, rows.length - 1), memberAt(rows, 0)]
  if (after < 0) return last[1]
  if (after === 0) return first[1]
  const [[x0, y0], [x1, y1]] = [memberAt(rows, after - 1), memberAt(rows, after)]
  return y0 + ((y1 - y0) * (at - x0)) / (x1 - x0)
}

/** J of straight teeth of 20°, loaded at the highest point of single contact, by their count, behind a mate of 75 teeth (AGMA 908, from memory). */
const SPUR: readonly Row[] = [
  [12, 0.22],
  [14, 0.25],
  [17, 0.3],
  [20, 0.335],
  [25, 0.36],
  [30, 0.38],
  [40, 0.405],
  [60, 0.435],
  [100, 0.465],
]

/** J of helical teeth of 15 to 25° by tooth count, with a 75-tooth mate (AGMA 908, from memory). */
const HELICAL: readonly Row[] = [
  [12, 0.37],
  [14, 0.4],
  [17, 0.44],
  [20, 0.47],
  [25, 0.5],
  [30, 0.52],
  [40, 0.545],
  [60, 0.57],
  [100, 0.6],
]

/** Factor on J by the tooth count of the mating gear. */
const MATE: readonly Row[] = [
  [12, 0.9],
  [20, 0.93],
  [30, 0.955],
  [50, 0.98],
  [75, 1],
  [150, 1.02],
]

const FULL_HELIX = (15 * Math.PI) / 180

/**
 * Geometry factor J of a tooth in bending by tooth counts and helix: spur 14 to 20 teeth about 0.24 to 0.32, 18 to 25° helical 0.38 to 0.48
 * (AGMA 908 names, tables recalled from memory). Up to 15° of helix it goes in proportion.
 * @example geometryFactor(18, 20, 0) // → 0.2899
 * @example geometryFactor(18, 20, (20 * Math.PI) / 180) // → 0.4185
 */
export function geometryFactor(teeth: number, mate: number, helixRad: number): number {
  const share = Math.min(1, Math.abs(helixRad) / FULL_HELIX)
  const [spur, helical] = [between(SPUR, teeth), between(HELICAL, teeth)]
  return (spur + share * (helical - spur)) * between(MATE, mate)
}

/** J of the weaker of two mating gears. Source: AGMA 908 names, from memory. */
export const pairFactor = (sunTeeth: number, pinion: number, helixRad: number): number =>
  Math.min(geometryFactor(sunTeeth, pinion, helixRad), geometryFactor(pinion, sunTeeth, helixRad))

const NARROW_M = 0.015
const WIDE_M = 0.045

/**
 * Face-load factor K_m: how much more than its even share the most loaded end of a tooth takes, 1.2 at 15 mm of face to 1.3 at 45 mm, and 0.1 more
 * where the pins are held at one end (AGMA 2001 names, from memory).
 * @example faceLoadFactor(0.03, 'two-plate') // → 1.25
 */
export function faceLoadFactor(faceWidthM: number, carrier: Carrier = 'two-plate'): number {
  const share = Math.min(1, Math.max(0, (faceWidthM - NARROW_M) / (WIDE_M - NARROW_M)))
  return 1.2 + 0.1 * share + (carrier === 'one-plate' ? 0.1 : 0)
}
