import {
  fittedParts,
  misfits,
  specAnswer,
  specCost,
  type Catalogue,
  type Cost,
  type Incompatibility,
  type Part,
  type SpecResult,
  type SpecInput,
  type Unit,
} from '@plucky/core'
import type { JobContent } from '../dto/job.dto.js'
import { verdictSentence } from '../words/verdict.js'
import type { JobFile } from './job-file.js'

/** A job with all that the core says of it. */
export interface EvaluatedJob {
  readonly file: JobFile
  readonly catalogue: Catalogue
  /** The parts as fitted, each after the operations done to it. */
  readonly fitted: ReadonlyMap<string, Part>
  readonly answer: SpecResult
  readonly sentence: string
  readonly misfits: readonly Incompatibility[]
  readonly cost: Cost
}

/** What a file brings, to look things up in. */
export const catalogueOf = ({ parts, operations, kits }: Pick<JobFile, 'parts' | 'operations' | 'kits'>): Catalogue => ({
  parts: new Map(parts.map((part) => [part.id, part])),
  operations: new Map(operations.map((operation) => [operation.id, operation])),
  kits: new Map(kits.map((kit) => [kit.id, kit])),
})

/** All that the core judges a job by. */
export const inputOf = (job: JobContent, unit: Unit, fitted: ReadonlyMap<string, Part>): SpecInput => ({
  unit,
  brief: job.brief,
  fitted,
  pressure: job.spec.pressure,
  rules: job.rules,
  book: job.book,
})

/** Judges a job by what its file holds, and by nothing else. */
export function evaluateJob(file: JobFile): EvaluatedJob {
  const { job, unit } = file
  const catalogue = catalogueOf(file)
  const fitted = fittedParts(job.spec, catalogue, job.book)
  const answer = specAnswer(inputOf(job, unit, fitted))
  return {
    file,
    catalogue,
    fitted,
    answer,
    sentence: verdictSentence(answer, unit, job.brief),
    misfits: misfits(unit, fitted, job.variantId),
    cost: specCost(job.spec, job.arrived, catalogue, job.rules.hourRate),
  }
}
