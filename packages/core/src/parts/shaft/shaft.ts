import { numberAt } from '../../numeric/certain.js'
import { steelIssues, type CertifiedSteel } from '../../material/steels.js'
import type { Hardness } from '../../material/hardness.js'
import type { Surface } from '../../material/torsion-fatigue.js'
import { issue, type Issue } from '../../quantity/issue.js'
import type { HoleEdge } from './notch.js'
import { pressIssues, type PressJoint, boredPresses } from '../../joint/press.js'
import { splineRootDiameter, type Spline } from '../../joint/spline.js'
import { weldIssues, type FilletWeld } from '../../joint/weld.js'

/** A straight length of shaft: its land, its bore and the spline that runs along it. */
export interface ShaftSection {
  readonly name: string
  readonly outerDiameterM: number
  readonly boreDiameterM: number
  readonly lengthM: number
  readonly spline?: Spline
  /** A cross hole half way along; holes elsewhere stand in the shaft's own list. */
  readonly crossHoleDiameterM?: number
  /** Fillet at the step to the section behind; sharp if not said. */
  readonly filletRadiusM?: number
  /** A nose or pilot that no torque runs through. */
  readonly idle?: boolean
}

/** Drillings across the shaft at one place of its length. */
export interface CrossHole {
  readonly name: string
  /** Distance from the front face. */
  readonly fromFrontM: number
  readonly diameterM: number
  /** Drillings right through, one if not said. */
  readonly drillings?: number
  readonly edge?: HoleEdge
  /** Purpose of the hole. Classified by name if not given. */
  readonly duty?: HoleDuty
}

/** Purpose of a cross hole. */
export const HOLE_DUTIES = ['lockup-release', 'lockup-apply', 'lube', 'other'] as const
export type HoleDuty = (typeof HOLE_DUTIES)[number]

/** A turned groove: of a sealing ring, a snap ring or an undercut. */
export interface Groove {
  readonly name: string
  /** Its middle, from the front face. */
  readonly fromFrontM: number
  readonly widthM: number
  readonly bottomDiameterM: number
  readonly radiusM: number
  /** True if the groove holds a sealing ring. */
  readonly ring?: boolean
}

/** A bushing pressed into the bore of a shaft. A journal and sealing rings of another shaft run in it. */
export interface Bushing {
  readonly name: string
  /** Distance of the front end from the front face of the shaft. */
  readonly fromFrontM: number
  readonly lengthM: number
  readonly boreDiameterM: number
}

export interface ShaftGeometry {
  readonly steelId: string
  /** Strength by its own certificate; it stands before that of the grade. */
  readonly certified?: CertifiedSteel
  /** Case depth, the same under lands, spline roots and grooves. */
  readonly caseDepthM: number
  /** Machined if not said. */
  readonly surface?: Surface
  /** Front to rear. */
  readonly sections: readonly ShaftSection[]
  readonly holes?: readonly CrossHole[]
  readonly grooves?: readonly Groove[]
  readonly bushings?: readonly Bushing[]
  /** Joints that the torque runs through, as between shaft and hub. */
  readonly welds?: readonly FilletWeld[]
  readonly presses?: readonly PressJoint[]
  /** Hardness reading on this part. */
  readonly hardness?: Hardness
}

/** The diameter that carries torque: the spline's root, or the land. */
export const workingDiameter = (section: ShaftSection): number =>
  section.spline ? splineRootDiameter(section.spline) : section.outerDiameterM

/** Start of each section from the front face. The last value is the whole length. */
export function sectionStarts({ sections }: ShaftGeometry): number[] {
  const starts = [0]
  for (const { lengthM } of sections) starts.push(numberAt(starts, starts.length - 1) + lengthM)
  return starts
}

/** Overall shaft length, m. */
export const shaftLength = ({ sections }: Pick<ShaftGeometry, 'sections'>): number => sections.reduce((sum, s) => sum + s.lengthM, 0)

