import { numberAt } from '../numeric/certain.js'
import { sectionAt, sectionStarts, type ShaftGeometry, type ShaftSection } from '../parts/shaft/shaft.js'
import { toSi } from '../quantity/units.js'
import type { Part } from '../model/part.js'
import { outerRadius } from '../parts/registry.js'
import { pairsAt, type SplineMisfit } from './spline-stops.js'
import type { Station, Unit } from '../model/unit.js'

/**
 * Mismatch of a shaft diameter and a bore: the shaft does not pass, the journal is too loose, or a sealing ring does not reach the bore.
 */
export interface DiameterMisfit {
  readonly code: 'does-not-pass' | 'runs-loose' | 'ring-loose'
  readonly stationId: string
  readonly part: Part
  readonly otherId: string
  readonly other: Part
  /** Names of the shaft section and of the bore. */
  readonly section: string
  readonly place: string
  readonly outerM: number
  readonly boreM: number
  /** Largest acceptable bore; absent for 'does-not-pass'. */
  readonly mostM?: number
}

/** A part with a larger outside diameter than the case bore at its station. Diameters in m. */
export interface CaseMisfit {
  readonly code: 'case-too-small'
  readonly stationId: string
  readonly part: Part
  readonly outerM: number
  readonly boreM: number
}

/** A part that its maker or the shop has recalled. */
export interface RecalledPart {
  readonly code: 'recalled'
  readonly stationId: string
  readonly part: Part
  readonly reason: string
}

/** Reason why a build cannot be rated. */
export type Stop = RecalledPart | SplineMisfit | (DiameterMisfit & { readonly code: 'does-not-pass' }) | CaseMisfit

/** The recall of the part at a station, if there is one. */
export function recallAt(fitted: ReadonlyMap<string, Part>, stationId: string): RecalledPart[] {
  const part = fitted.get(stationId)
  return part?.recall === undefined ? [] : [{ code: 'recalled', stationId, part, reason: part.recall }]
}

/** Maximum diametral clearance of a journal in its bushing, 0.008 in. Source: none (common practice). */
export const LOOSEST_BUSHING_M = toSi(0.008, 'in')

/** Minimum fraction of a sealing ring's depth that must stay in its groove. Source: none (common practice). */
export const LEAST_RING_IN_GROOVE = 0.5

/** Tolerance for comparing diameters, m. */
const EXACT_M = 1e-6

interface Fitted {
  readonly unit: Unit
  readonly fitted: ReadonlyMap<string, Part>
}

interface Bore {
  readonly place: string
  readonly fromM: number
  readonly toM: number
  readonly diameterM: number
}

/** Bores of a shaft with their distances from its front face: sections first, then bushings. */
function boresOf(shaft: ShaftGeometry): Bore[] {
  const starts = sectionStarts(shaft)
  const drilled = shaft.sections.map(({ name, boreDiameterM }, i): Bore => {
    return { place: `${name} bore`, fromM: numberAt(starts, i), toM: numberAt(starts, i + 1), diameterM: boreDiameterM }
  })
  const bushed = (shaft.bushings ?? []).map(({ name, fromFrontM, lengthM, boreDiameterM }): Bore => {
    return { place: name, fromM: fromFrontM, toM: fromFrontM + lengthM, diameterM: boreDiameterM }
  })
  return [...drilled, ...bushed]
}

/** Sections of a shaft that overlap an interval of distance from its front face. */
function sectionsBetween(shaft: ShaftGeometry, fromM: number, toM: number): ShaftSection[] {
  const starts = sectionStarts(shaft)
  return shaft.sections.filter((_, i) => numberAt(starts, i) < toM - EXACT_M && numberAt(starts, i + 1) > fromM + EXACT_M)
}

const widest = (sections: readonly ShaftSection[]): ShaftSection | undefined =>
  sections.reduce<ShaftSection | undefined>((most, s) => (most && most.outerDiameterM >= s.outerDiameterM ? most : s), undefined)

/**
 * Mismatches of an input shaft and the stator support. The support slides over the shaft from the front, up to the end of the first spline.
 * Each bore must be larger than every section in front of its rear end. Bushings must guide their journal, and rings must reach their bore.
 */
function supportMisfits(inner: ShaftGeometry, support: ShaftGeometry): (Journal & Pick<DiameterMisfit, 'code' | 'mostM'>)[] {
  const frontM = supportFront(inner)
  const bores = boresOf(support)
  const tight = bores.flatMap(({ place, toM, diameterM }) => {
    const most = widest(sectionsBetween(inner, 0, frontM + toM))
    return most && most.outerDiameterM > diameterM + EXACT_M
      ? [{ code: 'does-not-pass' as const, section: most.name, place, outerM: most.outerDiameterM, boreM: diameterM }]
      : []
  })
  if (tight.length > 0) return tight.slice(0, 1)
  const loose = journalsIn(inner, support, frontM).flatMap(({ section, place, outerM, boreM }) => {
    const mostM = outerM + LOOSEST_BUSHING_M
    return boreM > mostM + EXACT_M ? [{ code: 'runs-loose' as const, section, place, outerM, boreM, mostM }] : []
  })
  return loose.length > 0 ? loose : ringMisfits(inner, bores, frontM)
}

