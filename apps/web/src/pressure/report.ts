import type { JobContent } from '@plucky/contract'
import { pressureReport, type PressureReport } from '@plucky/core'
import { answerFor, specInputOf } from '../state/verdicts.js'

const known = new WeakMap<JobContent, PressureReport | null>()

/** Line pressure report of a job, computed once per job state. `null` without an answer. */
export function reportFor(content: JobContent): PressureReport | null {
  const before = known.get(content)
  if (before !== undefined) return before
  const [input, answer] = [specInputOf(content), answerFor(content)]
  const made = input && answer?.outcome === 'answered' ? pressureReport(input, answer) : null
  known.set(content, made)
  return made
}
