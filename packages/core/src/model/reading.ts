import { RESOLUTION_M, type ToolId } from './tool.js'

/** Measurement of one dimension: values at one or several angles or places, a note, and photo ids. */
export interface Reading {
  readonly toolId: ToolId
  /** Empty where there is only a count or a note. */
  readonly values: readonly { readonly valueM: number }[]
  /** Accuracy of the tool, if not the usual. */
  readonly resolutionM?: number
  /** Number of teeth, if counted. */
  readonly count?: number
  readonly note?: string
  readonly photos?: readonly string[]
}

/** The measurements of a job by what was measured. */
export interface Book {
  readonly readings: Readonly<Record<string, Reading>>
}

export const EMPTY_BOOK: Book = { readings: {} }

/** Between what a measured thing lies, and what the tool leaves open on either side. */
export interface MeasuredInterval {
  readonly lowM: number
  readonly highM: number
  readonly openM: number
}

/** Resolution of a reading, m: as recorded, or the default of the tool. */
export const resolutionOf = ({ toolId, resolutionM }: Reading): number => resolutionM ?? RESOLUTION_M[toolId]

/** Interval of a reading. `undefined` if no value was taken. */
export function spanOf(reading: Reading | undefined): MeasuredInterval | undefined {
  if (!reading || reading.values.length === 0) return undefined
  const values = reading.values.map(({ valueM }) => valueM)
  return { lowM: Math.min(...values), highM: Math.max(...values), openM: resolutionOf(reading) }
}

/** The middle of a span. */
export const middleOf = ({ lowM, highM }: MeasuredInterval): number => (lowM + highM) / 2
