import { certain } from '@plucky/core'
import type { JobContent } from '@plucky/contract'
import { fittedParts, specAnswer, type Answer, type Part, type SpecInput } from '@plucky/core'
import { demoShop } from './index.js'

const { lookup, catalogue } = demoShop()

/** What the core judges a demo job by, with parts swapped at some stations. */
export const specInput = (job: JobContent, swaps: readonly (readonly [station: string, part: Part])[] = []): SpecInput => ({
  unit: certain(lookup.unit(job.unitId)),
  brief: job.brief,
  fitted: new Map([...fittedParts(job.spec, catalogue), ...swaps]),
  pressure: job.spec.pressure,
  rules: job.rules,
})

/** The answer to a spec. Throws if its brief contradicts itself. */
export function answered(input: SpecInput): Answer {
  const answer = specAnswer(input)
  if (answer.outcome !== 'answered') throw new Error(answer.outcome)
  return answer
}
