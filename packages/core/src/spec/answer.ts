import { characteristic, type Characteristic } from '../converter/characteristic.js'
import { engineTorqueLine, stallOnLine, type EngineLine } from '../converter/boosted-line.js'
import { converterCharacteristic } from '../converter/geometry.js'
import { greatestStrength } from '../converter/operating-point.js'
import type { Engine } from '../engine/boost.js'
import { lockupState, type LockupOil } from '../lockup/lockup-clutch.js'
import { anyDecides, besideShare, besidesOf, decidesToo, type Beside, type BesideScene } from './besides.js'
import { besideFindings } from './beside-findings.js'
import { slipsIn } from '../gearing/motion.js'
import { solveTrain, type RangeSolution } from '../gearing/solve.js'
import type { EngineKind } from '../engine/template.js'
import type { Book } from '../fitup/reading.js'
import type { Fault } from '../quantity/fault.js'
import { engineOfBrief, type Brief } from './brief.js'
import { dutyCases, type DutyCase } from './duty.js'
import type { PressureCalibration } from './calibration.js'
import { lineOil } from './line-oil.js'
import { findings, type Finding } from './findings.js'
import { drumState, type StationCase } from './judge.js'
import { canLock, engineInertia, fittedConverter, partOfKind, statesLockup, turbineInertiaOf } from './fitted.js'
import type { GearRange } from '../gearing/train.js'
import { launchShock } from './launch-shock.js'
import { stationLimits, type Limit, type StationLimits } from './limits.js'
import type { Part } from './part.js'
import { breakingRank, GREATEST_SCALE, powerHeld, type PowerHeld } from './power-held.js'
import { DEFAULT_RULES, type HouseRules } from './rules.js'
import type { Stop } from './running-fits.js'
import { stopsOf } from './stops.js'
import { SCATTER } from './scatter.js'
import { besideStation, heldBeside } from './side-by-side.js'
import { tyreLimitOf, tyreVerdict, withTyres, type Rolling, type TyreVerdict } from './tyres.js'
import { stallWindow, wantedStall } from './stall-target.js'
import { shiftSeconds, type Station, type Unit } from './unit.js'
import { decidingCase, heldBy, judgeCases, termsOnce, utilisation, type Term } from './utilisation.js'

/** Everything the answer rests on. */
export interface SpecInput {
  readonly unit: Unit
  readonly brief: Brief
  /** Part fitted at each station; stations may be empty. */
  readonly fitted: ReadonlyMap<string, Part>
  readonly pressure: PressureCalibration
  readonly rules?: HouseRules
  /** What was measured; it stands in the place of what the sheets say. */
  readonly book?: Book
  /** Ranges solved before, to save doing it again; they depend on the unit alone. */
  readonly gearing?: ReadonlyMap<string, RangeSolution>
}

export interface StationVerdict {
  readonly stationId: string
  readonly partId: string | null
  /** Cases in which the station carries torque. */
  readonly cases: readonly StationCase[]
  /** With the least margin at the engine's power as briefed. */
  readonly worst: StationCase | null
  /** What gives way first as power rises or falls to the power held. */
  readonly decides: StationCase | null
  /** By strength, and by heat and life where the house lets them decide. */
  readonly held: PowerHeld
  /** By strength alone. */
  readonly strength: PowerHeld
  /** Which measure the power held is by. */
  readonly by: 'strength' | Beside['by']
  /** Heat of upshifts and life, whether they decide or not. Computed on first access. */
  readonly besides: readonly Beside[]
  /** Relative standard deviation of what the place that gives way first holds. */
  readonly scatter: number
  /** Places that carry torque without any figure; the whole station where nothing is fitted. */
  readonly missing: readonly string[]
}

export interface Answer {
  readonly outcome: 'answered'
  readonly peakPowerW: number
  readonly stallSpeedRadPerS: number
  readonly cases: readonly DutyCase[]
  /** Front to rear. */
  readonly stations: readonly StationVerdict[]
  /** Least of the stations, with the converter re-matched so that the stall speed stays. */
  readonly held: PowerHeld
  /** Range of the power held: plus and minus one standard deviation. Each end is the minimum over all stations. `null` if no station holds any power. */
  readonly likely: LikelyBand | null
  /** The same with this very converter. */
  readonly heldSameConverter: PowerHeld
  /** Station ids in the order in which they give way; those without any figure are not among them. */
  readonly breakingOrder: readonly string[]
  /** The first and those that give way with it, within the house's share. */
  readonly together: readonly string[]
  /** Tire limit and its effect. `null` if the brief lacks a field for it. Computed on first access. */
  readonly tyres: TyreVerdict | null
  readonly findings: readonly Finding[]
  /** Reasons why the parts cannot be assembled. Empty if they can. */
  readonly stops: readonly Stop[]
}

