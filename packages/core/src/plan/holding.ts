import { oncePerValue } from '../numeric/once-per.js'
import { memberAt } from '../numeric/certain.js'
import { rootOf } from '../numeric/brent.js'
import { gearingOf } from '../gearing/solve.js'
import { anyDecides, besidesOf, decidesToo } from '../judge/besides.js'
import type { DutyCase } from '../judge/duty.js'
import { loadShare } from '../judge/load.js'
import { breakingRank, GREATEST_SCALE, heldInCase, LEAST_SCALE } from '../judge/power-held.js'
import { besideStation } from '../judge/side-by-side.js'
import { drumState, oilOf } from '../judge/station-case.js'
import { limitsHere, takenOff } from '../judge/station-limits.js'
import { termsOf, type Term } from '../judge/utilisation.js'
import { askedOf } from '../judge/worst-point.js'
import type { Part } from '../model/part.js'
import type { SpecInput } from '../model/spec-input.js'
import type { Station } from '../model/unit.js'
import type { Limit } from '../parts/limit.js'
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

/** Capacity and demand of one limit in one load case. */
interface OilTerm {
  readonly side: OilSide
  readonly mostPa: number
  capacityNm(pa: number): number
  askedNm(scale: number): number
  powerW(capacityNm: number): number
}

/** A station with its part, the load cases and the margins. */
interface Site {
  readonly frame: Frame
  /** Contains the part at the station and the parts that affect its limits. */
  readonly input: SpecInput
  readonly station: Station
  readonly part: Part | undefined
  readonly margins: Margins
}

/**
 * Computes the power that a station holds. With `fixed` oil, limits are taken at the pressures of the load cases. Otherwise limits that
 * depend on oil stay functions of pressure, up to the given maximum of the part: above it a lockup piston lifts and its capacity falls.
 */
export function holdingAt(site: Site, oil: 'fixed' | Readonly<Record<OilSide, number>>): Holding {
  const { frame, input, station, part } = site
  const { limits, missing } = limitsHere(input, station, part)
  const counted = limits.filter(({ counts }) => counts)
  const [oiled, dry] = [
    counted.filter((limit) => dependsOnOil(input, station, limit)),
    counted.filter((limit) => !dependsOnOil(input, station, limit)),
  ]
  const terms = oilTerms(site, oiled)
  const powerW = Math.min(
    missing.length > 0 ? 0 : Infinity,
    ...besidePowers(site),
    ...dry.map((limit) => dryPower(site, limit)),
    ...(oil === 'fixed'
      ? terms.map(({ term, duty }) => term.powerW(term.capacityNm(term.side === 'lockup' ? duty.lockupOil.applyPa : duty.linePressurePa)))
      : []),
  )
  const free = oil === 'fixed' ? [] : terms.map(({ term }) => ({ ...term, mostPa: Math.min(GREATEST_PA, oil[term.side]) }))
  return {
    powerW,
    byOil: free.length > 0,
    powerAt: (pa) => free.reduce((least, term) => Math.min(least, term.powerW(term.capacityNm(pa[term.side]))), powerW),
    needAt: oncePerValue((wantedW: number) => {
      const need = { drive: 0, reverse: 0, lockup: 0 }
      for (const term of free) need[term.side] = Math.max(need[term.side], needOf(term, wantedW / frame.peakPowerW))
      return need
    }),
  }
}

/** Power by shift heat and life, if the house rules count them, W. */
function besidePowers({ frame, input, station, part }: Site): number[] {
  const { rules } = input
  if (!part || !anyDecides(rules)) return []
  const installed = { ...input, fitted: new Map([...input.fitted, [station.id, part] as const]) }
  return besidesOf({ input: installed, cases: frame.cases, peakPowerW: frame.peakPowerW }, station).flatMap((beside) =>
    decidesToo(beside, rules) ? [breakingRank(beside.held)] : [],
  )
}

/** Power at which a limit that does not depend on oil is reached in the most severe load case, W. */
function dryPower({ frame, margins, input }: Site, { fixedNm, load, shock }: Limit): number {
  const { at } = load
  const id = at === 'link' || at === 'shift' ? load.id : at === 'sets' ? load.ids.join(' ') : ''
  const key = `${at} ${id} ${shock}`
  const known = frame.powers.get(key)
  const powerOf = known ?? powerByCapacity(frame, input, { load, shock }, margins[shock])
  if (!known) frame.powers.set(key, powerOf)
  return powerOf(fixedNm ?? 0)
}

/**
 * Makes the function from torque capacity to power held for one load and kind of shock. Proportional unless inertia torque or the tire
 * limit is involved.
 */