/** The section at a place of the length; at a step the one behind it. */
export function sectionAt(shaft: ShaftGeometry, fromFrontM: number): ShaftSection | undefined {
  const starts = sectionStarts(shaft)
  const i = starts.findLastIndex((start) => start <= fromFrontM)
  return shaft.sections[Math.min(i, shaft.sections.length - 1)]
}

/** Every cross hole of a shaft, those half way along a section among them. */
export function crossHoles(shaft: ShaftGeometry): CrossHole[] {
  const starts = sectionStarts(shaft)
  const inSections = shaft.sections.flatMap(({ name, lengthM, crossHoleDiameterM }, i): CrossHole[] =>
    crossHoleDiameterM ? [{ name, fromFrontM: numberAt(starts, i) + lengthM / 2, diameterM: crossHoleDiameterM }] : [],
  )
  return [...inSections, ...(shaft.holes ?? [])]
}

/** Why a shaft cannot be what is written, with the limits that it breaks. */
export function shaftIssues(shaft: ShaftGeometry, path = 'geometry'): Issue[] {
  const issues: Issue[] = [...steelIssues(shaft, path)]
  if (shaft.sections.length === 0) issues.push(issue('shaft-without-section', `${path}.sections`))
  shaft.sections.forEach((section, i) => issues.push(...sectionIssues(section, shaft.caseDepthM, `${path}.sections.${i}`)))
  if (issues.length === 0) issues.push(...featureIssues(shaft, path))
  return [
    ...issues,
    ...namesTwice(shaft, path),
    ...weldIssues(shaft.welds, `${path}.welds`),
    ...pressIssues(shaft.presses, `${path}.presses`),
  ]
}

function sectionIssues(section: ShaftSection, caseDepthM: number, path: string): Issue[] {
  const d = workingDiameter(section)
  const values = { section: section.name, boreM: section.boreDiameterM, diameterM: d, outerM: section.outerDiameterM, caseDepthM }
  if (!(section.outerDiameterM > 0)) return [issue('diameter-not-positive', `${path}.outerDiameterM`, values)]
  if (section.spline && !(d < section.outerDiameterM)) return [issue('spline-root-above-shaft', `${path}.spline.teeth`, values)]
  if (!(section.boreDiameterM >= 0 && section.boreDiameterM < d)) return [issue('bore-not-below-shaft', `${path}.boreDiameterM`, values)]
  const issues: Issue[] = []
  if (!(caseDepthM >= 0 && caseDepthM < (d - section.boreDiameterM) / 2))
    issues.push(issue('case-through-wall', 'geometry.caseDepthM', values))
  const hole = section.crossHoleDiameterM ?? 0
  if (!(hole >= 0 && hole <= CROSS_HOLE_LIMIT * d))
    issues.push(issue('cross-hole-too-large', `${path}.crossHoleDiameterM`, { ...values, holeM: hole, mostM: CROSS_HOLE_LIMIT * d }))
  return issues
}

/** Press joints of a shaft; a seat whose bore is not said has the widest bore of the shaft. */
export const pressesOfShaft = ({ presses = [], sections }: Pick<ShaftGeometry, 'presses' | 'sections'>): readonly PressJoint[] =>
  boredPresses(presses, Math.max(0, ...sections.map(({ boreDiameterM }) => boreDiameterM)))

/** The net-section fit of a cross hole is used no further than this share of the diameter. */
const CROSS_HOLE_LIMIT = 0.3

