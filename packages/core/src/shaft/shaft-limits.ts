import { pressesOfShaft } from './shaft.js'
import { shearYield, steelOf, type Steel } from '../material/steels.js'
import { yieldTorque } from './case-hardened.js'
import { pressTorque, type PressJoint } from './press.js'
import type { ShaftGeometry } from './shaft.js'
import { slicesOf, type Slice } from './slices.js'
import { toothShear } from './spline-stress.js'
import { weldYieldTorque, type FilletWeld } from './weld.js'

export type ShaftFeature = 'land' | 'spline-root' | 'spline-teeth' | 'cross-hole' | 'groove' | 'weld' | 'press'

/** A place of a shaft and the torque at which it begins to yield, or a joint to slip. */
export interface ShaftLimit {
  readonly place: string
  readonly feature: ShaftFeature
  readonly torqueNm: number
  /** Middle of the weakest stretch of it, from the front face; nothing for a joint. */
  readonly atM?: number
  /** What carries there. */
  readonly slice?: Slice
}

/** What a slice is called: by the hole in it, else by its groove, else by its section. */
export function placeOf({ section, hole, groove }: Slice): Pick<ShaftLimit, 'place' | 'feature'> {
  if (hole) return { place: hole.name, feature: 'cross-hole' }
  if (groove) return { place: groove.name, feature: 'groove' }
  return { place: section.name, feature: section.spline ? 'spline-root' : 'land' }
}

/** The steel of a shaft that is free of faults. */
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
 * joints by their slip. The least is the shaft's capacity. Sections that carry no torque are left out. The geometry must be free of faults.
 */
export function shaftLimits(shaft: ShaftGeometry): ShaftLimit[] {
  const steel = shaftSteel(shaft)
  const places = new Map<string, ShaftLimit>()
  for (const slice of slicesOf(shaft)) {
    if (slice.section.idle) continue
    const torqueNm = sliceYield(slice, steel, shaft.caseDepthM)
    const named = placeOf(slice)
    const key = `${named.place}|${named.feature}`
    const before = places.get(key)
    if (!before || torqueNm < before.torqueNm) places.set(key, { ...named, torqueNm, atM: (slice.fromM + slice.toM) / 2, slice })
  }
  return [...places.values(), ...teethLimits(shaft, steel), ...weldLimits(shaft.welds), ...pressLimits(pressesOfShaft(shaft))]
}

/** Teeth shear along their pitch line; a hard case carries them where there is one. */
function teethLimits({ sections, caseDepthM }: ShaftGeometry, steel: Steel): ShaftLimit[] {
  const yieldPa = caseDepthM > 0 ? (steel.caseYieldPa ?? steel.yieldPa) : steel.yieldPa
  return sections.flatMap(({ name, spline, lengthM, idle }): ShaftLimit[] =>
    spline && !idle ? [{ place: name, feature: 'spline-teeth', torqueNm: shearYield(yieldPa) / toothShear(1, spline, lengthM) }] : [],
  )
}

/** Torque at which each weld begins to yield. */
export const weldLimits = (welds: readonly FilletWeld[] | undefined): ShaftLimit[] =>
  (welds ?? []).map((weld) => ({ place: weld.name, feature: 'weld', torqueNm: weldYieldTorque(weld) }))

/** Torque at which each press joint slips. */
export const pressLimits = (presses: readonly PressJoint[]): ShaftLimit[] =>
  presses.map((joint) => ({ place: joint.name, feature: 'press', torqueNm: pressTorque(joint) }))

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
