import { memberAt, numberAt } from '../numeric/certain.js'
import type { MissingFeature } from '../parts/place.js'
import { gearingOf } from '../gearing/solve.js'
import type { Part } from '../model/part.js'
import { type HouseRules } from '../model/rules.js'
import { SCATTER } from '../model/scatter.js'
import type { SpecInput } from '../model/spec-input.js'
import type { Station } from '../model/unit.js'
import type { Limit } from '../parts/limit.js'
import { besidesOf, type Beside, type BesideScene, anyDecides, decidesToo } from './besides.js'
import type { DutyCase } from './duty.js'
import { breakingRank, powerHeld, type PowerHeld } from './power-held.js'
import { besideStation } from './side-by-side.js'
import { drumState, type StationCase } from './station-case.js'
import { limitsHere, takenOff } from './station-limits.js'
import { termsOnce, decidingCase, heldBy, judgeCases, type Term, utilisation } from './utilisation.js'

/** Verdict on one station. */
export interface StationVerdict {
  readonly stationId: string
  readonly partId: string | null
  /** Cases in which the station carries torque. */
  readonly cases: readonly StationCase[]
  /** With the least margin at the engine's power as briefed. */
  readonly worst: StationCase | null
  /** The case that decides the power held. */
  readonly decides: StationCase | null
  /** Power held by strength, and by heat and life if the house rules let them decide. */
  readonly held: PowerHeld
  /** Power held by strength alone. */
  readonly strength: PowerHeld
  /** Which measure the power held is by. */
  readonly by: 'strength' | Beside['by']
  /** Heat of upshifts and life, whether they decide or not. Computed on first access. */
  readonly besides: readonly Beside[]
  /** Relative standard deviation of the deciding torque limit. */
  readonly scatter: number
  /** Places that carry torque without any figure; the whole station where nothing is fitted. */
  readonly missing: readonly MissingFeature[]
}

/** Limits of a station, and the torque capacity of each term in the cases as briefed. */
export interface JudgedStation {
  readonly station: Station
  readonly part: Part | undefined
  readonly limits: readonly Limit[]
  readonly missing: readonly MissingFeature[]
  readonly terms: readonly Term[]
  /** Torque capacity of each term in the cases as briefed, N·m. */
  readonly held: readonly number[]
}

/** Limits and terms of a station in the load cases. */
export function stationTerms(input: SpecInput, station: Station, cases: readonly DutyCase[]): JudgedStation {
  const part = input.fitted.get(station.id)
  const { limits, missing } = limitsHere(input, station, part)
  const terms = termsOnce(limits, cases, gearingOf(input.unit.train), (range) => drumState(input.unit, station, range))
  return { station, part, limits, missing, terms, held: heldHere(input, station, cases, terms) }
}

/** Torque capacity of each term of a station, including a parallel element. */
export function heldHere(input: SpecInput, station: Station, cases: readonly DutyCase[], terms: readonly Term[]): readonly number[] {
  const held = heldBy(terms, cases)
  if (!besideStation(input.unit, station)) return held
  return terms.map(({ caseIndex, limit }, i) => numberAt(held, i) + takenOff({ input, station, duty: memberAt(cases, caseIndex), limit }))
}

/** A station judged in every case, with the power that it holds. */
export function stationVerdict({ station, part, limits, terms, held: holds, missing }: JudgedStation, scene: BesideScene): StationVerdict {
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
function leastHeld(strength: PowerHeld, besides: () => readonly Beside[], rules: HouseRules): Pick<StationVerdict, 'held' | 'by'> {
  if (!anyDecides(rules)) return { held: strength, by: 'strength' }
  return besides()
    .filter((beside) => decidesToo(beside, rules))
    .reduce<Pick<StationVerdict, 'held' | 'by'>>(
      (least, { held, by }) => (breakingRank(held) < breakingRank(least.held) ? { held, by } : least),
      { held: strength, by: 'strength' },
    )
}

/** Scatter of a torque limit, including that of the service factor if the factor is above 1. */
const scatterOf = ({ limit: { scatter, shock }, factor }: StationCase): number =>
  shock === 'friction' || factor === 1 ? scatter : Math.hypot(scatter, SCATTER.serviceFactor)
