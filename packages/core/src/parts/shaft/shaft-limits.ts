import { placeKey } from '../place.js'
import { pressesOfShaft } from './shaft.js'
import { shearYield, steelOf, type Steel } from '../../material/steels.js'
import { yieldTorque } from './case-hardened.js'
import { pressLimits } from '../../joint/press-limits.js'
import type { ShaftGeometry } from './shaft.js'
import { slicesOf, type Slice } from './slices.js'
import { toothShear } from '../../joint/spline-stress.js'
import { deriveSplineTeeth } from '../../joint/spline-derivation.js'
import type { PlaceLimit } from '../../joint/place-limit.js'
import { weldLimits } from '../../joint/weld-limits.js'
import { deriveSlice } from './slice-derivation.js'

export type ShaftFeature = 'land' | 'spline-root' | 'spline-teeth' | 'cross-hole' | 'groove' | 'weld' | 'press'

/** A place of a shaft and the torque at which it begins to yield, or a joint to slip. */
export interface ShaftLimit extends PlaceLimit<ShaftFeature> {
  /** Middle of the weakest stretch of it, from the front face; nothing for a joint. */
  readonly atM?: number
  /** Slice that carries the torque there. */
  readonly slice?: Slice
}

/** Name of a slice: of the hole in it, else of its groove, else of its section. */
export function placeOf({ section, hole, groove }: Slice): Pick<ShaftLimit, 'name' | 'feature'> {
  if (hole) return { name: hole.name, feature: 'cross-hole' }
  if (groove) return { name: groove.name, feature: 'groove' }
  return { name: section.name, feature: section.spline ? 'spline-root' : 'land' }
}

/** Steel of a valid shaft. */
export function shaftSteel(shaft: ShaftGeometry): Steel {
  const steel = steelOf(shaft)
  if (!steel) throw new Error(`No steel is called "${shaft.steelId}"; check the shaft with shaftFaults first.`)
  return steel
}

/** Torque at which a slice begins to yield in a single event. */
export const sliceYield = (slice: Slice, steel: Steel, caseDepthM: number): number =>
  yieldTorque(slice.modulusM3, slice.diameterM / 2, steel, caseDepthM)

/**
 * Torque at which each place of a shaft begins to yield in a single event: lands, spline roots and teeth, cross holes, grooves, welds; press
 * joints by their slip. The least is the shaft's capacity. Sections that carry no torque are left out. The geometry must be valid.
 */
export function shaftLimits(shaft: ShaftGeometry): ShaftLimit[] {
  const steel = shaftSteel(shaft)
  const places = new Map<string, ShaftLimit>()
  for (const slice of slicesOf(shaft)) {
    if (slice.section.idle) continue
    const torqueNm = sliceYield(slice, steel, shaft.caseDepthM)
    const named = placeOf(slice)
    const key = placeKey(named)
    const before = places.get(key)
    if (before && torqueNm >= before.torqueNm) continue
    const derivation = () => deriveSlice(capacityName(named), slice, steel, shaft.caseDepthM)
    places.set(key, { ...named, torqueNm, atM: (slice.fromM + slice.toM) / 2, slice, derivation })
  }
  return [...places.values(), ...teethLimits(shaft, steel), ...weldLimits(shaft.welds), ...pressLimits(pressesOfShaft(shaft))]
}

/** Teeth shear along their pitch line; a hard case carries them where there is one. */
function teethLimits({ sections, caseDepthM }: ShaftGeometry, steel: Steel): ShaftLimit[] {
  const yieldPa = caseDepthM > 0 ? (steel.caseYieldPa ?? steel.yieldPa) : steel.yieldPa
  return sections.flatMap(({ name, spline, lengthM, idle }): ShaftLimit[] => {
    if (!spline || idle) return []
    const torqueNm = shearYield(yieldPa) / toothShear(1, spline, lengthM)
    const named = { name, feature: 'spline-teeth' } as const
    return [{ ...named, torqueNm, derivation: () => deriveSplineTeeth(capacityName(named), spline, lengthM, steel, yieldPa) }]
  })
}

const capacityName = ({ name, feature }: Pick<ShaftLimit, 'name' | 'feature'>): string =>
  `torque capacity of “${name}” (${feature.replace('-', ' ')})`

/** The weakest place of a shaft. */
export const weakestPlace = (shaft: ShaftGeometry): ShaftLimit | undefined =>
  shaftLimits(shaft).reduce<ShaftLimit | undefined>((least, l) => (least && least.torqueNm <= l.torqueNm ? least : l), undefined)

/** Solid steel breaks in torsion at about this share of its tensile strength over the section (modulus of rupture, from memory). */
export const RUPTURE = 0.8

/** Torque at which a shaft twists off: 0.8·σ_u·Z at its weakest slice. */
export function breakTorque(shaft: ShaftGeometry): number {
  const steel = shaftSteel(shaft)
  const carrying = slicesOf(shaft).filter(({ section }) => !section.idle)
  return RUPTURE * steel.ultimatePa * Math.min(...carrying.map(({ modulusM3 }) => modulusM3))
}
