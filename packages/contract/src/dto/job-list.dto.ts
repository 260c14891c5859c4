import type { Teardown } from '@plucky/core'
import { IsOptional } from 'class-validator'
import { Label, Note, OneOf, Slug, YesNo } from './decorators.js'
import { Figure } from './figure.js'
import { OUTCOMES, type Headline, type HeadlineOutcome } from '../files/headline.js'

export const JOB_STATES = ['open', 'archived', 'deleted'] as const
export type JobState = (typeof JOB_STATES)[number]

export const JOB_SORTS = ['touched', 'number', 'name', 'customer', 'transmission', 'held'] as const
export type JobSort = (typeof JOB_SORTS)[number]

export const SORT_DIRECTIONS = ['asc', 'desc'] as const

/** What a list of jobs is asked for. */
export class ListJobsDto {
  @IsOptional() @Note('Search', 100) search?: string
  @IsOptional() @OneOf('State', JOB_STATES) state?: JobState
  @IsOptional() @OneOf('Outcome', OUTCOMES) outcome?: HeadlineOutcome
  @IsOptional() @Slug('Transmission') unit?: string
  @IsOptional() @OneOf('Sort', JOB_SORTS) sort?: JobSort
  @IsOptional() @OneOf('Direction', SORT_DIRECTIONS) direction?: 'asc' | 'desc'
  /** Cursor `next` of the previous page. */
  @IsOptional() @Note('Cursor', 400) after?: string
  @IsOptional() @Figure({ label: 'Limit', from: 1, to: 200, whole: true }) limit?: number
}

/** Fields of a job that can be changed from the list. */
export class PatchJobDto {
  @IsOptional() @Label('Job name', 60) name?: string
  @IsOptional() @Note('Customer', 80) customer?: string
  @IsOptional() @YesNo('Archived') archived?: boolean
}

/** A job as a list shows it. */
export interface JobSummary extends Pick<Headline, 'heldW' | 'targetW'> {
  readonly number: number
  readonly name: string
  readonly customer: string
  readonly unitId: string
  readonly unitName: string
  readonly savedAt: string
  readonly state: JobState
  /** Null until it is judged. */
  readonly outcome: HeadlineOutcome | null
  readonly sentence: string
}

/** One page of the list. */
export interface JobListPage {
  readonly jobs: readonly JobSummary[]
  /** Where the next page begins; null on the last one. */
  readonly next: string | null
  /** How many jobs match in all. */
  readonly total: number
}

/** Confirmed findings of the transmission of a job. */
export interface JobFinding {
  readonly number: number
  readonly unitId: string
  readonly teardown: Teardown
}

/** The job that was worked on last, for the front page. */
export interface LastJob extends JobSummary {
  readonly headline: Headline | null
}
