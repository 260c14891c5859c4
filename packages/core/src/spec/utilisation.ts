import type { RangeSolution } from '../gearing/solve.js'
import type { DutyCase } from './duty.js'
import type { Limit } from './limits.js'
import { loadShare, type LoadShare } from './load.js'

/** One limit in one case, as plain numbers: load × factor per torque of the case, against what it holds. */
export interface Term {
  readonly caseIndex: number
  readonly source: LoadShare['source']
  /** Demand per 1 N·m of the source: share of the gear train × service factor. */
  readonly demandPerTorque: number
  readonly limit: Limit
  readonly drumPerInput: number
}

/** The terms of a station's limits over all cases; what carries nothing is left out. */
export function termsOf(
  limits: readonly Limit[],
  cases: readonly DutyCase[],
  gearing: ReadonlyMap<string, RangeSolution>,
  drumPerInput: (range: RangeSolution) => number,
): Term[] {
  return cases.flatMap((duty, caseIndex) => {
    const range = gearing.get(duty.rangeId)
    if (!range) return []
    const drum = drumPerInput(range)
    return limits.flatMap((limit): Term[] => {
      const { source, share } = loadShare(limit.load, duty.kind, range)
      return share > 0 ? [{ caseIndex, source, demandPerTorque: share * duty.factors[limit.shock], limit, drumPerInput: drum }] : []
    })
  })
}

/**
 * The greatest demand over capacity among terms, 1 / worst margin, with every torque of the cases multiplied by a scale: the fast path
 * of the search for power held. The cases must stand in the order in which the terms were made.
 */
export function utilisation(terms: readonly Term[], cases: readonly DutyCase[], scale = 1): number {
  let worst = 0
  for (const term of terms) {
    const duty = cases[term.caseIndex] as DutyCase
    const demand = scale * duty[term.source].torqueNm * term.demandPerTorque
    const { limit } = term
    const held =
      limit.fixedNm ??
      limit.torqueNm({
        linePressurePa: duty.linePressurePa,
        drumSpeedRadPerS: term.drumPerInput * duty.turbine.speedRadPerS,
        rangeId: duty.rangeId,
      })
    const used = demand / held
    if (used > worst) worst = used
  }
  return worst
}
