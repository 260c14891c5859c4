import { outerTrackRadius } from '../sprag/one-way.js'
import { sectionAt, sectionStarts, type ShaftGeometry, type ShaftSection } from '../shaft/shaft.js'
import { toSi } from '../quantity/units.js'
import type { Part } from './part.js'
import { pairsAt, type SplineMisfit } from './spline-stops.js'
import type { Station, Unit } from './unit.js'

/** A diameter of one part that does not go with the bore of another: it does not pass, runs loose, or its ring does not reach. */
export interface DiameterMisfit {
  readonly code: 'does-not-pass' | 'runs-loose' | 'ring-loose'
  readonly stationId: string
  readonly part: Part
  readonly otherId: string
  readonly other: Part
  /** Of the shaft, and of the part round it. */
  readonly section: string
  readonly place: string
  readonly outerM: number
  readonly boreM: number
  /** Widest bore that would do, for what is loose. */
  readonly mostM?: number
}

/** A part that is wider than the case is at its station. */
export interface CaseMisfit {
  readonly code: 'case-too-small'
  readonly stationId: string
  readonly part: Part
  readonly outerM: number
  readonly boreM: number
}

/** Why parts cannot be put together at all. */
export type Stop = SplineMisfit | (DiameterMisfit & { readonly code: 'does-not-pass' }) | CaseMisfit

/** Widest play of a journal in its bushing, on the diameter; a worn one is looser (common practice, no source). */
export const LOOSEST_BUSHING_M = toSi(0.008, 'in')

/** Least share of a sealing ring's depth that must stay in its groove (common practice, no source). */
export const LEAST_RING_IN_GROOVE = 0.5

/** What measuring leaves open on a diameter. */
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

/** Bores of a shaft from its front: of its sections, and of the bushings in them. */
function boresOf(shaft: ShaftGeometry): Bore[] {
  const starts = sectionStarts(shaft)
  const drilled = shaft.sections.map(({ name, boreDiameterM }, i): Bore => {
    return { place: `${name} bore`, fromM: starts[i] as number, toM: starts[i + 1] as number, diameterM: boreDiameterM }
  })
  const bushed = (shaft.bushings ?? []).map(({ name, fromFrontM, lengthM, boreDiameterM }): Bore => {
    return { place: name, fromM: fromFrontM, toM: fromFrontM + lengthM, diameterM: boreDiameterM }
  })
  return [...drilled, ...bushed]
}

/** The sections of a shaft that have a place between two distances from its front. */
function sectionsBetween(shaft: ShaftGeometry, fromM: number, toM: number): ShaftSection[] {
  const starts = sectionStarts(shaft)
  return shaft.sections.filter((_, i) => (starts[i] as number) < toM - EXACT_M && (starts[i + 1] as number) > fromM + EXACT_M)
}

const widest = (sections: readonly ShaftSection[]): ShaftSection | undefined =>
  sections.reduce<ShaftSection | undefined>((most, s) => (most && most.outerDiameterM >= s.outerDiameterM ? most : s), undefined)

/**
 * How an input shaft goes with the stator support round it. The support slides over it from the front until it is behind the first
 * spline; every bore must pass all that lies in front of its rear end, bushings must guide their journal, and rings must reach their bore.
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

/** Where the front of the support is along an input shaft: behind its first spline. */
function supportFront(inner: ShaftGeometry): number {
  const splined = inner.sections.findIndex(({ spline }) => spline)
  return splined < 0 ? 0 : (sectionStarts(inner)[splined + 1] as number)
}

interface Journal {
  readonly section: string
  readonly place: string
  readonly outerM: number
  readonly boreM: number
}

/** What of an input shaft runs in each bushing of the support. */
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

/** A hub slides onto its shaft from one of its ends: all that lies before the spline there must pass between the hub's teeth, (N − 1)·m across. */
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

/** Radius of a part's widest place. Undefined if its figures do not say. */
export function outerRadius(part: Part): number | undefined {
  switch (part.kind) {
    case 'shell':
      return part.geometry.outerRadiusM
    case 'pack':
      return Math.max(part.geometry.liningOuterRadiusM, ...part.geometry.chambers.map(({ outerRadiusM }) => outerRadiusM))
    case 'band':
      return part.geometry.drumRadiusM
    case 'one-way':
      return outerTrackRadius(part.geometry) + (part.geometry.outerRaceThicknessM ?? 0)
    default:
      return undefined
  }
}

/** The journals of a fitted input shaft in the bushings of its support. */
export function supportJournals({ unit, fitted }: Fitted): (Journal & { readonly stationId: string; readonly otherId: string })[] {
  const support = supportOf(unit)
  const round = support && fitted.get(support.id)
  return unit.stations.flatMap(({ id: stationId, kind, load }) => {
    const part = fitted.get(stationId)
    if (!support || kind !== 'shaft' || load.at !== 'turbine' || part?.kind !== 'shaft' || round?.kind !== 'shaft') return []
    return journalsIn(part.geometry, round.geometry, supportFront(part.geometry)).map((j) => ({ ...j, stationId, otherId: support.id }))
  })
}

/** Diameters of a station's part that do not go with its neighbours: an input shaft with the stator support, hubs with their shaft. */
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

/** A part that does not go into the case at its station, where the unit says how wide that is. */
export function caseMisfitsAt({ unit, fitted }: Fitted, { id: stationId }: Station): CaseMisfit[] {
  const part = fitted.get(stationId)
  const room = unit.caseBores?.find((bore) => bore.stationId === stationId)
  const outerM = part && outerRadius(part)
  if (!part || !room || outerM === undefined || outerM <= room.radiusM + EXACT_M) return []
  return [{ code: 'case-too-small', stationId, part, outerM: 2 * outerM, boreM: 2 * room.radiusM }]
}
