import { IsOptional } from 'class-validator'
import { Label, Note, OneOf, Slug, YesNo } from './decorators.js'
import { Figure } from './figure.js'
import { OUTCOMES, type HeadlineOutcome } from '../files/headline.js'
import { UNIT_SYSTEMS, type UnitSystem } from '../words/shown-units.js'
import { JOB_SORTS, JOB_STATES, SORT_DIRECTIONS, type JobSort, type JobState } from '../files/job-list.js'

/** What a list of jobs is asked for. */
export class ListJobsDto {
  @IsOptional() @Note('Search', 100) search?: string
  @IsOptional() @OneOf('State', JOB_STATES) state?: JobState
  @IsOptional() @OneOf('Outcome', OUTCOMES) outcome?: HeadlineOutcome
  @IsOptional() @Slug('Transmission') unit?: string
  @IsOptional() @OneOf('Sort', JOB_SORTS) sort?: JobSort
  @IsOptional() @OneOf('Direction', SORT_DIRECTIONS) direction?: 'asc' | 'desc'
  /** System in which the headlines are worded. */
  @IsOptional() @OneOf('Units', UNIT_SYSTEMS) units?: UnitSystem
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
