import { toSi } from '../quantity/units.js'
import type { Steel } from './steels.js'

export const HARDNESS_SCALES = ['HRC', 'HB'] as const
export type HardnessScale = (typeof HARDNESS_SCALES)[number]

/** A hardness read on a part. */
export interface Hardness {
  readonly scale: HardnessScale
  readonly value: number
  /** On the skin, or where the steel under a hard case is laid bare. */
  readonly on: 'surface' | 'core'
}

/** Rockwell C, Brinell (tungsten carbide ball, 3000 kgf) and tensile strength in ksi of carbon and low-alloy steels (ASTM E140 / A370, from memory). */
const TABLE: readonly (readonly [hrc: number, hb: number, ksi: number])[] = [
  [20, 226, 110],
  [22, 237, 115],
  [24, 247, 119],
  [26, 258, 125],
  [28, 271, 131],
  [30, 286, 138],
  [32, 301, 146],
  [34, 319, 152],
  [35, 327, 156],
  [36, 336, 161],
  [38, 353, 171],
  [40, 371, 182],
  [42, 390, 194],
  [44, 409, 208],
  [45, 421, 215],
  [46, 432, 221],
  [48, 455, 238],
  [50, 481, 255],
  [52, 512, 273],
  [54, 543, 292],
  [55, 560, 301],
]

const COLUMN: Record<HardnessScale, 0 | 1> = { HRC: 0, HB: 1 }

/** The least and the greatest reading of a scale that the table turns into a strength. */
export const hardnessSpan = (scale: HardnessScale): readonly [number, number] => {
  const column = TABLE.map((row) => row[COLUMN[scale]])
  return [Math.min(...column), Math.max(...column)]
}

/**
 * Tensile strength that a hardness stands for, Pa; carbon and low-alloy steels, 20 to 55 HRC or 226 to 560 HB. Nothing outside that.
 * Between rows of the table straight lines.
 * Source: ASTM A370, from memory.
 * @example fromSi(tensileOfHardness('HRC', 40), 'ksi') // → 182
 * @example fromSi(tensileOfHardness('HB', 286), 'ksi') // → 138
 */
export function tensileOfHardness(scale: HardnessScale, value: number): number | undefined {
  const column = COLUMN[scale]
  const above = TABLE.findIndex((row) => row[column] >= value)
  const [low, high] = [TABLE[above - 1] ?? TABLE[0], TABLE[above]]
  if (above < 0 || !low || !high || value < low[column]) return undefined
  const share = high === low ? 0 : (value - low[column]) / (high[column] - low[column])
  return toSi(low[2] + share * (high[2] - low[2]), 'ksi')
}

/** What a portable tester may read off, each way (common practice, no source). */
export const READING_SPREAD: Record<HardnessScale, number> = { HRC: 2, HB: 20 }

/** A steel this much stronger than its grade's minimum is drawn harder than usual, or is another steel. */
const MUCH_HARDER = 1.2

export type HardnessVerdict =
  | 'can-be'
  | 'too-soft'
  | 'near-the-limit'
  | 'harder-than-usual'
  /** A hard case says nothing of the core. */
  | 'case-hides-core'
  | 'outside-table'

export interface HardnessRead {
  readonly verdict: HardnessVerdict
  /** Tensile strength by the reading, and with the tester's spread off and on. */
  readonly tensilePa: number | null
  readonly lowPa: number | null
  readonly highPa: number | null
}

/**
 * Whether a part can be of the steel that its box names: the tensile strength by its hardness against the least of the grade, with the
 * tester's spread. Under the least even at the top of the spread: too soft. On the skin of a case-hardened part nothing is said of the
 * core. The table holds for low-alloy steels; for the maraging and Co-Ni grades it is near, no more.
 * Source: ASTM A370, from memory.
 */
export function readHardness(hardness: Hardness, steel: Steel, caseDepthM: number): HardnessRead {
  const { scale, value } = hardness
  const spread = READING_SPREAD[scale]
  const at = (reading: number) => tensileOfHardness(scale, reading) ?? null
  const tensilePa = at(value)
  const [least, most] = hardnessSpan(scale)
  const within = (reading: number) => (tensilePa === null ? null : at(Math.min(most, Math.max(least, reading))))
  const read = { tensilePa, lowPa: within(value - spread), highPa: within(value + spread) }
  if (caseDepthM > 0 && hardness.on === 'surface') return { verdict: 'case-hides-core', ...read }
  if (tensilePa === null || read.lowPa === null || read.highPa === null) {
    const softest = at(least) ?? 0
    return { verdict: value < least && softest < steel.ultimatePa ? 'too-soft' : 'outside-table', ...read }
  }
  if (read.highPa < steel.ultimatePa) return { verdict: 'too-soft', ...read }
  if (tensilePa < steel.ultimatePa) return { verdict: 'near-the-limit', ...read }
  return { verdict: read.lowPa > MUCH_HARDER * steel.ultimatePa ? 'harder-than-usual' : 'can-be', ...read }
}

/**
 * A steel as strong as a part was found to be: yield and tensile strength brought down together where it is softer than its grade; never up.
 * Source: in proportion to hardness.
 * @example asFound(steelById('4340-200'), toSi(110, 'ksi')).yieldPa / toSi(1, 'ksi') // → 100
 */
export function asFound(steel: Steel, tensilePa: number): Steel {
  const share = Math.min(1, tensilePa / steel.ultimatePa)
  return { ...steel, yieldPa: steel.yieldPa * share, ultimatePa: steel.ultimatePa * share }
}