export type SpecResult = Answer | { readonly outcome: 'brief-contradicts-itself'; readonly faults: readonly Fault[] }

/** A station with what can give way there. */
interface Bench {
  readonly station: Station
  readonly part: Part | undefined
  readonly limits: readonly Limit[]
  readonly missing: readonly string[]
  readonly terms: readonly Term[]
  /** What the terms hold in the cases as briefed. */
  readonly held: readonly number[]
}

/**
 * What power a spec holds and what goes first: every station judged in every duty case, power held solved for each station with
 * the converter re-matched, and for the spec as a whole also with this very converter. Stations without a figure are named, never strong.
 */
export function specAnswer(input: SpecInput): SpecResult {
  const made = engineOfBrief(input.brief.engine)
  if (!made.ok) return { outcome: 'brief-contradicts-itself', faults: made.faults }
  const engine = made.value
  const fitted = fittedConverter(input)
  const converter = fitted ? converterCharacteristic(fitted) : usualConverter(engine, input)
  const gearing = input.gearing ?? solveTrain(input.unit.train)
  const known = casesOf(input, gearing, engine, converter)
  const base = known.cases
  const peakPowerW = engine.on.peakPowerW
  const benches = input.unit.stations.map((station) => bench(input, station, base, gearing))
  const scene = { input, cases: base, gearing, peakPowerW }
  const stations = benches.map((each) => verdictOf(each, scene))
  let sameConverter: PowerHeld | undefined
  let found: readonly Finding[] | undefined
  let stops: readonly Stop[] | undefined
  const order = [...stations].filter((s) => s.held.outcome !== 'no-figure').sort((a, b) => breakingRank(a.held) - breakingRank(b.held))
  const least = order[0]?.held ?? { outcome: 'no-figure' }
  const within = breakingRank(least) * (1 + (input.rules ?? DEFAULT_RULES).togetherWithin)
  return {
    outcome: 'answered',
    peakPowerW,
    stallSpeedRadPerS: stallOnLine(known.line).engineSpeedRadPerS,
    cases: base,
    stations,
    held: least,
    likely: likelyBand(stations),
    // Solved anew at every power, so only where it is asked for.
    get tyres() {
      const used = (cases: readonly DutyCase[], scale: number) =>
        Math.max(...benches.map((each) => utilisation(each.terms, cases, each.held, scale)), besideShare({ input, cases, gearing }, scale))
      return tyreVerdict(known.rolling, known.bare, used, peakPowerW)
    },
    get heldSameConverter() {
      return (sameConverter ??= heldUnmatched({ input, gearing, engine, converter, known, benches }))
    },
    breakingOrder: order.map((s) => s.stationId),
    together: order.filter((s) => breakingRank(s.held) <= within).map((s) => s.stationId),
    // Many specs are tried for their power alone.
    get findings() {
      return (found ??= [...findings(input, base, gearing, known.line), ...besideFindings(stations, least, input.brief)])
    },
    get stops() {
      return (stops ??= stopsOf(input))
    },
  }
}

/**
 * One station of an answer judged anew, with the part that is fitted there now. It stands for the whole where the part alters no load: not for
 * plate, converter and lockup, nor for shafts where the ramp of a launch is counted.
 */
export function verdictAt(input: SpecInput, { cases, peakPowerW }: Answer, stationId: string): StationVerdict | undefined {
  const station = input.unit.stations.find(({ id }) => id === stationId)
  const gearing = input.gearing ?? solveTrain(input.unit.train)
  return station && verdictOf(bench(input, station, cases, gearing), { input, cases, gearing, peakPowerW })
}

/** A station judged in every case, with the power that it holds. */
function verdictOf({ station, part, limits, terms, held: holds, missing }: Bench, scene: BesideScene): StationVerdict {
  const { cases: base, input, peakPowerW } = scene
  const cases = judgeCases(terms, base, holds)
  const worst = cases.reduce<StationCase | null>((least, c) => (least && least.margin <= c.margin ? least : c), null)
  const inProportion = terms.every(({ source, caseIndex }) => {
    const { made, tyres } = base[caseIndex]?.[source] ?? {}
    return !made && !tyres
  })
  const decides = inProportion ? worst : decidingCase(terms, base, holds)
  const strength: PowerHeld = limits.some((limit) => limit.counts)
    ? powerHeld((scale) => utilisation(terms, base, holds, scale), peakPowerW)
    : { outcome: 'no-figure' }
  let known: readonly Beside[] | undefined
  const besides = () => (known ??= besidesOf(scene, station))
  const { held, by } = leastHeld(strength, besides, input.rules)
  const scatter = by === 'strength' ? (worst ? scatterOf(worst) : 0) : SCATTER.thumb
  return {
    stationId: station.id,
    partId: part?.id ?? null,
    cases,
    worst,
    decides,
    held,
    strength,
    by,
    get besides() {
      return besides()
    },
    scatter,
    missing,
  }
}

