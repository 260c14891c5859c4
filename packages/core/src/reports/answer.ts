import { judgeSpec, type ContradictoryBrief, type SpecVerdict } from '../judge/spec-verdict.js'
import { stopsOf } from '../judge/stops.js'
import type { Stop } from '../judge/running-fits.js'
import type { SpecInput } from '../model/spec-input.js'
import { lazily } from '../numeric/lazily.js'
import { besideFindings } from './beside-findings.js'
import { type Finding } from './finding.js'
import { findings } from './findings.js'

/** Verdict on a spec, with findings and assembly conflicts. */
export interface Answer extends SpecVerdict {
  readonly findings: readonly Finding[]
  /** Reasons why the parts cannot be assembled. Empty if they can. */
  readonly stops: readonly Stop[]
}

export type SpecResult = Answer | ContradictoryBrief

/** Judges a spec. Findings and stops are made on first access: many specs are tried for their power alone. */
export function specAnswer(input: SpecInput): SpecResult {
  const judged = judgeSpec(input)
  if (judged.outcome !== 'judged') return judged
  const { verdict, line } = judged
  const { cases, stations, held } = verdict
  return lazily(verdict, {
    findings: () => [...findings(input, cases, line), ...besideFindings(stations, held, input.brief)],
    stops: () => stopsOf(input),
  })
}
