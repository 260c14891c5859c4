import type { Teardown } from '@plucky/core'
import type { Headline, HeadlineOutcome } from './headline.js'

export const JOB_STATES = ['open', 'archived', 'deleted'] as const
export type JobState = (typeof JOB_STATES)[number]

export const JOB_SORTS = ['touched', 'number', 'name', 'customer', 'transmission', 'held'] as const
export type JobSort = (typeof JOB_SORTS)[number]

export const SORT_DIRECTIONS = ['asc', 'desc'] as const

/** A job as a list shows it. */
export interface JobSummary extends Pick<Headline, 'heldW' | 'targetW'> {
  readonly number: number
  readonly name: string
  readonly customer: string
  readonly unitId: string
  readonly unitName: string
  readonly savedAt: string
  readonly state: JobState
  /** Null until it is rated for the first time. */
  readonly outcome: HeadlineOutcome | null
  /** False while the result is that before the latest change. */
  readonly rated: boolean
  readonly sentence: string
}

/** One page of the list. */
export interface JobListPage {
  readonly jobs: readonly JobSummary[]
  /** Where the next page begins; null on the last one. */
  readonly next: string | null
  /** Number of jobs that match. More than `MOST_COUNTED` are not counted: then it is one more than that. */
  readonly total: number
}

/** Jobs of a list that are counted. */
export const MOST_COUNTED = 1000

/** Number of jobs in a list, in words. */
export const countOfJobs = (total: number): string => (total > MOST_COUNTED ? `more than ${MOST_COUNTED}` : String(total))

/** Confirmed findings of the transmission of a job. */
export interface JobFinding {
  readonly number: number
  readonly unitId: string
  readonly teardown: Teardown
}

/** Result of a job with an item of the shelf, now and before a change of the item. Absent figures are not known. */
export interface UsingJob {
  readonly number: number
  readonly name: string
  readonly outcome: HeadlineOutcome | null
  readonly heldW: number | null
  /** Before the change. Absent if the job did not use the item then, or the item was never changed. */
  readonly before?: { readonly outcome: HeadlineOutcome | null; readonly heldW: number | null }
  /** True if the job itself was saved since. */
  readonly savedSince: boolean
}

/** Jobs that use an item of the shelf: those that lost most power by its latest change first. */
export interface JobsUsing {
  readonly jobs: readonly UsingJob[]
  readonly total: number
  /** Time of the latest change of the item that a verdict depends on. */
  readonly changedAt: string | null
}

/** The job that was worked on last, for the front page. */
export interface LastJob extends JobSummary {
  readonly headline: Headline | null
}

/** Numbers of items of the made-up shop that a shop does not have. */
export interface DemoNews {
  readonly units: number
  readonly parts: number
  readonly operations: number
  readonly kits: number
  readonly jobs: number
}

/** A job that holds less than before an edit. `savedSince` is false: other jobs are not compared. */
export type LessJob = Required<UsingJob>

/** An edit that changed the results of jobs, and how far its jobs are rated again. Jobs that were saved since are not compared. */
export interface ShopEdit {
  readonly kind: 'parts' | 'operations' | 'units' | 'program'
  readonly id: string
  /** Name of the item. Empty for a new version of the program. */
  readonly name: string
  readonly changedAt: string
  readonly jobs: number
  readonly rated: number
  /** Jobs that hold less than before. */
  readonly less: number
  /** Jobs that held their target before and do not now. */
  readonly short: number
  /** Those that lost most. */
  readonly worst: readonly LessJob[]
}
