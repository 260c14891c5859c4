import { anchorTorque, bandCapacity, strutTorque, type BandGeometry, type BandOil } from '../band/band.js'
import { dynamicShare } from '../clutch/lining.js'
import { packCapacity, type PackOil } from '../clutch/pack.js'
import { slipTorque } from '../flexplate/bolted-joint.js'
import { runOutFactor, unratedPlateTorque, type FlexPlateGeometry } from '../flexplate/plate.js'
import { damperStopTorque, lockupState, type LockupGeometry, type LockupOil } from '../lockup/lockup-clutch.js'
import { compoundPartner } from '../gearing/assembly.js'
import { pinionPair, pinionTeeth } from '../gearing/pinion-pair.js'
import { bendingTorque, contactTorque, gearSteelById, pinionRadius, type GearTeeth } from '../gearing/tooth-strength.js'
import { faceLoadFactor, pairFactor } from '../gearing/tooth-form.js'
import type { PlanetarySet } from '../gearing/train.js'
import { raceTorque, rollOverTorque, wedgeTorque } from '../sprag/one-way.js'
import { hubLimits } from '../shaft/hub.js'
import { shaftLimits, weldLimits } from '../shaft/shaft-limits.js'
import { neckLimits } from '../shaft/shell-neck.js'
import type { FilletWeld } from '../shaft/weld.js'
import type { EngineKind } from '../engine/template.js'
import type { GearSetGeometry, Part } from './part.js'
import { hasLockupStation } from './fitted.js'
import type { LimitLoad } from './load.js'
import { DEFAULT_RULES, type HouseRules, type Shock } from './rules.js'
import { SCATTER } from './scatter.js'
import { statedTorque, type LimitPlace, type Origin, type StatedLimit, type TorqueBasis } from './stated.js'
import type { Station, StationLoad, Unit } from './unit.js'

/** Oil at a friction element, and which way what it holds would turn. */
export type ElementOil = PackOil & BandOil & { readonly lockupOil: LockupOil }

/** One thing about a part that can give way: where, under which torque, at what torque, and who says so. */
export interface Limit {
  readonly place: string
  readonly load: LimitLoad
  readonly shock: Shock
  readonly origin: Origin
  /** Relative standard deviation of what it holds. */
  readonly scatter: number
  /** Counts in the verdict; the others are shown beside. */
  readonly counts: boolean
  /** A stated figure as it was stated. */
  readonly stated?: StatedLimit
  readonly basis?: TorqueBasis
  /** What it holds where oil has no say in it. */
  readonly fixedNm?: number
  torqueNm(oil: ElementOil): number
}

export interface StationLimits {
  readonly limits: readonly Limit[]
  /** Places that carry torque and have neither a model nor a stated figure. */
  readonly missing: readonly string[]
}

/** What the limits of a part depend on beside the part. */
export interface LimitContext {
  readonly engineKind: EngineKind
  readonly rules: HouseRules
}

const PLAIN: LimitContext = { engineKind: 'petrol', rules: DEFAULT_RULES }

/**
 * Everything that can give way at a station with a part fitted. Where a place has both a computed and a stated figure the house rule
 * says which counts: the lower, the computed or the stated one. A limit stated over a life
 * counts in a single event only where the house rule says so.
 */
