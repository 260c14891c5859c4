import { oncePer, oncePerLatest, oncePerValue } from '../numeric/once-per.js'
import { rootOf } from '../numeric/brent.js'
import { anyDecides, besidesOf, decidesToo } from '../judge/besides.js'
import type { DutyCase } from '../judge/duty.js'
import { breakingRank } from '../judge/power-held.js'
import { besideStation } from '../judge/side-by-side.js'
import { drumState, oilOf, type OilState } from '../judge/station-case.js'
import { besideHere, isShared, limitsHere } from '../judge/station-limits.js'
import type { Part } from '../model/part.js'
import type { SpecInput } from '../model/spec-input.js'
import type { Station, Unit } from '../model/unit.js'
import type { Limit, StationLimits } from '../parts/limit.js'
import { demandKey, demandsOn, type Demand } from './demand.js'
import type { Frame } from './frame.js'
import type { Margins } from './wishes.js'

/** Oil pressures that a plan sets: line pressure in drive and in reverse, and apply pressure of the lockup. */
export const OIL_SIDES = ['drive', 'reverse', 'lockup'] as const
export type OilSide = (typeof OIL_SIDES)[number]

/** Power that the parts at a station hold with the margins of the plan. */
export interface Holding {
  /** Power by all limits that do not depend on oil pressure, W. Zero if a place has no figure. */
  readonly powerW: number
  /** True if any limit depends on oil pressure. */
  readonly byOil: boolean
  /** Power held at the given pressures, W. */
  powerAt(pa: Readonly<Record<OilSide, number>>): number
  /** Lowest pressures at which a power is held, Pa. Infinity if no pressure is enough. */
  needAt(powerW: number): Readonly<Record<OilSide, number>>
}

/** Highest pressure at which capacity is computed, Pa. Source: none (common practice). */
const GREATEST_PA = 7e6

/** One limit that depends on oil or on a parallel element, in one load case. */
interface OilTerm {
  readonly demand: Demand
  readonly side: OilSide
  /** True if a parallel element adds to the limit. */
  readonly shared: boolean
  /** Torque capacity without a parallel element, N·m. */
  ownNm(pa: number): number
}

/** Limits of a part at a station, without a parallel element. */
export interface OwnLimits {
  /** Power by the other limits, W. Zero if a place has no figure. */
  readonly powerW: number
  readonly terms: readonly OilTerm[]
}

/** Torque that a parallel element adds in a load case at an oil pressure, N·m. */
export type BesideTorque = (demand: Demand, pa: number) => number

/** A station with its part, the load cases and the margins. */
export interface Site {
  readonly frame: Frame
  /** Contains the part at the station and the parts that affect its limits. */
  readonly input: SpecInput
  readonly station: Station
  readonly part: Part | undefined
  readonly margins: Margins
}

/** Oil pressures of a holding: those of the load cases, or free up to the maximum of the part. Above it a lockup piston lifts. */
type Oil = 'fixed' | Readonly<Record<OilSide, number>>

/** Computes the power that a station holds. With fixed oil, the power does not depend on pressure. */
export const holdingAt = (site: Site, oil: Oil): Holding => holdingWith(ownLimits(site), besideTorque(site), heatAndLife(site), oil)

/** Computes the limits of a part at a station, without a parallel element. */
export function ownLimits({ frame, input, station, part, margins }: Site): OwnLimits {
  const { unit } = input
  const { missing, fixed, others } = decidingLimits(limitsHere(input, station, part), station, besideStation(unit, station) !== undefined)
  let powerW = missing ? 0 : Infinity
  for (const { key, limit, fixedNm } of fixed) powerW = Math.min(powerW, demandsOn(frame, unit, key, limit, margins).powerW(fixedNm))
  const terms: OilTerm[] = []
  for (const { key, limit, shared } of others)
    for (const demand of demandsOn(frame, unit, key, limit, margins).cases)
      terms.push({ demand, shared, ...oilTerm(input, station, limit, demand) })
  return { powerW, terms }
}

/** Limits that can decide. Of the limits that depend on nothing else, only the lowest of each demand key. */
interface DecidingLimits {
  /** True if a place has no figure. */
  readonly missing: boolean
  readonly fixed: readonly { readonly key: string; readonly limit: Limit; readonly fixedNm: number }[]
  /** Limits that depend on oil or that a parallel element adds to (`shared`). */
  readonly others: readonly { readonly key: string; readonly limit: Limit; readonly shared: boolean }[]
}

/** Kept with the limits of the part: they are the same with every converter. */
const decidingLimits = oncePer(({ limits, missing }: StationLimits, station: Station, parallel: boolean): DecidingLimits => {
  const lowest = new Map<string, DecidingLimits['fixed'][number]>()
  const others: DecidingLimits['others'][number][] = []
  for (const limit of limits) {
    if (!limit.counts) continue
    const { fixedNm } = limit
    const key = demandKey(limit)
    const shared = parallel && isShared(station, limit)
    if (fixedNm === undefined || shared) others.push({ key, limit, shared })
    else if (!(fixedNm >= (lowest.get(key)?.fixedNm ?? Infinity))) lowest.set(key, { key, limit, fixedNm })
  }
  return { missing: missing.length > 0, fixed: [...lowest.values()], others }
})