/** Holes and grooves that lie beside the shaft, cut deeper than it is thick, or take more than the net section allows. */
function featureIssues(shaft: ShaftGeometry, path: string): Issue[] {
  const length = shaftLength(shaft)
  const grooves = (shaft.grooves ?? []).flatMap((groove, i): Issue[] => {
    const { name, fromFrontM, widthM, bottomDiameterM } = groove
    const at = `${path}.grooves.${i}`
    if (!(fromFrontM - widthM / 2 >= 0 && fromFrontM + widthM / 2 <= length))
      return [issue('feature-off-shaft', `${at}.fromFrontM`, { name, fromFrontM, lengthM: length })]
    const across = shaft.sections.filter((_, k) => overlaps(shaft, k, fromFrontM - widthM / 2, fromFrontM + widthM / 2))
    const outerM = Math.max(...across.map((s) => s.outerDiameterM))
    const wallM = Math.max(...across.map((s) => s.boreDiameterM)) + 2 * shaft.caseDepthM
    if (!(bottomDiameterM < outerM))
      return [issue('groove-above-shaft', `${at}.bottomDiameterM`, { name, bottomM: bottomDiameterM, outerM })]
    return bottomDiameterM > wallM ? [] : [issue('groove-through-wall', `${at}.bottomDiameterM`, { name, bottomM: bottomDiameterM, wallM })]
  })
  const holes = (shaft.holes ?? []).flatMap((hole, i): Issue[] => {
    const { name, fromFrontM, diameterM, drillings = 1 } = hole
    const at = `${path}.holes.${i}`
    const [from, to] = [fromFrontM - diameterM / 2, fromFrontM + diameterM / 2]
    if (!(from >= 0 && to <= length)) return [issue('feature-off-shaft', `${at}.fromFrontM`, { name, fromFrontM, lengthM: length })]
    const least = carryingWithin(shaft, from, to)
    const most = (CROSS_HOLE_LIMIT * least) / drillings
    return diameterM <= most ? [] : [issue('cross-hole-too-large', `${at}.diameterM`, { section: name, holeM: diameterM, mostM: most })]
  })
  return [...grooves, ...holes, ...bushingIssues(shaft, path)]
}

/** Faults of bushings: outside the shaft, or bore not smaller than the bore of the shaft. */
function bushingIssues(shaft: ShaftGeometry, path: string): Issue[] {
  const length = shaftLength(shaft)
  return (shaft.bushings ?? []).flatMap(({ name, fromFrontM, lengthM, boreDiameterM }, i): Issue[] => {
    const at = `${path}.bushings.${i}`
    if (!(fromFrontM >= 0 && fromFrontM + lengthM <= length))
      return [issue('feature-off-shaft', `${at}.fromFrontM`, { name, fromFrontM, lengthM: length })]
    const round = shaft.sections.filter((_, k) => overlaps(shaft, k, fromFrontM, fromFrontM + lengthM))
    const leastM = Math.min(...round.map((s) => s.boreDiameterM))
    return boreDiameterM < leastM
      ? []
      : [issue('bushing-above-bore', `${at}.boreDiameterM`, { name, bushingM: boreDiameterM, boreM: leastM })]
  })
}

const overlaps = (shaft: ShaftGeometry, i: number, fromM: number, toM: number): boolean => {
  const starts = sectionStarts(shaft)
  return numberAt(starts, i) < toM && numberAt(starts, i + 1) > fromM
}

/** The least diameter that carries between two places. */
function carryingWithin(shaft: ShaftGeometry, fromM: number, toM: number): number {
  const sections = shaft.sections.filter((_, i) => overlaps(shaft, i, fromM, toM)).map(workingDiameter)
  const grooves = (shaft.grooves ?? []).filter((g) => g.fromFrontM - g.widthM / 2 < toM && g.fromFrontM + g.widthM / 2 > fromM)
  return Math.min(...sections, ...grooves.map((g) => g.bottomDiameterM))
}

/** Every place of a shaft is named once, or its figures could not be told apart. */
function namesTwice({ sections, holes = [], grooves = [], bushings = [], welds = [], presses = [] }: ShaftGeometry, path: string): Issue[] {
  const lists = { sections, holes, grooves, bushings, welds, presses }
  return Object.entries(lists).flatMap(([key, list]) => {
    const names = list.map(({ name }) => name)
    return names.flatMap((name, i) =>
      names.indexOf(name) === i ? [] : [issue('place-name-repeated', `${path}.${key}.${i}.name`, { name })],
    )
  })
}
