import {
  fitIssues,
  planForBudget,
  planForPower,
  planFrontier,
  type Catalogue,
  type PlanAnswer,
  type PlanInput,
  type PlanPoint,
  type PlanWishes,
  type Unit,
} from '@plucky/core'
import type { JobContent } from '../dto/job.dto.js'
import { problem, toProblem, type Problem } from '../words/error-messages.js'
import { planReasonSentence } from '../words/plan.js'
import { evaluateJob, inputOf } from './evaluate-job.js'
import { encodeQuantities } from './quantities.js'
import { jobFileOf, type FiledItems, type JobFile } from './job-file.js'

/** Input of a plan for a job. */
export const planInputOf = (job: JobContent, unit: JobFile['unit'], catalogue: Catalogue, wishes: PlanWishes): PlanInput => ({
  ...inputOf(job, unit, new Map()),
  variantId: job.variantId,
  catalogue,
  arrived: job.arrived,
  present: job.spec,
  book: job.book,
  wishes,
})

/** Problems of pinned parts: unknown station, unknown part, or a part that does not fit the station. Paths begin with "keep". */
export function wishProblems(unit: Unit, { parts }: Pick<Catalogue, 'parts'>, { keep = {} }: PlanWishes): Problem[] {
  return Object.entries(keep).flatMap(([stationId, partId]) => {
    const path = `keep.${stationId}`
    if (!unit.stations.some(({ id }) => id === stationId))
      return [problem('station-unknown', path, { station: stationId, unit: unit.name })]
    const part = parts.get(partId ?? '')
    if (partId === null) return []
    return part ? fitIssues(unit, stationId, part, path).map(toProblem) : [problem('part-unknown', path, { part: partId })]
  })
}

/** Request: cheapest build for a power, most power for a budget, or the frontier. */
export type PlanQuestion = { readonly powerW: number } | { readonly budget: number } | 'frontier'

/** Merges shelves into one catalog. If two items have the same id, the later one is used. */
export const catalogueFrom = (...shelves: readonly FiledItems[]): Catalogue => ({
  parts: new Map(shelves.flatMap(({ parts }) => parts.map((part) => [part.id, part] as const))),
  operations: new Map(shelves.flatMap(({ operations }) => operations.map((operation) => [operation.id, operation] as const))),
  kits: new Map(shelves.flatMap(({ kits }) => kits.map((kit) => [kit.id, kit] as const))),
})

/** Plan for a job as plain JSON in SI: builds with cost, power and proof, or reasons with sentences. */
export function planOfJob(file: JobFile, catalogue: Catalogue, wishes: PlanWishes, question: PlanQuestion): object {
  const { job, unit } = file
  const input = planInputOf(job, unit, catalogue, wishes)
  const head = { job: job.name, unit: unit.id, margins: wishes.margin ?? job.rules.houseMargin }
  if (question === 'frontier') {
    const answer = planFrontier(input)
    if (answer.outcome !== 'planned') return { ...head, ...withoutPlan(answer, input) }
    return {
      ...head,
      outcome: answer.outcome,
      proof: proofWords(answer.proof),
      points: answer.points.map((point) => plainPoint(file, catalogue, point)),
    }
  }
  const answer = 'powerW' in question ? planForPower(input, question.powerW) : planForBudget(input, question.budget)
  if (answer.outcome !== 'planned') return { ...head, asked: question, ...withoutPlan(answer, input) }
  return {
    ...head,
    asked: question,
    outcome: answer.outcome,
    ...plainPoint(file, catalogue, answer.point),
    proof: proofWords(answer.proof),
  }
}

function withoutPlan(answer: Exclude<PlanAnswer, { outcome: 'planned' }>, { unit, catalogue }: PlanInput): object {
  if (answer.outcome === 'brief-contradicts-itself') return answer
  return {
    outcome: answer.outcome,
    reasons: answer.reasons.map((reason) => ({ ...reason, sentence: planReasonSentence(reason, unit, catalogue) })),
  }
}

const proofWords = <P extends { readonly optimal: boolean }>(proof: P) => ({ known: proof.optimal ? 'optimal' : 'best-found', ...proof })

/** A planned build with its cost and its verdict. */
function plainPoint({ job, unit }: JobFile, catalogue: Catalogue, { spec, cost, money, powerW, thrownAway }: PlanPoint): object {
  const lookup = {
    unit: () => unit,
    part: (id: string) => catalogue.parts.get(id),
    operation: (id: string) => catalogue.operations.get(id),
  }
  const { answer, sentence } = evaluateJob(jobFileOf({ ...job, spec }, lookup, catalogue.kits.values()))
  return {
    powerW,
    held: answer.outcome === 'answered' ? answer.held : null,
    goesFirst: answer.outcome === 'answered' ? (answer.breakingOrder[0] ?? null) : null,
    sentence,
    cost: {
      price: cost.price,
      hours: cost.hours,
      money,
      lines: cost.lines.map(({ what, item, stationIds, price, hours }) => ({
        what,
        id: item.id,
        name: item.name,
        stations: stationIds,
        price,
        hours,
      })),
    },
    thrownAway: { items: thrownAway.items.map(({ id }) => id), price: thrownAway.price },
    /** In the form of a job file. */
    spec: encodeQuantities(spec),
  }
}