export function stationLimits(unit: Unit, station: Station, part: Part, context: LimitContext = PLAIN): StationLimits {
  const at: Bench = { unit, station, part, context }
  switch (part.kind) {
    case 'flex-plate':
      return plateLimits(at, part.geometry)
    case 'converter':
      return converterLimits(at, part.geometry.lockup)
    case 'lockup':
      return lockupLimits(at, part.geometry)
    case 'shaft': {
      const own = places(at, shaftLimits(part.geometry))
      return { limits: byRule(context.rules, own, stated(at, 'station', 'whole', 'hard')), missing: [] }
    }
    case 'hub':
      return unlessMissing(byRule(context.rules, places(at, hubLimits(part.geometry)), stated(at, 'station', 'whole', 'hard')))
    case 'pack': {
      const slip = slipping(at, 'slip', (oil) => packCapacity(part.geometry, oil, context.rules.frictionRadius))
      const shifting = comingOn(at, dynamicShare(part.geometry.lining), (oil) =>
        packCapacity(part.geometry, oil, context.rules.frictionRadius),
      )
      // A stated figure of the pack says nothing of the drum's weld: the weld always counts.
      return { limits: [...slip, ...shifting, ...welds(at, part.geometry.welds)], missing: [] }
    }
    case 'band':
      return { limits: bandLimits(at, part.geometry), missing: [] }
    case 'one-way': {
      const { limits, missing } = unlessMissing(
        byRule(context.rules, limitOf(at, 'wedge', wedgeTorque(part.geometry)), stated(at, 'station', 'whole', 'hard')),
      )
      // A stated figure of the clutch says nothing of its outer race, and sprags that have rolled over hold nothing.
      const beside = [...limitOf(at, 'race', raceTorque(part.geometry)), ...limitOf(at, 'roll-over', rollOverTorque(part.geometry))]
      return { limits: [...limits, ...beside], missing }
    }
    case 'gear-set': {
      const { bending, contact } = toothLimits(at, part.geometry)
      const { limits, missing } = unlessMissing(byRule(context.rules, bending, stated(at, 'station', 'whole', 'hard')))
      // What flanks bear for ten million turns is shown beside; whether they last as long as the use needs is a question of life.
      return { limits: [...limits, ...contact.map((limit) => ({ ...limit, counts: false }))], missing }
    }
    case 'shell': {
      const neck = places(at, neckLimits(part.geometry))
      const { limits, missing } = unlessMissing(byRule(context.rules, neck, stated(at, 'station', 'whole', 'hard')))
      return { limits: [...limits, ...welds(at, part.geometry.welds)], missing }
    }
    case 'pump':
    case 'valves':
    case 'bolts':
    case 'motor-plate':
    case 'pilot':
      return { limits: [], missing: [] }
  }
}

/** Splits the place of a limit into its name and the feature that fails. The name may contain any character. */
export function placeParts(place: string): { readonly name: string; readonly feature: string | undefined } {
  const bar = place.lastIndexOf('|')
  return bar < 0 ? { name: place, feature: undefined } : { name: place.slice(0, bar), feature: place.slice(bar + 1) }
}

/** Where limits are being made up. */
interface Bench {
  readonly unit: Unit
  readonly station: Station
  readonly part: Part
  readonly context: LimitContext
}

/** Limits of a whole part; without any that counts the part has no figure. */
const unlessMissing = (limits: readonly Limit[]): StationLimits => ({ limits, missing: counted(limits) ? [] : ['whole'] })

function plateLimits(at: Bench, geometry: FlexPlateGeometry): StationLimits {
  const rated = stated(at, 'station', 'sheet', 'plate', { factor: runOutFactor(geometry) })
  const plate = (place: string, torqueNm: number, scatter: number, origin: Origin = 'computed') =>
    fixed({ place, load: at.station.load, shock: 'plate', origin, scatter, counts: true }, torqueNm)
  const unrated = counted(rated) ? [] : [plate('sheet', unratedPlateTorque(geometry), SCATTER.thumb, 'thumb')]
  const joints = [
    plate('crank-joint', slipTorque(geometry.crankJoint), SCATTER.boltedJoint),
    plate('converter-joint', slipTorque(geometry.converterJoint), SCATTER.boltedJoint),
  ]
  return { limits: [...rated, ...unrated, ...joints], missing: [] }
}

function converterLimits(at: Bench, locks: boolean): StationLimits {
  const stator = stated(at, 'stator-clutch', 'stator-clutch', 'hard')
  const lockup = locks ? stated(at, 'lockup-clutch', 'lockup-clutch', 'friction', { load: { at: 'lockup' } }) : []
  // Where the unit has a station for it, the clutch stands there; what is stated of it with the converter counts all the same.
  const asks = locks && !hasLockupStation(at.unit)
  const missing = [...(counted(stator) ? [] : ['stator-clutch']), ...(asks && !counted(lockup) ? ['lockup-clutch'] : [])]
  return { limits: [...stator, ...lockup, ...stated(at, 'station', 'converter', 'hard', { load: { at: 'turbine' } })], missing }
}

