import { misfits } from '../fitting/misfit.js'
import { fittedParts } from '../fitting/spec.js'
import { breakingRank } from '../judge/power-held.js'
import { judgeSpec, type SpecVerdict } from '../judge/spec-verdict.js'
import { stopsOf } from '../judge/stops.js'
import type { SpecInput } from '../model/spec-input.js'
import { findings } from '../reports/findings.js'
import type { PlanInput, PlannedSpec } from './input.js'
import { isBlocking } from './referee.js'

/** A build with its verdict at margin 1. */
export interface JudgedBuild {
  readonly spec: PlannedSpec
  readonly input: SpecInput
  readonly verdict: SpecVerdict
  readonly heldW: number
  readonly sound: boolean
}

/** Judges a build with the brief and rules of a plan. `undefined` if the brief contradicts itself. */
export function judgedBuild(planned: PlanInput, spec: PlannedSpec): JudgedBuild | undefined {
  const { unit, brief, rules, catalogue, book, variantId } = planned
  const fitted = fittedParts(spec, catalogue, book)
  const input: SpecInput = { unit, brief, rules, fitted, pressure: spec.pressure, ...(book ? { book } : {}) }
  const judged = judgeSpec(input)
  if (judged.outcome !== 'judged') return undefined
  const { verdict, line } = judged
  const complete = verdict.stations.every(({ missing }) => missing.length === 0)
  const sound =
    complete &&
    misfits(unit, fitted, variantId).length === 0 &&
    stopsOf(input).length === 0 &&
    !findings(input, verdict.cases, line).some(isBlocking)
  return { spec, input, verdict, heldW: complete ? breakingRank(verdict.held) : 0, sound }
}