/** The least of strength and of what decides beside it. */
function leastHeld(strength: PowerHeld, besides: () => readonly Beside[], rules = DEFAULT_RULES): Pick<StationVerdict, 'held' | 'by'> {
  if (!anyDecides(rules)) return { held: strength, by: 'strength' }
  return besides()
    .filter((beside) => decidesToo(beside, rules))
    .reduce<Pick<StationVerdict, 'held' | 'by'>>(
      (least, { held, by }) => (breakingRank(held) < breakingRank(least.held) ? { held, by } : least),
      { held: strength, by: 'strength' },
    )
}

/** Scatter of what a place holds, with that of the service factor where it is asked more than the static torque: shock is a guess. */
const scatterOf = ({ scatter, shock, factor }: StationCase): number =>
  shock === 'friction' || factor === 1 ? scatter : Math.hypot(scatter, SCATTER.serviceFactor)

interface Unmatched {
  readonly input: SpecInput
  readonly gearing: ReadonlyMap<string, RangeSolution>
  readonly engine: Engine
  readonly converter: Characteristic
  readonly known: Cases
  readonly benches: readonly Bench[]
}

/** What the spec holds with this very converter: at every power the line of the scaled engine is solved anew. */
function heldUnmatched({ input, gearing, engine, converter, known, benches }: Unmatched): PowerHeld {
  const base = known.cases
  const oil = lineOil(input)
  const used = (scale: number) => {
    const scaled = scale === 1 ? known : casesOf(input, gearing, engine, converter, scale, oil)
    // Boost may come elsewhere at another power, and with it other cases.
    const alike = scaled.cases.length === base.length
    const shares = benches.map(({ station, terms }) => {
      if (!alike) return usedBy(bench(input, station, scaled.cases, gearing), scaled.cases)
      return usedBy({ terms, held: heldHere(input, station, scaled.cases, gearing, terms) }, scaled.cases)
    })
    return Math.max(...shares, besideShare({ input, cases: scaled.cases, gearing }))
  }
  const most = Math.min(GREATEST_SCALE, greatestStrength(engine.on, converter))
  return powerHeld(used, engine.on.peakPowerW, most, SAME_CONVERTER_EXACT)
}

const usedBy = ({ terms, held }: Pick<Bench, 'terms' | 'held'>, cases: readonly DutyCase[]): number => utilisation(terms, cases, held)

/** Each try of the search with this very converter solves its whole line anew; a ten-millionth of the power is near enough. */
const SAME_CONVERTER_EXACT = 1e-7

/** About two in three: every station at its weak edge, every station at its strong edge. */
export interface LikelyBand {
  readonly lowW: number
  readonly highW: number
}

/** The band of one standard deviation of capacity and engine together; the least of all stations at either edge. */
function likelyBand(stations: readonly StationVerdict[]): LikelyBand | null {
  const known = stations.flatMap(({ held, scatter }) =>
    held.outcome === 'held' ? [{ powerW: held.powerW, share: Math.hypot(scatter, SCATTER.engine) }] : [],
  )
  if (known.length === 0) return null
  return { lowW: Math.min(...known.map((s) => s.powerW * (1 - s.share))), highW: Math.min(...known.map((s) => s.powerW * (1 + s.share))) }
}

interface Cases {
  readonly cases: readonly DutyCase[]
  /** Load cases without the tire limit. */
  readonly bare: readonly DutyCase[]
  readonly line: EngineLine
  readonly rolling: Rolling
}

/** Stall torque ratio of a converter that is not chosen yet (common practice, no source). */
export const USUAL_STALL_TORQUE_RATIO = 2

/** With no converter chosen: one that stalls in the middle of where it is wanted. */
function usualConverter({ on }: Engine, { brief, rules = DEFAULT_RULES }: SpecInput): Characteristic {
  const { fromK, toK } = wantedStall(on, stallWindow(rules.stallSchool, brief.use, brief.engine.kind, on.peakTorqueSpeedRadPerS))
  return characteristic(((fromK + toK) / 2) ** -2, USUAL_STALL_TORQUE_RATIO)
}

