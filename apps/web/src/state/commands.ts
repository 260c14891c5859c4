import {
  checkJob,
  checkShape,
  HouseRulesDto,
  PressureDto,
  toProblem,
  type JobContent,
  type QuoteDraft,
  type Revision,
} from '@plucky/contract'
import { ruleIssues, type Brief, type PlanWishes, type Teardown } from '@plucky/core'
import equal from 'fast-deep-equal'
import { change } from './job.js'
import { shopStore } from './shop.js'
import { proposalFor, type Choice } from './verdicts.js'

/**
 * Commands that change the job on screen. Each is one undo step. A command that rejects its input returns the reason and changes nothing.
 */

type Pressure = JobContent['spec']['pressure']

/** Replaces one field of the job. Does nothing if the value is unchanged. */
function put<K extends keyof JobContent>(key: K, value: JobContent[K]): undefined {
  change((job) => (equal(job[key], value) ? job : { ...job, [key]: value }))
}

/** Applies a choice to the job on screen, together with the parts and operations it requires. */
export function applyChoice(choice: Choice): void {
  change((job) => {
    const proposal = proposalFor(job, choice)
    if (!proposal) return job
    const { fits, works } = proposal.spec
    return equal({ fits, works }, { fits: job.spec.fits, works: job.spec.works }) ? job : { ...job, spec: { ...job.spec, fits, works } }
  })
}

/** Installs a planned build: parts, operations and line pressure. */
export const installPlan = (spec: JobContent['spec']): undefined => put('spec', spec)

/** Sets the line pressure or calibration of the build. Returns the reason if it is invalid. */
export function setPressure(make: (pressure: Pressure) => unknown): string | undefined {
  let reason: string | undefined
  change((job) => {
    const checked = checkShape(PressureDto, make(job.spec.pressure))
    if (!checked.ok) reason = checked.problems[0]?.sentence
    return checked.ok && !equal(checked.value, job.spec.pressure) ? { ...job, spec: { ...job.spec, pressure: checked.value } } : job
  })
  return reason
}

/** Sets the line pressure as received. Returns the reason if it is invalid. */
export function setArrivedPressure(pressure: object): string | undefined {
  const checked = checkShape(PressureDto, pressure)
  if (!checked.ok) return checked.problems[0]?.sentence
  put('arrivedPressure', checked.value)
  return undefined
}

/** Restores a saved revision. Returns the reason if its parts are no longer on the shelf. */
export function restoreRevision(revision: Revision): string | undefined {
  const { units, parts, operations } = shopStore.getState()
  const checked = checkJob(revision.file.job, {
    unit: (id) => units.find((unit) => unit.id === id),
    part: (id) => parts.get(id),
    operation: (id) => operations.get(id),
  })
  if (!checked.ok) return `It can’t be restored: ${checked.problems.map((p) => p.sentence).join(' ')}`
  change(() => checked.value)
  return undefined
}

/** Sets the house rules. Returns the reason if they are invalid or contradict each other. */
export function setRules(rules: unknown): string | undefined {
  const checked = checkShape(HouseRulesDto, rules)
  if (!checked.ok) return checked.problems[0]?.sentence
  const [crossed] = ruleIssues(checked.value)
  if (crossed) return toProblem(crossed).sentence
  put('rules', checked.value)
  return undefined
}

/** Renames the job. An empty name is rejected. */
export function renameJob(name: string): string | undefined {
  if (name === '') return 'A job needs a name.'
  put('name', name)
  return undefined
}

export const setCustomer = (customer: string): undefined => put('customer', customer)
export const setWishes = (wishes: PlanWishes) => put('wishes', wishes)
export const setQuote = (quote: QuoteDraft) => put('quote', quote)
export const setVariant = (variantId: string | null) => put('variantId', variantId)
export const setBrief = (brief: Brief) => put('brief', brief)
export const setTeardown = (teardown: Teardown) => put('teardown', teardown)
