import { isLived, isShape, markIssues, type LivedState, type Mark, type MarkValue, type Marks, type Unit } from '@plucky/core'
import { toProblem, type Problem } from '../words/error-messages.js'
import { checkShape, type Checked } from './check.js'
import type { BookDocument } from '../book/document.js'
import { Label, Named, Slug } from './decorators.js'
import { Figure } from './figure.js'

/** One change of a field of a build book, and the state of the field that was seen. */
export interface MarkChange {
  /** Null clears the field. */
  readonly value: MarkValue | null
  /** Number of changes of the field when it was seen; 0 for a field that was empty. */
  readonly rev: number
}

/** Most changes in one request. */
const MOST_CHANGES = 400

/** Changes of a build book. Each field is saved by itself. */
export class SaveMarksDto {
  /** Changes by field. Checked by `checkMarks`. */
  @Named('Changes') changes!: Record<string, MarkChange>
  @Label('Name of the person', 60) by!: string
  /** Window that makes the changes: a repeated change of the same window is not a conflict. */
  @Slug('Window') window!: string
}

/** A build book that was signed, in words. Never changed. */
export interface SignedBook {
  readonly number: number
  readonly by: string
  readonly at: string
  readonly document: BookDocument
}

/** A part of a job after use: its condition, the torque demand that it has seen and its torque capacity. */
export interface LivedRecord {
  readonly jobNumber: number
  readonly jobName: string
  readonly unitId: string
  readonly stationId: string
  readonly partId: string | null
  readonly state: LivedState
  readonly demandNm: number | null
  readonly capacityNm: number | null
}

/** The build book of a job. */
export interface BuildBook {
  /** Number of the book that is being filled in, or that was signed last. */
  readonly number: number
  /** True if the book is signed. It cannot be changed; a new one can be opened. */
  readonly isSigned: boolean
  readonly marks: Marks
}

/** A signature under the book as it was seen: number of changes of all its fields. */
export class SignBookDto {
  @Label('Name of the person', 60) by!: string
  @Figure({ label: 'Number of changes seen', from: 0, to: 1e9, whole: true }) changes!: number
}

/** Opens a new book after a signed one. */
export class OpenBookDto {
  @Label('Name of the person', 60) by!: string
}

/** Number of changes of all fields that a signature covers. */
export const changeCount = (marks: Marks): number =>
  Object.entries(marks).reduce((sum, [name, { rev }]) => sum + (isLived(name) ? 0 : rev), 0)

/** A build book after a save: fields that somebody else had changed meanwhile were not saved. */
export interface SavedMarks extends BuildBook {
  readonly conflicts: Readonly<Record<string, Mark>>
}

/** Checks changes of a build book against the transmission of the job. */
export function checkMarks(unit: Unit, plain: unknown): Checked<SaveMarksDto> {
  const shape = checkShape(SaveMarksDto, plain)
  if (!shape.ok) return shape
  const changes = Object.entries<unknown>(shape.value.changes)
  const problems: Problem[] = changes.slice(0, MOST_CHANGES).flatMap(([name, change]) => changeProblems(unit, name, change))
  if (changes.length > MOST_CHANGES)
    problems.push({ code: 'too-many-changes', path: 'changes', sentence: `Save up to ${MOST_CHANGES} changes at once.` })
  return problems.length === 0 ? { ok: true, value: shape.value } : { ok: false, problems }
}

function changeProblems(unit: Unit, name: string, change: unknown): Problem[] {
  const at = (problem: Problem): Problem => ({ ...problem, path: `changes.${name}` })
  const { value, rev } = isShape(change) ? change : {}
  if (!Number.isSafeInteger(rev) || Number(rev) < 0 || value === undefined)
    return [at({ code: 'change-expected', path: name, sentence: 'A change needs a value and the number of changes that was seen.' })]
  return markIssues(unit, name, value).map(toProblem).map(at)
}
