import { dynamicShare, type PackLining } from '../friction/lining.js'
import type { EngineKind } from '../engine/template.js'
import type { PlaceLimit } from '../joint/place-limit.js'
import type { KnownStrength, Part } from '../model/part.js'
import type { HouseRules, Shock } from '../model/rules.js'
import { SCATTER } from '../model/scatter.js'
import type { LimitPlace, Origin, StatedLimit } from '../model/stated.js'
import type { Station, StationLoad, Unit } from '../model/unit.js'
import { derive, fromDerivation, inputValue, type Derivation } from '../quantity/derivation.js'
import type { BandOil } from './band/band.js'
import type { LockupOil } from './lockup/lockup-clutch.js'
import type { PackOil } from './pack/pack.js'
import type { MissingFeature, Place } from './place.js'
import { deriveStatedTorque, statedTorque, type TorqueBasis } from './stated-torque.js'

/** Oil pressure and speed at a friction element, and the direction of its load. */
export type ElementOil = PackOil & BandOil & { readonly lockupOil: LockupOil }

/** Load that a limit is compared with: that of its station, or that of an element as it comes on in an upshift. */
export type LimitLoad = StationLoad | { readonly at: 'shift'; readonly id: string }

/** Torque limit of one place of a part: which torque it is compared with, the torque limit, its origin, and its derivation. */
export interface Limit {
  readonly place: Place
  readonly load: LimitLoad
  readonly shock: Shock
  readonly origin: Origin
  /** Relative standard deviation of the torque limit. */
  readonly scatter: number
  /** Counts in the verdict; the others are shown beside. */
  readonly counts: boolean
  /** The stated limit it comes from. Absent for a calculated one. */
  readonly stated?: StatedLimit
  readonly basis?: TorqueBasis
  /** Torque limit if independent of oil, N·m. */
  readonly fixedNm?: number
  readonly torqueNm: (oil: ElementOil) => number
  readonly derivation: (oil: ElementOil) => Derivation
}

export interface StationLimits {
  readonly limits: readonly Limit[]
  /** Features that carry torque and have neither a model nor a stated limit; the whole part if none is installed. */
  readonly missing: readonly MissingFeature[]
}

/** Engine kind and house rules that the limits of a part depend on. */
export interface LimitContext {
  readonly engineKind: EngineKind
  readonly rules: HouseRules
}

/** A part at a station of a unit, for its limits. */
export interface LimitSite {
  readonly unit: Unit
  readonly station: Station
  readonly part: Part
  readonly context: LimitContext
}

/** Torque capacity of a friction element at a place, as a function of its oil. */
export interface FrictionHeld {
  readonly torqueNm: (oil: ElementOil) => number
  readonly derivation: (oil: ElementOil) => Derivation
  readonly scatter?: number
}

/** A part without any torque limit. */
export const NO_LIMITS: StationLimits = { limits: [], missing: [] }

const fixed = (about: Omit<Limit, 'torqueNm' | 'fixedNm' | 'derivation'>, torqueNm: number, derivation: () => Derivation): Limit => ({
  ...about,
  fixedNm: torqueNm,
  torqueNm: () => torqueNm,
  derivation,
})

/** A torque limit independent of oil. Default: of a hard part. */
export const fixedLimit = (
  { station }: LimitSite,
  place: Place,
  torqueNm: number,
  derivation: () => Derivation,
  about: Partial<Pick<Limit, 'load' | 'shock' | 'origin' | 'scatter'>> = {},
): Limit =>
  fixed(
    { place, load: station.load, shock: 'hard', origin: 'computed', scatter: SCATTER.strength, counts: true, ...about },
    torqueNm,
    derivation,
  )

/** Limits of the named places of a hard part. */
export const placeLimits = (site: LimitSite, own: readonly PlaceLimit[]): Limit[] =>
  own.map(({ name, feature, torqueNm, derivation }) => fixedLimit(site, { name, feature }, torqueNm, derivation))

/** True for a computed limit that does not depend on oil: strength of the material, not friction. */
export const isStrength = ({ fixedNm, origin }: Limit): boolean => fixedNm !== undefined && origin === 'computed'

/**
 * A computed limit times the strength that the part has shown in this shop. Limits that depend on oil are friction, not strength, and stay; so
 * do stated limits. Source: E22.
 */
