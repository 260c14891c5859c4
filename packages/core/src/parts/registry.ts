import { oncePer } from '../numeric/once-per.js'
import type { Part, PartOf } from '../model/part.js'
import { statedIssues } from '../model/stated.js'
import type { Station, Unit } from '../model/unit.js'
import type { Issue } from '../quantity/issue.js'
import { band } from './band/definition.js'
import { bolts } from './bolts/definition.js'
import { converter } from './converter/definition.js'
import type { FrictionElement, LifeSite, PartDefinition, PlaceLife, PressureAt } from './definition.js'
import { flexPlate } from './flex-plate/definition.js'
import { gearSet } from './gear-set/definition.js'
import type { PartKind } from './geometries.js'
import { hub } from './hub/definition.js'
import { NO_LIMITS, withShopStrength, type LimitContext, type LimitSite, type StationLimits } from './limit.js'
import { lockup } from './lockup/definition.js'
import { motorPlate } from './motor-plate/definition.js'
import { oneWay } from './one-way/definition.js'
import { pack } from './pack/definition.js'
import { pilot } from './pilot/definition.js'
import { pump } from './pump/definition.js'
import { shaft } from './shaft/definition.js'
import { shell } from './shell/definition.js'
import { valves } from './valves/definition.js'
import { keysOf } from '../numeric/records.js'

/** Every part kind, engine side first. */
const DEFINITIONS: { readonly [K in PartKind]: PartDefinition<K> } = {
  'flex-plate': flexPlate,
  converter,
  lockup,
  shaft,
  hub,
  pack,
  band,
  'one-way': oneWay,
  'gear-set': gearSet,
  shell,
  pump,
  valves,
  bolts,
  'motor-plate': motorPlate,
  pilot,
}

export const PART_KINDS: readonly PartKind[] = keysOf(DEFINITIONS)

const definitionOf = <K extends PartKind>({ kind }: { readonly kind: K }): PartDefinition<K> => DEFINITIONS[kind]

/** Problems of a part's own figures. */
export function partIssues<K extends PartKind>(part: PartOf<K>): Issue[] {
  return [...part.stated.flatMap((stated, i) => statedIssues(stated, `stated.${i}`)), ...(definitionOf(part).issues?.(part.geometry) ?? [])]
}

/**
 * Everything that can give way at a station with a part fitted. If a place has a calculated and a stated limit, the house rule says which
 * counts. A limit stated over a life counts in a single event only where the house rule says so. The strength that the part has shown in this
 * shop scales computed limits if the house rule says so.
 */
export function stationLimits(unit: Unit, station: Station, part: Part, context: LimitContext): StationLimits {
  const own = limitsOfKind({ unit, station, context, part }, part)
  const { inShop } = part
  return inShop && context.rules.shopStrength === 'count'
    ? { ...own, limits: own.limits.map((limit) => withShopStrength(limit, inShop)) }
    : own
}

const limitsOfKind = <K extends PartKind>(site: LimitSite, part: PartOf<K>): StationLimits =>
  definitionOf(part).limits?.(site, part.geometry) ?? NO_LIMITS

/** Life of a hard part. Undefined for other parts, and if the steel or geometry needed for it is not known. */
export const placeLife = <K extends PartKind>(site: LifeSite, part: PartOf<K>): PlaceLife | undefined =>
  definitionOf(part).life?.(site, part.geometry)

/** A part as a friction element. Undefined for other parts. */
export const frictionOf: (part: Part) => FrictionElement | undefined = oncePer((part: Part) => frictionOfKind(part))

const frictionOfKind = <K extends PartKind>(part: PartOf<K>): FrictionElement | undefined => definitionOf(part).friction?.(part.geometry)

/** Outer radius of a part, m. Undefined for kinds without one. */
export const outerRadius = <K extends PartKind>(part: PartOf<K>): number | undefined => definitionOf(part).outerRadiusM?.(part.geometry)

/** Pressure that parts of a kind are exposed to. Undefined for kinds without oil. */
export const pressureAt = (part: { readonly kind: PartKind }): PressureAt | undefined => definitionOf(part).pressureAt

/** True if a transmission works with the station empty. */
export const mayBeEmpty = (station: Pick<Station, 'kind'>): boolean => definitionOf(station).optional === true