/** The clutch by its slip, the damper by the torque at which its coils bind. */
function lockupLimits(at: Bench, geometry: LockupGeometry): StationLimits {
  const slip = slipping(at, 'lockup-slip', (oil) => lockupState(geometry, oil.lockupOil).slipNm)
  const lifted = friction(at, 'lockup-lifted', (oil) => lockupState(geometry, oil.lockupOil).loadedNm)
  const damper = geometry.damper ? [computed(at, 'damper-stop', damperStopTorque(geometry.damper))] : []
  return { limits: [...slip, lifted, ...damper], missing: [] }
}

/** A friction element by its slip, and by what is stated of it, as the house rule says. */
function slipping(at: Bench, place: string, torqueNm: Limit['torqueNm']): Limit[] {
  return byRule(at.context.rules, [friction(at, place, torqueNm)], stated(at, 'station', 'whole', 'friction'))
}

/** A band by its slip, strut and anchor, each held against what it takes at rest and as it comes on in an upshift. */
function bandLimits(at: Bench, band: BandGeometry): Limit[] {
  const share = dynamicShare(band.lining)
  const held = [
    { place: 'anchor', known: band.anchorMostN, torqueNm: (oil: ElementOil) => anchorTorque(band, oil) },
    { place: 'strut', known: band.strutMostN, torqueNm: (oil: ElementOil) => strutTorque(band, oil) },
  ].filter(({ known }) => known !== undefined)
  return [
    ...slipping(at, 'band-slip', (oil) => bandCapacity(band, oil)),
    ...comingOn(at, share, (oil) => bandCapacity(band, oil)),
    ...held.map(({ place, torqueNm }) => friction(at, place, torqueNm, SCATTER.strength)),
    ...held.flatMap(({ place, torqueNm }) => comingOn(at, share, torqueNm, place, SCATTER.strength)),
  ]
}

/** An element that comes on in an upshift, by its dynamic friction against turbine and drawn-down inertia. */
function comingOn(
  { station: { load } }: Bench,
  share: number,
  torqueNm: Limit['torqueNm'],
  place = 'shifting',
  scatter = SCATTER.slippingPack,
): Limit[] {
  if (load.at !== 'link') return []
  const about = { place, shock: 'shifting', origin: 'computed', scatter, counts: true } as const
  return [{ ...about, load: { at: 'shift', id: load.id }, torqueNm: (oil) => share * torqueNm(oil) }]
}

/** What a friction element holds at a place, by its oil. */
const friction = ({ station }: Bench, place: string, torqueNm: Limit['torqueNm'], scatter = SCATTER.slippingPack): Limit => ({
  place,
  load: station.load,
  shock: 'friction',
  origin: 'computed',
  scatter,
  counts: true,
  torqueNm,
})

/** A hard part's own figure, from geometry and steel. */
const computed = ({ station }: Bench, place: string, torqueNm: number, load = station.load): Limit =>
  fixed({ place, load, shock: 'hard', origin: 'computed', scatter: SCATTER.strength, counts: true }, torqueNm)

/** A computed limit, if there is one. */
const limitOf = (at: Bench, place: string, torqueNm: number | undefined): Limit[] =>
  torqueNm === undefined ? [] : [computed(at, place, torqueNm)]

/** What each named place of a part holds by its own figures. */
const places = (at: Bench, own: readonly { place: string; feature: string; torqueNm: number }[]): Limit[] =>
  own.map(({ place, feature, torqueNm }) => computed(at, `${place}|${feature}`, torqueNm))

const welds = (at: Bench, own: readonly FilletWeld[] | undefined): Limit[] => places(at, weldLimits(own))

