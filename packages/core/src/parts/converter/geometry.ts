import { oncePer } from '../../numeric/once-per.js'
import { issue, type Issue } from '../../quantity/issue.js'
import { characteristic, type Characteristic } from '../../converter/characteristic.js'
import { capacityFromStall, type StallRating } from '../../converter/stall-rating.js'
import { hubSplineIssues, type HubSpline } from '../../joint/spline.js'
import { frontIssues, type ConverterFront } from './front.js'
import { tableCharacteristic, tableIssues, type TableRow } from '../../converter/table.js'

/** A converter as it stands on the shelf. */
export interface ConverterGeometry {
  /** Diameter of the core. */
  readonly diameterM: number
  readonly stall: StallRating
  readonly stallTorqueRatio: number
  readonly lockup: boolean
  /** Cores of one family differ in size alone, with the same stator. */
  readonly family?: string
  readonly stator?: string
  /** Its own measured table; it counts before rating and ratio. */
  readonly table?: readonly TableRow[]
  readonly oilVolumeM3?: number
  /** Cover, impeller and the oil that turns with them. */
  readonly impellerInertiaKgM2?: number
  /** Turbine and the oil that turns with it. */
  readonly turbineInertiaKgM2?: number
  /** Splines for the stator support and, if the unit has no station for it, the input shaft. */
  readonly splines?: readonly HubSpline[]
  /** Its outside, by which it meets crank, plate and pump. */
  readonly front?: ConverterFront
}

/**
 * Characteristic of a converter: from its measured table, else the published shape scaled to its rating and stall torque ratio.
 * Source: SAE J643; Kotwicki, SAE 820393.
 */
export const converterCharacteristic: (geometry: ConverterGeometry) => Characteristic = oncePer((geometry) =>
  geometry.table ? tableCharacteristic(geometry.table) : characteristic(capacityFromStall(geometry.stall), geometry.stallTorqueRatio),
)

/** A rating further than this from the measured table is a contradiction. */
const SAME_RATING = 0.1

/** Problems of a converter: its table, or a rating whose K differs from the table by more than a tenth. */
export function converterIssues(geometry: ConverterGeometry, path = 'geometry'): Issue[] {
  const bores = [
    ...hubSplineIssues(geometry.splines, `${path}.splines`),
    ...(geometry.front ? frontIssues(geometry.front, `${path}.front`) : []),
  ]
  if (!geometry.table || bores.length > 0) return bores
  const issues = tableIssues(geometry.table, `${path}.table`)
  if (issues.length > 0) return issues
  const [rated, measured] = [capacityFromStall(geometry.stall) ** -0.5, geometry.table[0]?.kFactorRadPerSPerRootNm ?? NaN]
  return Math.abs(rated / measured - 1) <= SAME_RATING
    ? []
    : [issue('rating-against-table', `${path}.stall.speedRadPerS`, { ratedK: rated, measuredK: measured })]
}

/** Oil and inertia of a 300 mm core (from memory, order of magnitude). Oil scales with D³, inertia with D⁵. */
const OF_300_MM = { oilM3: 0.0048, impellerKgM2: 0.16, turbineKgM2: 0.045 } as const

const fillOf = (diameterM: number, power: number) => (diameterM / 0.3) ** power

/**
 * Oil in a converter, m³: stated, or scaled with D³ from 4.8 litres at 300 mm.
 * Source: geometric similarity; the volume at 300 mm common practice.
 * @example 1000 * oilVolume({ diameterM: 0.3, stall: { speedRadPerS: 200, referenceTorqueNm: 400 }, stallTorqueRatio: 2, lockup: false }) // → 4.8
 */
export const oilVolume = (geometry: ConverterGeometry): number => geometry.oilVolumeM3 ?? OF_300_MM.oilM3 * fillOf(geometry.diameterM, 3)

/**
 * Inertia on the engine's side, kg·m²: stated, or scaled with D⁵.
 * Source: geometric similarity; the inertia it begins from common practice.
 */
export const impellerInertia = (geometry: ConverterGeometry): number =>
  geometry.impellerInertiaKgM2 ?? OF_300_MM.impellerKgM2 * fillOf(geometry.diameterM, 5)

/**
 * Inertia on the turbine's side, kg·m²: stated, or scaled with D⁵.
 * Source: geometric similarity; the inertia it begins from common practice.
 */
export const turbineInertia = (geometry: ConverterGeometry): number =>
  geometry.turbineInertiaKgM2 ?? OF_300_MM.turbineKgM2 * fillOf(geometry.diameterM, 5)

/**
 * Capacity over the fifth power of the core diameter, N·m·s²/m⁵. Equal for cores of one family and stator.
 * Source: hydrodynamic similarity.
 */
export const coreCapacity = (geometry: ConverterGeometry): number =>
  converterCharacteristic(geometry).stallCapacity / geometry.diameterM ** 5

/**
 * The same family and stator in another core: capacity with D⁵, K with D^(−5/2); what was stated or measured of its oil and inertia is left behind.
 * Source: hydrodynamic similarity.
 */
export function inAnotherCore(geometry: ConverterGeometry, diameterM: number): ConverterGeometry {
  const scale = (diameterM / geometry.diameterM) ** 2.5
  const { oilVolumeM3, impellerInertiaKgM2, turbineInertiaKgM2, ...kept } = geometry
  void [oilVolumeM3, impellerInertiaKgM2, turbineInertiaKgM2]
  return {
    ...kept,
    diameterM,
    stall: { speedRadPerS: geometry.stall.speedRadPerS / scale, referenceTorqueNm: geometry.stall.referenceTorqueNm },
    ...(geometry.table
      ? { table: geometry.table.map((row) => ({ ...row, kFactorRadPerSPerRootNm: row.kFactorRadPerSPerRootNm / scale })) }
      : {}),
  }
}
