import { memberAt, numberAt } from '../numeric/certain.js'
import type { Gearing, RangeSolution } from '../gearing/solve.js'
import { askedOf, type Meets } from './worst-point.js'
import { type DutyCase } from './duty.js'
import type { Limit } from '../parts/limit.js'
import { oilOf, type DrumState, type StationCase } from './station-case.js'
import { breakingRank, heldInCase } from './power-held.js'
import { loadShare, type LoadShare } from './load.js'
import { oncePer } from '../numeric/once-per.js'

/** One limit in one case, as plain numbers: load × factor per torque of the case, against what it holds. */
export interface Term {
  readonly caseIndex: number
  readonly source: LoadShare['source']
  /** Share of the source's torque that the gear train puts on the limit. */
  readonly share: number
  readonly meets: Meets
  readonly limit: Limit
  readonly drum: DrumState
}

/** The terms of a station's limits over all cases; what carries nothing or does not count is left out. */
export function termsOf(
  limits: readonly Limit[],
  cases: readonly DutyCase[],
  gearing: Gearing,
  drumIn: (range: RangeSolution) => DrumState,
): Term[] {
  return cases.flatMap((duty, caseIndex) => {
    const range = gearing.get(duty.rangeId)
    if (!range) return []
    const drum = drumIn(range)
    return limits.flatMap((limit): Term[] => {
      const { source, share } = loadShare(limit.load, range)
      if (!(share > 0 && limit.counts) || duty[source].torqueNm === 0) return []
      if (limit.load.at === 'shift' && !duty.upshift?.coming.includes(limit.load.id)) return []
      const meets = { factor: duty.factors[limit.shock], shock: limit.shock }
      return [{ caseIndex, source, share, meets, limit, drum }]
    })
  })
}

type TermContext = readonly [cases: readonly DutyCase[], gearing: Gearing, drumIn: (range: RangeSolution) => DrumState]

/** The terms, kept per limits while gear train, and kinds and factors of the cases stay; the torques of the cases don't enter. */
export const termsOnce = oncePer<readonly Limit[], TermContext, readonly Term[]>(
  (limits, cases, gearing, drumIn) => termsOf(limits, cases, gearing, drumIn),
  ([was, gearingThen], [is, gearing]) => gearingThen === gearing && alike(was, is),
)

const alike = (a: readonly DutyCase[], b: readonly DutyCase[]): boolean =>
  a.length === b.length &&
  a.every((duty, i) => {
    const other = memberAt(b, i)
    const { hard, friction, plate } = duty.factors
    return duty.id === other.id && hard === other.factors.hard && friction === other.factors.friction && plate === other.factors.plate
  })

/** Torque capacity of each term in its case, N·m. */
export const heldBy = (terms: readonly Term[], cases: readonly DutyCase[]): number[] =>
  terms.map(({ limit, caseIndex, drum }) => limit.fixedNm ?? limit.torqueNm(oilOf(memberAt(cases, caseIndex), drum)))

/**
 * The greatest demand over capacity among terms, 1 / worst margin, with every torque of the cases multiplied by a scale: the fast path
 * of the search for power held. The cases must stand in the order in which the terms were made; held is what the terms hold in them.
 */
export function utilisation(terms: readonly Term[], cases: readonly DutyCase[], held: readonly number[], scale = 1): number {
  let worst = 0
  for (let i = 0; i < terms.length; i++) {
    const { caseIndex, source, share, meets } = memberAt(terms, i)
    const used = (share * askedOf(memberAt(cases, caseIndex)[source], meets, scale)) / numberAt(held, i)
    if (used > worst) worst = used
  }
  return worst
}

/** Each case in which terms carry torque, judged: the limit with the least margin. Terms stand case by case; held is what they hold. */
export function judgeCases(terms: readonly Term[], cases: readonly DutyCase[], held: readonly number[]): StationCase[] {
  const least: number[] = []
  let [at, margin] = [-1, Infinity]
  for (let i = 0; i < terms.length; i++) {
    const { caseIndex, source, share, meets } = memberAt(terms, i)
    const point = memberAt(cases, caseIndex)[source]
    if (share * point.torqueNm <= 0) continue
    const own = numberAt(held, i) / (share * askedOf(point, meets))
    const begun = caseIndex === at
    if (begun && margin <= own) continue
    least[begun ? least.length - 1 : least.length] = i
    at = caseIndex
    margin = own
  }
  return least.map((i) => {
    const term = memberAt(terms, i)
    return judgedTerm(term, memberAt(cases, term.caseIndex), numberAt(held, i))
  })
}

function judgedTerm(term: Term, duty: DutyCase, capacityNm: number): StationCase {
  const { source, share, meets, limit } = term
  const { factor } = meets
  const loadNm = share * duty[source].torqueNm
  const demandNm = share * askedOf(duty[source], meets)
  return { caseId: duty.id, loadNm, source, factor, demandNm, capacityNm, margin: capacityNm / demandNm, limit }
}

/**
 * The limit and case that give way first as the engine's power rises: where inertia takes a part of a torque that is another than the one
 * with the least margin at the power as briefed. `null` if nothing carries torque.
 */
export function decidingCase(terms: readonly Term[], cases: readonly DutyCase[], held: readonly number[]): StationCase | null {
  let [least, best] = [Infinity, -1]
  terms.forEach(({ caseIndex, source, share, meets }, i) => {
    const point = memberAt(cases, caseIndex)[source]
    const power = point.torqueNm > 0 ? breakingRank(heldInCase(numberAt(held, i) / share, meets, point, 1)) : Infinity
    if (power < least) [least, best] = [power, i]
  })
  const term = terms[best]
  return term ? judgedTerm(term, memberAt(cases, term.caseIndex), numberAt(held, best)) : null
}