/** What is stated of a place, each as a limit at the point where it applies; nothing for a limit of pressure or speed. */
function stated(
  { station, part, context }: Bench,
  place: LimitPlace,
  name: string,
  shock: Shock,
  { load = station.load, factor = 1 }: { load?: StationLoad; factor?: number } = {},
): Limit[] {
  return part.stated.flatMap((figure) => {
    const torque = figure.place === place ? statedTorque(figure, context.engineKind, context.rules) : undefined
    if (!torque) return []
    const at: StationLoad = figure.at === 'engine' || figure.at === 'turbine' ? { at: figure.at } : load
    const counts = figure.basis !== 'life' || context.rules.lifeLimits === 'count'
    const about = {
      place: name,
      load: at,
      shock,
      origin: figure.origin,
      scatter: SCATTER[figure.origin],
      counts,
      stated: figure,
      basis: torque.basis,
    }
    return [fixed(about, torque.torqueNm * factor)]
  })
}

/** The planetary sets of a station. */
export const setsAt = (unit: Unit, station: Station): readonly PlanetarySet[] => {
  const { load } = station
  return load.at === 'sets' ? unit.train.sets.filter(({ id }) => load.ids.includes(id)) : []
}

/** The teeth that a part brings to one of the sets of a station: its smallest sun has the part's radius, the others stand to it as their teeth. */
export function teethOf(unit: Unit, sets: readonly PlanetarySet[], set: PlanetarySet, part: GearSetGeometry): GearTeeth {
  const smallest = Math.min(...sets.map(({ sunTeeth }) => sunTeeth))
  const { pinions, moduleM, faceWidthM, helixRad = 0, carrier } = part
  return {
    pinions,
    moduleM,
    faceWidthM,
    helixRad,
    sunRadiusM: (part.sunRadiusM * set.sunTeeth) / smallest,
    geometryFactor: part.geometryFactor ?? pairFactor(set.sunTeeth, pinionAtSun(unit, set), helixRad),
    faceLoadFactor: part.faceLoadFactor ?? faceLoadFactor(faceWidthM, carrier),
  }
}

/** Teeth of the pinion that meshes with the sun of a set. */
export const pinionAtSun = (unit: Unit, set: PlanetarySet): number =>
  (set.kind === 'simple' ? undefined : pinionPair(set, compoundPartner(set, unit.train.sets)))?.inner ?? pinionTeeth(set)

/** Pitch radius of the pinion at the sun of a set. */
export function pinionRadiusOf(unit: Unit, set: PlanetarySet, teeth: GearTeeth): number {
  return pinionRadius(set, teeth.sunRadiusM, pinionAtSun(unit, set))
}

/** Tooth limits of each set: bending for a single event, contact for life. Empty if the steel is unknown. */
function toothLimits(at: Bench, part: GearSetGeometry): { bending: Limit[]; contact: Limit[] } {
  const steel = gearSteelById(part.steelId ?? '')
  if (!steel) return { bending: [], contact: [] }
  const sets = setsAt(at.unit, at.station)
  const each = (feature: string, torqueOf: (teeth: GearTeeth, set: PlanetarySet) => number) =>
    sets.map((set) => computed(at, `${set.id}|${feature}`, torqueOf(teethOf(at.unit, sets, set, part), set), { at: 'sets', ids: [set.id] }))
  return {
    bending: each('teeth', (teeth) => bendingTorque(teeth, steel.bendingPa)),
    contact: each('flanks', (teeth, set) => contactTorque(teeth, pinionRadiusOf(at.unit, set, teeth), steel.lifeContactPa)),
  }
}

const counted = (limits: readonly Limit[]) => limits.some((limit) => limit.counts)

const fixed = (about: Omit<Limit, 'torqueNm' | 'fixedNm'>, torqueNm: number): Limit => ({
  ...about,
  fixedNm: torqueNm,
  torqueNm: () => torqueNm,
})

/** Computed and stated figures of one thing, those that do not count by the house rule marked so. */
function byRule(rules: HouseRules, computed: readonly Limit[], stated: readonly Limit[]): Limit[] {
  const silent = (limits: readonly Limit[]) => limits.map((limit) => ({ ...limit, counts: false }))
  if (rules.limitThatCounts === 'computed' && computed.length > 0) return [...computed, ...silent(stated)]
  if (rules.limitThatCounts === 'stated' && counted(stated)) return [...silent(computed), ...stated]
  return [...computed, ...stated]
}
