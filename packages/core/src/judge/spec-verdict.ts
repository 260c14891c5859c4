import { stallOnLine, type EngineLine } from '../converter/boosted-line.js'
import type { Characteristic } from '../converter/characteristic.js'
import { greatestStrength } from '../converter/operating-point.js'
import type { Engine } from '../engine/boost.js'
import { engineOfBrief } from '../model/brief.js'
import { SCATTER } from '../model/scatter.js'
import type { SpecInput } from '../model/spec-input.js'
import { converterCharacteristic } from '../parts/converter/geometry.js'
import type { Issue } from '../quantity/issue.js'
import { besideShare } from './besides.js'
import { casesOf, usualConverter, type Cases } from './cases.js'
import type { DutyCase } from './duty.js'
import { fittedConverter } from './fitted.js'
import { lineOil } from './line-oil.js'
import { breakingRank, GREATEST_SCALE, powerHeld, type PowerHeld } from './power-held.js'
import { heldHere, type JudgedStation, stationTerms, stationVerdict, type StationVerdict } from './station-verdict.js'
import { tyreVerdict, type TyreVerdict } from './tyres.js'
import { utilisation } from './utilisation.js'

/** Verdict on a spec: the power it holds, and what gives way first. */
export interface SpecVerdict {
  readonly outcome: 'answered'
  readonly peakPowerW: number
  readonly stallSpeedRadPerS: number
  readonly cases: readonly DutyCase[]
  /** Front to rear. */
  readonly stations: readonly StationVerdict[]
  /** Lowest of the stations, with the converter re-matched to keep its stall speed. */
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
}

/** A spec whose brief contradicts itself. */
export interface ContradictoryBrief {
  readonly outcome: 'brief-contradicts-itself'
  /** The key is part of the API. */
  readonly faults: readonly Issue[]
}

/** A judged spec, with the gear train and the engine line of its cases. */
export interface JudgedSpec {
  readonly outcome: 'judged'
  readonly verdict: SpecVerdict
  readonly line: EngineLine
}

/**
 * Judges every station of a spec in every duty case. Power held is solved for each station with the converter re-matched, and for the spec as
 * a whole also with this very converter. Stations without a figure are named, never strong.
 */
export function judgeSpec(input: SpecInput): JudgedSpec | ContradictoryBrief {
  const made = engineOfBrief(input.brief.engine)
  if (!made.ok) return { outcome: 'brief-contradicts-itself', faults: made.issues }
  const engine = made.value
  const fitted = fittedConverter(input)
  const converter = fitted ? converterCharacteristic(fitted) : usualConverter(engine, input)
  const known = casesOf(input, engine, converter)
  const { cases, line } = known
  const peakPowerW = engine.on.peakPowerW
  const judged = input.unit.stations.map((station) => stationTerms(input, station, cases))
  const scene = { input, cases, peakPowerW }
  const stations = judged.map((each) => stationVerdict(each, scene))
  let sameConverter: PowerHeld | undefined
  const order = [...stations].filter((s) => s.held.outcome !== 'no-figure').sort((a, b) => breakingRank(a.held) - breakingRank(b.held))
  const least = order[0]?.held ?? { outcome: 'no-figure' }
  const within = breakingRank(least) * (1 + input.rules.togetherWithin)
  const verdict: SpecVerdict = {
    outcome: 'answered',
    peakPowerW,
    stallSpeedRadPerS: stallOnLine(line).engineSpeedRadPerS,
    cases,
    stations,
    held: least,
    likely: likelyBand(stations),
    // Solved at every power anew, so only on access.
    get tyres() {
      const used = (tried: readonly DutyCase[], scale: number) =>
        Math.max(...judged.map((each) => utilisation(each.terms, tried, each.held, scale)), besideShare({ ...scene, cases: tried }, scale))
      return tyreVerdict(known.rolling, known.bare, used, peakPowerW)
    },
    get heldSameConverter() {
      return (sameConverter ??= heldUnmatched({ input, engine, converter, known, judged }))
    },
    breakingOrder: order.map((s) => s.stationId),
    together: order.filter((s) => breakingRank(s.held) <= within).map((s) => s.stationId),
  }
  return { outcome: 'judged', verdict, line }
}

/**
 * Verdict on one station of a judged spec, with the part that is installed there now. Valid for the whole spec if the part changes no load:
 * not for plate, converter and lockup, nor for shafts if the ramp of a launch is counted.
 */
export function verdictAt(
  input: SpecInput,
  { cases, peakPowerW }: Pick<SpecVerdict, 'cases' | 'peakPowerW'>,
  stationId: string,
): StationVerdict | undefined {
  const station = input.unit.stations.find(({ id }) => id === stationId)
  return station && stationVerdict(stationTerms(input, station, cases), { input, cases, peakPowerW })
}

interface Unmatched {
  readonly input: SpecInput
  readonly engine: Engine
  readonly converter: Characteristic
  readonly known: Cases
  readonly judged: readonly JudgedStation[]
}

/** Power held with this very converter. The engine line is solved at every power tried. */
function heldUnmatched({ input, engine, converter, known, judged }: Unmatched): PowerHeld {
  const base = known.cases
  const oil = lineOil(input)
  const used = (scale: number) => {
    const scaled = scale === 1 ? known : casesOf(input, engine, converter, scale, oil)
    // Boost may come elsewhere at another power, and with it other cases.
    const alike = scaled.cases.length === base.length
    const shares = judged.map(({ station, terms }) => {
      if (!alike) return usedBy(stationTerms(input, station, scaled.cases), scaled.cases)
      return usedBy({ terms, held: heldHere(input, station, scaled.cases, terms) }, scaled.cases)
    })
    return Math.max(...shares, besideShare({ input, cases: scaled.cases }))
  }
  const most = Math.min(GREATEST_SCALE, greatestStrength(engine.on, converter))
  return powerHeld(used, engine.on.peakPowerW, most, SAME_CONVERTER_EXACT)
}

const usedBy = ({ terms, held }: Pick<JudgedStation, 'terms' | 'held'>, cases: readonly DutyCase[]): number =>
  utilisation(terms, cases, held)

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
