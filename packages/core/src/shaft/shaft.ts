import { steelById } from '../material/steels.js'
import { fault, type Fault } from '../quantity/fault.js'
import { yieldTorque } from './case-hardened.js'
import { splineRootDiameter, type Spline } from './spline-root.js'
import { netModulusAtCrossHole, torsionModulus } from './torsion.js'
import { weldFaults, weldYieldTorque, type FilletWeld } from './weld.js'

/** A straight length of shaft: its land, its bore and what is cut into it. */
export interface ShaftSection {
  readonly name: string
  readonly outerDiameterM: number
  readonly boreDiameterM: number
  readonly lengthM: number
  readonly spline?: Spline
  readonly crossHoleDiameterM?: number
}

export interface ShaftGeometry {
  readonly steelId: string
  readonly caseDepthM: number
  readonly sections: readonly ShaftSection[]
  /** Welds that the torque runs through, as between shaft and hub. */
  readonly welds?: readonly FilletWeld[]
}

/** The diameter that carries torque: the spline's root, or the land. */
export const workingDiameter = (section: ShaftSection): number =>
  section.spline ? splineRootDiameter(section.spline) : section.outerDiameterM

/** Why a shaft cannot be what is written, with the limits that it breaks. */
export function shaftFaults(shaft: ShaftGeometry, path = 'geometry'): Fault[] {
  const faults: Fault[] = []
  if (!steelById(shaft.steelId)) faults.push(fault('steel-unknown', `${path}.steelId`, { steelId: shaft.steelId }))
  if (shaft.sections.length === 0) faults.push(fault('shaft-without-section', `${path}.sections`))
  shaft.sections.forEach((section, i) => faults.push(...sectionFaults(section, shaft.caseDepthM, `${path}.sections.${i}`)))
  return [...faults, ...weldFaults(shaft.welds, `${path}.welds`)]
}

function sectionFaults(section: ShaftSection, caseDepthM: number, path: string): Fault[] {
  const d = workingDiameter(section)
  const values = { section: section.name, boreM: section.boreDiameterM, diameterM: d, outerM: section.outerDiameterM, caseDepthM }
  if (!(section.outerDiameterM > 0)) return [fault('diameter-not-positive', `${path}.outerDiameterM`, values)]
  if (section.spline && !(d < section.outerDiameterM)) return [fault('spline-root-above-shaft', `${path}.spline.teeth`, values)]
  if (!(section.boreDiameterM >= 0 && section.boreDiameterM < d)) return [fault('bore-not-below-shaft', `${path}.boreDiameterM`, values)]
  const faults: Fault[] = []
  if (!(caseDepthM >= 0 && caseDepthM < (d - section.boreDiameterM) / 2))
    faults.push(fault('case-through-wall', 'geometry.caseDepthM', values))
  const hole = section.crossHoleDiameterM ?? 0
  if (!(hole >= 0 && hole <= CROSS_HOLE_LIMIT * d))
    faults.push(fault('cross-hole-too-large', `${path}.crossHoleDiameterM`, { ...values, holeM: hole, mostM: CROSS_HOLE_LIMIT * d }))
  return faults
}

/** The net-section fit of a cross hole is used no further than this share of the diameter. */
const CROSS_HOLE_LIMIT = 0.3

export interface ShaftLimit {
  readonly place: string
  readonly feature: 'land' | 'spline-root' | 'cross-hole' | 'weld'
  readonly torqueNm: number
}

/**
 * Torque at which each section and weld of a shaft begins to yield in a single event, feature by feature; the least is the shaft's capacity.
 * The geometry must be free of faults.
 */
export function shaftLimits(shaft: ShaftGeometry): ShaftLimit[] {
  const steel = steelById(shaft.steelId)
  if (!steel) throw new Error(`No steel is called "${shaft.steelId}"; check the shaft with shaftFaults first.`)
  const sections = shaft.sections.flatMap((section): ShaftLimit[] => {
    const d = workingDiameter(section)
    const bore = section.boreDiameterM
    const torqueAt = (modulus: number) => yieldTorque(modulus, d / 2, steel, shaft.caseDepthM)
    const plain = {
      place: section.name,
      feature: section.spline ? 'spline-root' : 'land',
      torqueNm: torqueAt(torsionModulus(d, bore)),
    } as const
    const hole = section.crossHoleDiameterM
    return hole
      ? [plain, { place: section.name, feature: 'cross-hole', torqueNm: torqueAt(netModulusAtCrossHole(d, bore, hole)) }]
      : [plain]
  })
  return [...sections, ...weldLimits(shaft.welds)]
}

/** Torque at which each weld begins to yield. */
export const weldLimits = (welds: readonly FilletWeld[] | undefined): ShaftLimit[] =>
  (welds ?? []).map((weld) => ({ place: weld.name, feature: 'weld', torqueNm: weldYieldTorque(weld) }))