/** Distance of the support's front end from the front face of the input shaft: the end of the first spline. */
function supportFront(inner: ShaftGeometry): number {
  const splined = inner.sections.findIndex(({ spline }) => spline)
  return splined < 0 ? 0 : numberAt(sectionStarts(inner), splined + 1)
}

interface Journal {
  readonly section: string
  readonly place: string
  readonly outerM: number
  readonly boreM: number
}

/** Journal of the input shaft in each bushing of the support. */
function journalsIn(inner: ShaftGeometry, support: ShaftGeometry, frontM: number): Journal[] {
  return (support.bushings ?? []).flatMap(({ name, fromFrontM, lengthM, boreDiameterM }): Journal[] => {
    const journal = widest(sectionsBetween(inner, frontM + fromFrontM, frontM + fromFrontM + lengthM))
    return journal ? [{ section: journal.name, place: name, outerM: journal.outerDiameterM, boreM: boreDiameterM }] : []
  })
}

function ringMisfits(inner: ShaftGeometry, bores: readonly Bore[], frontM: number) {
  return (inner.grooves ?? []).flatMap(({ name, ring, fromFrontM, bottomDiameterM }) => {
    const at = fromFrontM - frontM
    const bore = ring && bores.findLast(({ fromM, toM }) => fromM <= at && at <= toM)
    if (!bore) return []
    const outerM = sectionAt(inner, fromFrontM)?.outerDiameterM ?? 0
    const mostM = outerM + (1 - LEAST_RING_IN_GROOVE) * (outerM - bottomDiameterM)
    return bore.diameterM > mostM + EXACT_M
      ? [{ code: 'ring-loose' as const, section: name, place: bore.place, outerM, boreM: bore.diameterM, mostM }]
      : []
  })
}

/**
 * Hubs that do not pass over their shaft. All sections on one side of the spline must be smaller than the internal minor diameter.
 * Source of (N − 1)·m: ANSI B92.1 (from memory).
 */
function hubMisfits(fitted: ReadonlyMap<string, Part>, stationId: string): DiameterMisfit[] {
  return pairsAt(fitted, stationId).flatMap(({ part, otherId, other, section, hub, differences }): DiameterMisfit[] => {
    if (part.kind !== 'shaft' || differences.length > 0) return []
    const { sections } = part.geometry
    const at = sections.findIndex(({ name }) => name === section)
    const boreM = (hub.teeth - 1) * hub.moduleM
    const [front, rear] = [widest(sections.slice(0, at)), widest(sections.slice(at + 1))]
    const least = [front, rear].map((s) => s?.outerDiameterM ?? 0).reduce((a, b) => Math.min(a, b))
    if (least <= boreM + EXACT_M) return []
    const inWay = (front?.outerDiameterM ?? 0) <= (rear?.outerDiameterM ?? 0) ? front : rear
    return [{ code: 'does-not-pass', stationId, part, otherId, other, section: inWay?.name ?? '', place: hub.name, outerM: least, boreM }]
  })
}

/** Journals of the installed input shaft with their bushings in the stator support. */
export function supportJournals({ unit, fitted }: Fitted): (Journal & { readonly stationId: string; readonly otherId: string })[] {
  const support = supportOf(unit)
  const round = support && fitted.get(support.id)
  return unit.stations.flatMap(({ id: stationId, kind, load }) => {
    const part = fitted.get(stationId)
    if (!support || kind !== 'shaft' || load.at !== 'turbine' || part?.kind !== 'shaft' || round?.kind !== 'shaft') return []
    return journalsIn(part.geometry, round.geometry, supportFront(part.geometry)).map((j) => ({ ...j, stationId, otherId: support.id }))
  })
}

/** Diameter mismatches of the shaft at a station: input shaft with stator support, and shaft with its hubs. */
export function diameterMisfitsAt({ unit, fitted }: Fitted, { id: stationId, kind, load }: Station): DiameterMisfit[] {
  const part = fitted.get(stationId)
  if (part?.kind !== 'shaft') return []
  const support = kind === 'shaft' && load.at === 'turbine' ? supportOf(unit) : undefined
  const other = support && fitted.get(support.id)
  const own =
    support && other?.kind === 'shaft'
      ? supportMisfits(part.geometry, other.geometry).map((m): DiameterMisfit => ({ ...m, stationId, part, otherId: support.id, other }))
      : []
  return [...own, ...hubMisfits(fitted, stationId)]
}

const supportOf = ({ stations }: Unit): Station | undefined => stations.find(({ kind, load }) => kind === 'shaft' && load.at === 'stator')

/** Mismatch of a part with the case bore at its station. Empty if the unit has no case bore there. */
export function caseMisfitsAt({ unit, fitted }: Fitted, { id: stationId }: Station): CaseMisfit[] {
  const part = fitted.get(stationId)
  const room = unit.caseBores?.find((bore) => bore.stationId === stationId)
  const outerM = part && outerRadius(part)
  if (!part || !room || outerM === undefined || outerM <= room.radiusM + EXACT_M) return []
  return [{ code: 'case-too-small', stationId, part, outerM: 2 * outerM, boreM: 2 * room.radiusM }]
}
