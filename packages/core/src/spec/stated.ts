import type { EngineKind } from '../engine/template.js'
import { fault, type Fault } from '../quantity/fault.js'
import type { HouseRules } from './rules.js'

/** Who says so. */
export const ORIGINS = ['computed', 'measured', 'broken', 'maker', 'thumb'] as const
export type Origin = (typeof ORIGINS)[number]

/** Places of a part that can carry a stated limit of their own. */
export const LIMIT_PLACES = ['station', 'stator-clutch', 'lockup-clutch'] as const
export type LimitPlace = (typeof LIMIT_PLACES)[number]

/** Where a stated figure applies: at the part itself, or at the engine or turbine that drives it. */
export const LIMIT_POINTS = ['part', 'engine', 'turbine'] as const
export type LimitPoint = (typeof LIMIT_POINTS)[number]

/** Held in a single event, or over a life of them. */
export const LIMIT_BASES = ['once', 'life'] as const
export type LimitBasis = (typeof LIMIT_BASES)[number]

/** A figure that somebody states of a part: exactly one of torque, power, pressure and speed. */
export interface StatedLimit {
  readonly place: LimitPlace
  readonly origin: Exclude<Origin, 'computed'>
  readonly torqueNm?: number
  readonly powerW?: number
  readonly pressurePa?: number
  readonly speedRadPerS?: number
  /** The part itself if not said. */
  readonly at?: LimitPoint
  /** Speed at which a power is rated; the reference speed of the engine's kind if not said. */
  readonly ratedAtRadPerS?: number
  readonly basis?: LimitBasis
  /** The one who states it sells the part. */
  readonly sells?: boolean
}

const QUANTITIES = ['torqueNm', 'powerW', 'pressurePa', 'speedRadPerS'] as const

/** Faults of a stated limit: not exactly one quantity, or a rated speed without a power. */
export function statedFaults(stated: StatedLimit, path: string): Fault[] {
  const given = QUANTITIES.filter((key) => stated[key] !== undefined)
  const faults = given.length === 1 ? [] : [fault('limit-not-one-quantity', path, { count: given.length })]
  if (stated.ratedAtRadPerS !== undefined && stated.powerW === undefined)
    faults.push(fault('rated-speed-without-power', `${path}.ratedAtRadPerS`))
  return faults
}

/** How a stated figure became a torque. */
export type TorqueBasis =
  | { readonly from: 'torque' }
  | {
      readonly from: 'power'
      readonly powerW: number
      readonly speedRadPerS: number
      readonly speedFrom: 'stated' | 'house-rule'
      readonly fuel: Fuel
    }

export const FUELS = ['diesel', 'petrol'] as const
export type Fuel = (typeof FUELS)[number]
export const fuelOf = (kind: EngineKind): Fuel => (kind === 'diesel' ? 'diesel' : 'petrol')

/**
 * Torque of a stated limit, P/ω for a power: at its stated speed, or at the house's reference speed for the kind of engine.
 * Nothing for a limit of pressure or speed.
 * @example statedTorque({ place: 'station', origin: 'maker', powerW: toSi(1000, 'hp') }, 'diesel', DEFAULT_RULES).torqueNm / toSi(1, 'lb-ft') // → 1875.8
 * @example statedTorque({ place: 'station', origin: 'maker', powerW: toSi(1000, 'hp') }, 'petrol', DEFAULT_RULES).torqueNm / toSi(1, 'lb-ft') // → 875.4
 */
export function statedTorque(
  stated: StatedLimit,
  kind: EngineKind,
  rules: HouseRules,
): { torqueNm: number; basis: TorqueBasis } | undefined {
  if (stated.torqueNm !== undefined) return { torqueNm: stated.torqueNm, basis: { from: 'torque' } }
  if (stated.powerW === undefined) return undefined
  const fuel = fuelOf(kind)
  const speedRadPerS = stated.ratedAtRadPerS ?? rules.ratingSpeed[`${fuel}RadPerS`]
  const speedFrom = stated.ratedAtRadPerS === undefined ? 'house-rule' : 'stated'
  return { torqueNm: stated.powerW / speedRadPerS, basis: { from: 'power', powerW: stated.powerW, speedRadPerS, speedFrom, fuel } }
}

/** The least stated limit of pressure or speed of a part, if any. */
export const leastStated = (stated: readonly StatedLimit[], key: 'pressurePa' | 'speedRadPerS'): number | undefined => {
  let least: number | undefined
  for (const { [key]: value } of stated) if (value !== undefined && !(least !== undefined && least <= value)) least = value
  return least
}
