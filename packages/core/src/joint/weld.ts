import { shearYield } from '../material/steels.js'
import { issue, type Issue } from '../quantity/issue.js'

/** A fillet weld all round: between shaft and hub, drum and hub, shell and neck. */
export interface FilletWeld {
  readonly name: string
  readonly radiusM: number
  readonly legM: number
  /** Yield of the deposited metal in tension. */
  readonly metalYieldPa: number
}

/** Throat of an equal-legged fillet, as a share of its leg. */
export const THROAT = 0.707

/**
 * Torque at which a fillet weld round a radius begins to yield: τ_y · 2π·r² · 0.707·h, with τ_y = σ_y/√3 (Shigley, weld group in
 * torsion treated as a line, from memory). Leg small against the radius; the heat-affected zone beside it is not judged.
 * @example fromSi(weldYieldTorque({ name: 'hub', radiusM: toSi(1, 'in'), legM: toSi(0.25, 'in'), metalYieldPa: toSi(97, 'ksi') }), 'lb-ft') // → 5183
 */
export const weldYieldTorque = ({ radiusM, legM, metalYieldPa }: FilletWeld): number =>
  shearYield(metalYieldPa) * 2 * Math.PI * radiusM ** 2 * THROAT * legM

/** A leg of half the radius and more is no line weld. */
const MOST_LEG = 0.5

/** Validates fillet welds: the leg must be small compared with the radius, because the weld is modeled as a line. */
export const weldIssues = (welds: readonly FilletWeld[] | undefined, path: string): Issue[] =>
  (welds ?? []).flatMap(({ name, radiusM, legM }, i) =>
    legM < MOST_LEG * radiusM ? [] : [issue('weld-too-thick', `${path}.${i}.legM`, { weld: name, legM, mostM: MOST_LEG * radiusM })],
  )

/** Fillet welds in shear bear this range over two million cycles, slope 5 (IIW recommendations, FAT 80, from memory), 97 of 100. */
const FAT_PA = 80e6
const FAT_CYCLES = 2e6
const FAT_SLOPE = 5
/** The median over the characteristic, and one standard deviation, on stress (order of magnitude of weld tests, from memory). */
const FAT_MEDIAN = 1.2
const FAT_SPREAD = 0.09

/**
 * Cycles to a crack of a fillet weld at a torque that comes and goes, by its throat and not by its metal; a standard normal deviate turns the
 * median into the weak ones.
 * Source: IIW recommendations, FAT 80, from memory.
 * @example weldCycles({ name: 'hub', radiusM: 0.025, legM: 0.01, metalYieldPa: 4e8 }, 2665) / 2e6 // → 1
 */
export function weldCycles({ radiusM, legM }: FilletWeld, torqueNm: number, deviate = 0): number {
  const range = torqueNm / (2 * Math.PI * radiusM ** 2 * THROAT * legM)
  return FAT_CYCLES * ((FAT_PA * FAT_MEDIAN * (1 - FAT_SPREAD * deviate)) / range) ** FAT_SLOPE
}
