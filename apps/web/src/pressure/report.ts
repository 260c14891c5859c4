import type { JobContent } from '@plucky/contract'
import { oncePer, pressureReport, type Answer, type PressureReport, type SpecInput } from '@plucky/core'
import { answerFor, specInputOf } from '../state/verdicts.js'

/** Line pressure report of a job, kept per answer. `null` without an answer. */
export function reportFor(content: JobContent): PressureReport | null {
  const [input, answer] = [specInputOf(content), answerFor(content)]
  return input && answer?.outcome === 'answered' ? reportOf(answer, () => input) : null
}

const reportOf = oncePer<Answer, [input: () => SpecInput], PressureReport | null>(
  (answer, input) => pressureReport(input(), answer),
  () => true,
)
