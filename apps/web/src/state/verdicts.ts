import { inputOf, jobFileOf, evaluateJob, type JobContent, type JobFile, type EvaluatedJob } from '@plucky/contract'
import {
  fittedParts,
  misfits,
  propose,
  specAnswer,
  specCost,
  withPart,
  withWorks,
  deriveMargin,
  derivePowerHeld,
  type Cost,
  type Fits,
  type Kit,
  type Incompatibility,
  type Proposal,
  type SpecResult,
  type SpecInput,
  type Derivation,
} from '@plucky/core'
import { shopStore } from './shop.js'

/** What is known of one state of a job, by spec. */
interface Known {
  readonly answers: Map<string, SpecResult>
  readonly proposals: Map<string, Proposal>
}

let cache = new WeakMap<JobContent, Known>()
shopStore.subscribe((shop, before) => {
  if (shop.parts !== before.parts || shop.units !== before.units || shop.operations !== before.operations || shop.kits !== before.kits)
    cache = new WeakMap()
})

function knownOf(content: JobContent): Known {
  const known = cache.get(content) ?? { answers: new Map(), proposals: new Map() }
  cache.set(content, known)
  return known
}

function remembered<T>(known: Map<string, T>, spec: Fits, make: () => T): T {
  const key = JSON.stringify([spec.fits, spec.works])
  const before = known.get(key)
  if (before !== undefined) return before
  const made = make()
  known.set(key, made)
  return made
}

/** Input for rating a job. `undefined` if its transmission is not on the shelf. */
export function specInputOf(content: JobContent, spec: Fits = content.spec): SpecInput | undefined {
  const { units, parts, operations } = shopStore.getState()
  const unit = units.find((u) => u.id === content.unitId)
  return unit && inputOf(content, unit, fittedParts(spec, { parts, operations }, content.book))
}

/** What the core says of a job, or of the job with other things fitted; each state is judged once. */
export function answerFor(content: JobContent, spec: Fits = content.spec): SpecResult | undefined {
  const input = specInputOf(content, spec)
  return input && remembered(knownOf(content).answers, spec, () => specAnswer(input))
}

/** The job with a part at a station, and nothing else changed. */
export const answerWith = (content: JobContent, stationId: string, partId: string) =>
  answerFor(content, withPart<Fits>(content.spec, stationId, partId))

/** A choice with all that it drags along: a part at a station or none, operations there, or a kit. */
export type Choice =
  | { readonly station: string; readonly part: string | null }
  | { readonly station: string; readonly works: readonly string[] }
  | { readonly kit: Kit }

function chosenSpec(content: JobContent, choice: Choice): Fits {
  if ('kit' in choice) return Object.entries(choice.kit.parts).reduce<Fits>((spec, [s, id]) => withPart(spec, s, id), content.spec)
  return 'part' in choice
    ? withPart<Fits>(content.spec, choice.station, choice.part)
    : withWorks<Fits>(content.spec, choice.station, choice.works)
}

/** What a choice would make of the job. */
export function proposalFor(content: JobContent, choice: Choice): Proposal | undefined {
  const input = specInputOf(content)
  if (!input) return undefined
  const chosen = chosenSpec(content, choice)
  const worth = (spec: Fits) => {
    const answer = answerFor(content, spec)
    return answer?.outcome === 'answered' && answer.held.outcome === 'held' ? answer.held.powerW : 0
  }
  const { arrived, variantId, rules } = content
  const context = { unit: input.unit, variantId, catalogue: shopStore.getState(), arrived, hourRate: rules.hourRate, worth }
  return remembered(knownOf(content).proposals, chosen, () => propose(context, content.spec, chosen))
}

/** A job file made from the current shelf. `undefined` if the transmission of the job is not on the shelf. */
export function fileOf(content: JobContent): JobFile | undefined {
  const { units, parts, operations, kits } = shopStore.getState()
  const unit = units.find((u) => u.id === content.unitId)
  if (!unit) return undefined
  return jobFileOf(content, { unit: () => unit, part: (id) => parts.get(id), operation: (id) => operations.get(id) }, kits.values())
}

/** A job judged whole, for a sheet or a comparison. */
export function judgedNow(content: JobContent): EvaluatedJob | undefined {
  const file = fileOf(content)
  return file && evaluateJob(file)
}

/** What does not go together in a job. */
export function misfitsOf(content: JobContent): Incompatibility[] {
  const input = specInputOf(content)
  return input ? misfits(input.unit, input.fitted, content.variantId) : []
}

/** The working of a station's power held, or of its margin in a case. */
export function workingFor(content: JobContent, stationId: string, caseId: string | null): Derivation | undefined {
  const [input, answer] = [specInputOf(content), answerFor(content)]
  if (!input || answer?.outcome !== 'answered') return undefined
  return caseId === null ? derivePowerHeld(input, answer, stationId) : deriveMargin(input, answer, stationId, caseId)
}

/** What a job costs over what came in, kits where they pay. */
export const costOf = (content: JobContent, spec: Fits = content.spec): Cost =>
  specCost(spec, content.arrived, shopStore.getState(), content.rules.hourRate)

/** Stations where something differs from what came in or is worked. */
export const changedStations = ({ spec, arrived }: JobContent): string[] =>
  Object.keys(spec.fits).filter((id) => spec.fits[id] !== arrived[id] || (spec.works[id] ?? []).length > 0)