/** Oil side and torque capacity of a limit in a load case. */
function oilTerm(
  { unit }: SpecInput,
  station: Station,
  { fixedNm, torqueNm }: Limit,
  { duty, range }: Demand,
): Pick<OilTerm, 'side' | 'ownNm'> {
  const side = station.kind === 'lockup' ? 'lockup' : isReverse(unit, duty.rangeId) ? 'reverse' : 'drive'
  if (fixedNm !== undefined) return { side, ownNm: () => fixedNm }
  const drum = drumState(unit, station, range)
  return { side, ownNm: oncePerLatest((pa) => torqueNm(oilOf(atPressure(duty, pa), drum))) }
}

/** Oil of a load case at another line pressure and lockup apply pressure. */
const atPressure = ({ rangeId, turbine, lockupOil }: DutyCase, pa: number): OilState => ({
  rangeId,
  turbine,
  linePressurePa: pa,
  lockupOil: { applyPa: pa, releasePa: lockupOil.releasePa },
})

const isReverse = ({ train }: Unit, rangeId: string): boolean => train.ranges.find(({ id }) => id === rangeId)?.reverse ?? false

/** Torque that the parallel element of a station adds. The results are kept for the latest pressure. `undefined` if there is none. */
export function besideTorque({ input, station }: Pick<Site, 'input' | 'station'>): BesideTorque | undefined {
  if (!besideStation(input.unit, station)) return undefined
  const byCase = oncePer(({ duty, range }: Demand) =>
    oncePerLatest((pa: number) => besideHere(input, station, atPressure(duty, pa), range)),
  )
  return (demand, pa) => byCase(demand)(pa)
}

/** Power by shift heat and life, W, if the house rules count them. Otherwise infinity. */
export function heatAndLife({ frame, input, station, part }: Site): number {
  const { rules } = input
  if (!part || !anyDecides(rules)) return Infinity
  const installed = { ...input, fitted: new Map([...input.fitted, [station.id, part] as const]) }
  const besides = besidesOf({ input: installed, cases: frame.cases, peakPowerW: frame.peakPowerW }, station)
  return Math.min(Infinity, ...besides.flatMap((beside) => (decidesToo(beside, rules) ? [breakingRank(beside.held)] : [])))
}

/** Power that a station holds by the limits of its part, a parallel element, and heat and life. */
export function holdingWith(own: OwnLimits, beside: BesideTorque | undefined, heatAndLifeW: number, oil: Oil): Holding {
  const { terms } = own
  const capacityNm = ({ demand, shared, ownNm }: OilTerm, pa: number) => ownNm(pa) + (shared && beside ? beside(demand, pa) : 0)
  const dryW = Math.min(own.powerW, heatAndLifeW)
  const powerAt = (paOf: (term: OilTerm) => number) =>
    terms.reduce((least, term) => Math.min(least, term.demand.powerW(capacityNm(term, paOf(term)))), dryW)
  if (oil === 'fixed' || terms.length === 0) {
    const powerW = powerAt(({ side, demand: { duty } }) => (side === 'lockup' ? duty.lockupOil.applyPa : duty.linePressurePa))
    return { powerW, byOil: false, powerAt: () => powerW, needAt: () => NO_NEED }
  }
  return {
    powerW: dryW,
    byOil: true,
    powerAt: (pa) => powerAt(({ side }) => pa[side]),
    needAt: oncePerValue((wantedW) => {
      const need = { ...NO_NEED }
      for (const term of terms) {
        const { side, demand } = term
        const most = Math.min(GREATEST_PA, oil[side])
        need[side] = Math.max(
          need[side],
          pressureFor((pa) => capacityNm(term, pa), demand.askedNm(wantedW), most),
        )
      }
      return need
    }),
  }
}

const NO_NEED: Readonly<Record<OilSide, number>> = { drive: 0, reverse: 0, lockup: 0 }

/** Relative tolerance for comparing capacity with demand. */
const EXACT = 1e-12

/**
 * Lowest pressure at which capacity reaches demand, Pa. Capacity is usually linear in pressure, so a secant is tried before the root
 * search.
 */
function pressureFor(capacityNm: (pa: number) => number, asked: number, mostPa: number): number {
  const enough = asked * (1 - EXACT)
  if (asked <= 0 || capacityNm(0) >= enough) return 0
  if (capacityNm(mostPa) < enough) return Infinity
  const [low, high] = [capacityNm(mostPa / 4), capacityNm(mostPa / 2)]
  const guess = mostPa / 4 + ((asked - low) * (mostPa / 4)) / (high - low)
  if (guess > 0 && guess < mostPa && Math.abs(capacityNm(guess) / asked - 1) < EXACT) return guess
  const root = rootOf((pa) => capacityNm(pa) - asked, 0, mostPa, 1e-3)
  return root.outcome === 'converged' ? root.x + 1e-3 : Infinity
}