function casesOf(
  input: SpecInput,
  gearing: ReadonlyMap<string, RangeSolution>,
  engine: Engine,
  converter: Characteristic,
  strength = 1,
  oil = lineOil(input),
): Cases {
  const line = engineTorqueLine(engine, converter, strength)
  const { brief, rules = DEFAULT_RULES } = input
  const duty = {
    ranges: input.unit.train.ranges,
    gearing,
    line,
    brief,
    oil,
    rules,
    lockup: canLock(input),
    lockupMostNm: lockupMostNm(input.fitted),
    inertiaKgM2: engineInertia(input),
    turbineKgM2: turbineInertiaOf(input),
    shiftS: shiftSeconds(input.unit),
    slips: (range: RangeSolution, id: string) => slipsIn(input.unit.train, range, id),
  }
  const shockIn = (range: GearRange) => {
    const solved = gearing.get(range.id)
    return solved && launchShock(input, solved)
  }
  const bare = dutyCases(rules.launchShock === 'ramp' ? { ...duty, shockIn } : duty)
  return { cases: withTyres(duty, tyreLimitOf(duty), bare), bare, line, rolling: duty }
}

/** What the lockup clutch that is fitted passes; anything where its geometry is not known. */
function lockupMostNm(fitted: SpecInput['fitted']): (oil: LockupOil) => number {
  const clutch = partOfKind(fitted, 'lockup')
  return clutch ? (oil) => lockupState(clutch.geometry, oil).torqueNm : () => Infinity
}

function bench(input: SpecInput, station: Station, cases: readonly DutyCase[], gearing: ReadonlyMap<string, RangeSolution>): Bench {
  const part = input.fitted.get(station.id)
  const { limits, missing } = limitsHere(input, station, part)
  const terms = termsOnce(limits, cases, gearing, (range) => drumState(input.unit, station, range))
  return { station, part, limits, missing, terms, held: heldHere(input, station, cases, gearing, terms) }
}

/** Torque capacity of each term of a station, including a parallel element. */
function heldHere(
  input: SpecInput,
  station: Station,
  cases: readonly DutyCase[],
  gearing: ReadonlyMap<string, RangeSolution>,
  terms: readonly Term[],
): number[] {
  const held = heldBy(terms, cases)
  if (!besideStation(input.unit, station)) return held
  return terms.map(({ caseIndex, limit }, i) => {
    const duty = cases[caseIndex] as DutyCase
    return (held[i] as number) + takenOff({ input, station, duty, limit, gearing })
  })
}

interface Taken {
  readonly input: SpecInput
  readonly station: Station
  readonly duty: DutyCase
  readonly limit: Limit
  readonly gearing: ReadonlyMap<string, RangeSolution>
}

/** Torque capacity that a parallel element adds to a limit. Applies to all limits of a one-way clutch and to the slip limit of a clutch. */
export function takenOff({ input, station, duty, limit, gearing }: Taken): number {
  const range = gearing.get(duty.rangeId)
  const shared = station.kind === 'one-way' || limit.shock === 'friction'
  return range && shared ? heldBeside(input, station, duty, range, (other, part) => limitsOf(input, other, part).limits) : 0
}

function limitsHere(input: SpecInput, station: Station, part: Part | undefined): StationLimits {
  if (station.load.at === 'none' || (station.kind === 'lockup' && !needsLockup(input, part))) return NOTHING_NEEDED
  return part ? limitsOf(input, station, part) : NOTHING_FITTED
}

/** True if the converter locks, unless a figure stated of it replaces a missing clutch. */
function needsLockup({ fitted }: SpecInput, part: Part | undefined): boolean {
  const converter = partOfKind(fitted, 'converter')
  return converter?.geometry.lockup === true && (part !== undefined || !statesLockup(converter))
}

/** What carries no torque has nothing to hold it, and a converter that does not lock needs no clutch in it. */
const NOTHING_NEEDED: StationLimits = { limits: [], missing: [] }
const NOTHING_FITTED: StationLimits = { limits: [], missing: ['part'] }

const knownLimits = new WeakMap<Part, { station: Station; kind: EngineKind; rules: HouseRules; made: StationLimits }>()

/** The limits of a part at a station, made once while engine kind and rules stay. */
function limitsOf(input: SpecInput, station: Station, part: Part): StationLimits {
  const { rules = DEFAULT_RULES, brief } = input
  const kind = brief.engine.kind
  const known = knownLimits.get(part)
  if (known && known.station === station && known.kind === kind && known.rules === rules) return known.made
  const made = stationLimits(input.unit, station, part, { engineKind: kind, rules })
  knownLimits.set(part, { station, kind, rules, made })
  return made
}