function powerByCapacity(
  frame: Frame,
  { unit }: SpecInput,
  { load, shock }: Pick<Limit, 'load' | 'shock'>,
  margin: number,
): (capacityNm: number) => number {
  const gearing = gearingOf(unit.train)
  const asked = frame.cases.flatMap((duty) => {
    const range = gearing.get(duty.rangeId)
    const { source, share } = range ? loadShare(load, range) : { source: 'engine' as const, share: 0 }
    const point = duty[source]
    if (!(share > 0) || !(point.torqueNm > 0) || (load.at === 'shift' && !duty.upshift?.coming.includes(load.id))) return []
    return [{ share: share * margin, meets: { factor: duty.factors[shock], shock }, point }]
  })
  const powerIn = (capacityNm: number) =>
    Math.min(
      Infinity,
      ...asked.map(({ share, meets, point }) => breakingRank(heldInCase(capacityNm / share, meets, point, frame.peakPowerW))),
    )
  if (asked.some(({ point }) => point.made ?? point.tyres)) return powerIn
  const perNm = Math.min(Infinity, ...asked.map(({ share, meets, point }) => frame.peakPowerW / (share * meets.factor * point.torqueNm)))
  const [least, most] = [LEAST_SCALE * frame.peakPowerW, GREATEST_SCALE * frame.peakPowerW]
  return (capacityNm) => {
    const powerW = capacityNm * perNm
    return powerW < least ? 0 : powerW > most ? Number.MAX_VALUE : powerW
  }
}

/** Capacity and demand of the limits that depend on oil, for each load case. */
function oilTerms({ frame, input, station, margins }: Site, limits: readonly Limit[]) {
  if (limits.length === 0) return []
  const { cases, peakPowerW } = frame
  const terms = termsOf(limits, cases, gearingOf(input.unit.train), (range) => drumState(input.unit, station, range))
  return terms.flatMap((each) => {
    const { share, meets, caseIndex, source } = each
    const duty = memberAt(cases, caseIndex)
    const point = duty[source]
    const asked = share * margins[meets.shock]
    const term: OilTerm = {
      side: sideOf(input, station.kind === 'lockup', duty),
      mostPa: GREATEST_PA,
      capacityNm: capacityOf(input, station, each, duty),
      askedNm: (scale) => asked * askedOf(point, meets, scale),
      powerW: (capacityNm) => breakingRank(heldInCase(capacityNm / asked, meets, point, peakPowerW)),
    }
    return [{ term, duty }]
  })
}

const sideOf = ({ unit }: SpecInput, lockup: boolean, { rangeId }: DutyCase): OilSide =>
  lockup ? 'lockup' : unit.train.ranges.find(({ id }) => id === rangeId)?.reverse ? 'reverse' : 'drive'

/** True if a limit depends on oil. A one-way clutch does if a clutch or band is parallel to it. */
const dependsOnOil = ({ unit }: SpecInput, station: Station, limit: Limit): boolean =>
  limit.fixedNm === undefined || (besideStation(unit, station) !== undefined && station.kind === 'one-way')

/** Capacity of a limit in a load case as a function of oil pressure, with the share of a parallel element. */
const capacityOf =
  (input: SpecInput, station: Station, { limit, drum }: Term, duty: DutyCase): ((pa: number) => number) =>
  (pa) => {
    const oiled = { ...duty, linePressurePa: pa, lockupOil: { ...duty.lockupOil, applyPa: pa } }
    const own = limit.fixedNm ?? limit.torqueNm(oilOf(oiled, drum))
    return besideStation(input.unit, station) ? own + takenOff({ input, station, duty: oiled, limit }) : own
  }

/** Relative tolerance for comparing capacity with demand. */
const EXACT = 1e-12

/**
 * Lowest pressure at which capacity reaches demand, Pa. Capacity is usually linear in pressure, so a secant is tried before the root
 * search.
 */
function needOf(term: OilTerm, scale: number): number {
  const asked = term.askedNm(scale)
  const enough = asked * (1 - EXACT)
  if (asked <= 0 || term.capacityNm(0) >= enough) return 0
  const { mostPa } = term
  if (term.capacityNm(mostPa) < enough) return Infinity
  const [low, high] = [term.capacityNm(mostPa / 4), term.capacityNm(mostPa / 2)]
  const guess = mostPa / 4 + ((asked - low) * (mostPa / 4)) / (high - low)
  if (guess > 0 && guess < mostPa && Math.abs(term.capacityNm(guess) / asked - 1) < EXACT) return guess
  const root = rootOf((pa) => term.capacityNm(pa) - asked, 0, mostPa, 1e-3)
  return root.outcome === 'converged' ? root.x + 1e-3 : Infinity
}
