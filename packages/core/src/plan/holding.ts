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

/** Line pressure drive and reverse, and apply pressure of the lockup. */
export const OIL_SIDES = ['drive', 'reverse', 'lockup'] as const
export type OilSide = (typeof OIL_SIDES)[number]

/** Power that the parts at a station hold with the margins asked for. */
export interface Holding {
  /** By everything that is independent of oil pressure, W. Zero if something has no figure. */
  readonly powerW: number
  /** True if some of it depends on oil. */
  readonly byOil: boolean
  /** Power held at given pressures, W. */
  powerAt(pa: Readonly<Record<OilSide, number>>): number
  /** Least pressure of each side at which a power is held. Infinity if no pressure suffices. */
  needAt(powerW: number): Readonly<Record<OilSide, number>>
}

/** Highest pressure that a capacity is looked at, unless the part bears less. No gauge in the trade reads more (common practice, no source). */
const GREATEST_PA = 7e6

/** Capacity of one place in one case, against its demand. */
interface OilTerm {
  readonly side: OilSide
  readonly mostPa: number
  capacityNm(pa: number): number
  askedNm(scale: number): number
  powerW(capacityNm: number): number
}

/** Where the parts of a station are held against the loads of a frame. */
interface Site {
  readonly frame: Frame
  /** The station's own part, and those that have a say in its limits. */
  readonly input: SpecInput
  readonly station: Station
  readonly part: Part | undefined
  readonly margins: Margins
}

/**
 * What the parts at a station hold in a frame. With `oil` fixed, every limit is taken at the pressure that its case has; else limits that
 * depend on oil are kept as functions of pressure, up to what the part bears: above that a lockup piston lifts, and its capacity falls.
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

/** Power held by heat and life, where the house rules let them decide. */
function besidePowers({ frame, input, station, part }: Site): number[] {
  const { rules } = input
  if (!part || !anyDecides(rules)) return []
  const installed = { ...input, fitted: new Map([...input.fitted, [station.id, part] as const]) }
  return besidesOf({ input: installed, cases: frame.cases, peakPowerW: frame.peakPowerW }, station).flatMap((beside) =>
    decidesToo(beside, rules) ? [breakingRank(beside.held)] : [],
  )
}

/** Power at which a limit that is independent of oil is reached in the hardest case. */
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
 * Power held as a function of capacity, for every limit with one load and kind of shock. It is in proportion to capacity unless inertia or
 * the tires limit a torque.
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

/** Terms of limits that depend on oil, case by case. */
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

/** A limit with a fixed torque depends on oil only through a friction element beside it. */
const dependsOnOil = ({ unit }: SpecInput, station: Station, limit: Limit): boolean =>
  limit.fixedNm === undefined || (besideStation(unit, station) !== undefined && station.kind === 'one-way')

/** Capacity of a limit in a case at an oil pressure, with what an element beside it takes. */
const capacityOf =
  (input: SpecInput, station: Station, { limit, drum }: Term, duty: DutyCase): ((pa: number) => number) =>
  (pa) => {
    const oiled = { ...duty, linePressurePa: pa, lockupOil: { ...duty.lockupOil, applyPa: pa } }
    const own = limit.fixedNm ?? limit.torqueNm(oilOf(oiled, drum))
    return besideStation(input.unit, station) ? own + takenOff({ input, station, duty: oiled, limit }) : own
  }

/** Capacity is compared with demand to this share. */
const EXACT = 1e-12

/**
 * Least pressure at which a term holds its demand. Capacity rises with pressure, mostly in proportion above a threshold, so the secant
 * through two pressures is tried before the search.
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
