import { checkShape, ReadingDto, type JobContent } from '@plucky/contract'
import type { FitEntry, Gauged, Reading, ToolId, UnitName } from '@plucky/core'
import equal from 'fast-deep-equal'
import { change, jobStore } from '../state/job.js'
import { readTyped, type Typed } from '../ui/read-typed.js'

/** An entry that a figure can be taken of: a length that is measured itself, or teeth that are counted. */
export const isMeasured = (entry: FitEntry): boolean => entry.kind === 'spline' || (entry.kind !== 'pattern' && entry.gauged !== null)

/** A figure as tools type it, with a point or a comma for its decimals; lengths never come with thousands parted, so two marks are no figure. */
export function readFigure(text: string, unit: UnitName | undefined): Typed {
  const marks = text.match(/[,.]/g) ?? []
  return marks.length > 1 ? text : readTyped(text.replace(',', '.'), unit)
}

/** An entry of which a figure was taken, not a note alone. */
export const hasFigure = ({ reading }: FitEntry): boolean => reading !== null && (reading.values.length > 0 || reading.count !== undefined)

/** How an entry is measured. */
export const gaugedOf = (entry: FitEntry): Gauged | null =>
  entry.kind === 'spline' ? 'count' : entry.kind === 'pattern' ? null : entry.gauged

/** How many figures make a reading: a round thing is measured at two angles. */
export const figuresOf = (entry: FitEntry): number => ('roundM' in entry && entry.roundM !== null ? 2 : 1)

/** The entry after or before one, among those that are measured. */
export function neighbour(entries: readonly FitEntry[], id: string, by: 1 | -1): string {
  const measured = entries.filter(isMeasured)
  const at = measured.findIndex((entry) => entry.id === id)
  return measured[Math.min(measured.length - 1, Math.max(0, at + by))]?.id ?? id
}

const EMPTY = (toolId: ToolId): Reading => ({ toolId, values: [] })

/** Changes the reading of an entry; one that says nothing is taken out of the book. */
function withReading(job: JobContent, key: string, make: (reading: Reading | undefined) => Reading): JobContent {
  const { [key]: was, ...others } = job.book.readings
  const now = make(was)
  const says = now.values.length > 0 || now.count !== undefined || Boolean(now.note) || (now.photos ?? []).length > 0
  return { ...job, book: { readings: says ? { ...others, [key]: now } : others } }
}

/** What taking a figure came to: refused with the reason, or taken, and whether the reading is whole with it. */
export type Taken = { readonly refused: string } | { readonly whole: boolean }

/** Takes a figure of an entry: in m, or a count. A round thing begins anew once both its angles are there, or with another tool. */
export function takeFigure(entry: FitEntry, toolId: ToolId, figure: number): Taken {
  const of = (was: Reading | undefined): Reading => {
    if (entry.kind === 'spline') return { ...(was ?? EMPTY(toolId)), toolId, count: figure }
    const goesOn = was !== undefined && was.toolId === toolId && was.values.length < figuresOf(entry)
    return { ...(was ?? EMPTY(toolId)), toolId, values: [...(goesOn ? was.values : []), { valueM: figure }] }
  }
  const { content } = jobStore.getState()
  if (!content) return { refused: 'No job is open.' }
  const next = of(content.book.readings[entry.key])
  const checked = checkShape(ReadingDto, next)
  if (!checked.ok) return { refused: checked.problems[0]?.sentence ?? 'This reading can’t be saved.' }
  change((job) => withReading(job, entry.key, of))
  return { whole: entry.kind === 'spline' || next.values.length >= figuresOf(entry) }
}

/** Takes the figures of an entry out again; its note and photographs stay. */
export const clearFigures = (key: string) =>
  change((job) =>
    withReading(job, key, (was) => {
      const { count: _, ...kept } = was ?? EMPTY('calliper')
      void _
      return { ...kept, values: [] }
    }),
  )

/** Stores a note at an entry. Returns the reason if it is refused, else `undefined`. */
export function takeNote(key: string, note: string, toolId: ToolId): string | undefined {
  const checked = checkShape(ReadingDto, { ...EMPTY(toolId), note })
  if (!checked.ok) return checked.problems[0]?.sentence
  change((job) => withReading(job, key, (was) => ({ ...(was ?? EMPTY(toolId)), note })))
  return undefined
}

export const addPhoto = (key: string, photo: string, toolId: ToolId) =>
  change((job) =>
    withReading(job, key, (was) => ({ ...(was ?? EMPTY(toolId)), photos: [...new Set([...(was?.photos ?? []), photo])].slice(0, 8) })),
  )

export const dropPhoto = (key: string, photo: string) =>
  change((job) =>
    withReading(job, key, (was) => ({ ...(was ?? EMPTY('calliper')), photos: (was?.photos ?? []).filter((p) => p !== photo) })),
  )

/** Whether the reading of an entry, as it stands on screen, is what the server has. */
export const isSaved = (acknowledged: JobContent | undefined, key: string, reading: Reading | null): boolean => {
  const kept = acknowledged?.book.readings[key]
  return reading !== null && (kept === reading || equal(kept, reading))
}