export function withShopStrength(limit: Limit, { factor, healthy, broken }: KnownStrength): Limit {
  const { fixedNm } = limit
  if (fixedNm === undefined || !isStrength(limit)) return limit
  const derivation = (oil: ElementOil) =>
    derive(
      {
        name: 'torque limit in this shop',
        unit: 'lb-ft',
        formula: 'T · θ',
        source: `parts of this shop: ${healthy} healthy, ${broken} broken`,
      },
      { T: fromDerivation(limit.derivation(oil)), θ: inputValue('strength in this shop over computed', factor, null, 'measured') },
      (v) => v.T * v.θ,
    )
  return { ...limit, fixedNm: fixedNm * factor, torqueNm: () => fixedNm * factor, derivation }
}

/** Limit of a friction element at a place. */
export const frictionLimit = ({ station }: LimitSite, place: Place, { torqueNm, derivation, scatter }: FrictionHeld): Limit => ({
  place,
  load: station.load,
  shock: 'friction',
  origin: 'computed',
  scatter: scatter ?? SCATTER.slippingPack,
  counts: true,
  torqueNm,
  derivation,
})

/** Slip limit of a friction element, and what is stated of it, as the house rule says. */
export const slipLimits = (site: LimitSite, place: Place, held: FrictionHeld): Limit[] =>
  byRule(site.context.rules, [frictionLimit(site, place, held)], statedLimits(site, 'station', { feature: 'whole' }, 'friction'))

/** Limit of an element that comes on in an upshift: its dynamic friction against turbine torque and the inertia drawn down. */
export function shiftLimits({ station: { load } }: LimitSite, place: Place, lining: PackLining | undefined, held: FrictionHeld): Limit[] {
  if (load.at !== 'link') return []
  const share = dynamicShare(lining)
  const derivation = (oil: ElementOil) =>
    derive(
      { name: 'torque held while slipping', unit: 'lb-ft', formula: 'T · s', source: 'from memory' },
      { T: fromDerivation(held.derivation(oil)), s: inputValue('dynamic over static friction', share, null, 'constant') },
      (v) => v.T * v.s,
    )
  const about = { place, shock: 'shifting', origin: 'computed', scatter: held.scatter ?? SCATTER.slippingPack, counts: true } as const
  return [{ ...about, load: { at: 'shift', id: load.id }, torqueNm: (oil) => share * held.torqueNm(oil), derivation }]
}

/** Stated limits of a place, each at the point it refers to. Limits of pressure or speed are left out. */
export function statedLimits(
  { station, part, context }: LimitSite,
  of: LimitPlace,
  place: Place,
  shock: Shock,
  { load = station.load, factor = 1 }: { load?: StationLoad; factor?: number } = {},
): Limit[] {
  return part.stated.flatMap((figure) => {
    const torque = figure.place === of ? statedTorque(figure, context.engineKind, context.rules) : undefined
    if (!torque) return []
    const about = {
      place,
      load: figure.at === 'engine' || figure.at === 'turbine' ? { at: figure.at } : load,
      shock,
      origin: figure.origin,
      scatter: SCATTER[figure.origin],
      counts: figure.basis !== 'life' || context.rules.lifeLimits === 'count',
      stated: figure,
      basis: torque.basis,
    }
    return [fixed(about, torque.torqueNm * factor, () => deriveStatedTorque(figure, torque, factor))]
  })
}

/** True if any of the limits counts in the verdict. */
export const anyCounts = (limits: readonly Limit[]): boolean => limits.some((limit) => limit.counts)

/** Limits shown without counting in the verdict. */
export const uncounted = (limits: readonly Limit[]): Limit[] => limits.map((limit) => ({ ...limit, counts: false }))

/** Calculated and stated limits of a hard part as a whole, by the house rule. Without any that counts the part has no figure. */
export function wholePart(site: LimitSite, calculated: readonly Limit[]): StationLimits {
  const limits = byRule(site.context.rules, calculated, statedLimits(site, 'station', { feature: 'whole' }, 'hard'))
  return { limits, missing: anyCounts(limits) ? [] : ['whole'] }
}

/** Calculated and stated limits of one thing; those that do not count by the house rule are marked. */
export function byRule(rules: HouseRules, calculated: readonly Limit[], stated: readonly Limit[]): Limit[] {
  if (rules.limitThatCounts === 'computed' && calculated.length > 0) return [...calculated, ...uncounted(stated)]
  if (rules.limitThatCounts === 'stated' && anyCounts(stated)) return [...uncounted(calculated), ...stated]
  return [...calculated, ...stated]
}
