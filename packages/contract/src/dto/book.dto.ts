import { isRecord, type Book, type Reading } from '@plucky/core'
import type { Problem } from '../words/error-messages.js'
import { checkShape } from './check.js'
import { Named } from './decorators.js'
import { ReadingDto } from './fitup.dto.js'

/** Readings by what was measured. */
export class BookDto implements Book {
  /** The readings themselves are checked by `bookProblems`. */
  @Named('Readings') readings!: Record<string, Reading>
}

const NAME = /^[^.]{1,600}$/

/** Maximum number of photos per job. */
export const MOST_PHOTOS = 80

/** Problems of each book that was checked. A book that is saved again unchanged is the same object. */
const checkedBooks = new WeakMap<Book, readonly Problem[]>()

/** Checks every measurement, its name, and the number of photos. */
export function bookProblems(book: Book): readonly Problem[] {
  const problems = checkedBooks.get(book) ?? [
    ...Object.entries(book.readings).flatMap(([name, reading]) => readingProblems(name, reading)),
    ...photoProblems(book.readings),
  ]
  checkedBooks.set(book, problems)
  return problems
}

function readingProblems(name: string, reading: unknown): readonly Problem[] {
  const path = `book.readings.${name}`
  if (!NAME.test(name)) return [{ code: 'reading-name', path, sentence: 'A reading name must have 1 to 600 characters and no period.' }]
  const checked = checkShape(ReadingDto, reading)
  return checked.ok ? [] : checked.problems.map((p) => ({ ...p, path: p.path ? `${path}.${p.path}` : path }))
}

/** Number of photos in an unchecked measurement. */
function photosIn(reading: unknown): number {
  const photos = isRecord(reading) ? reading['photos'] : undefined
  return Array.isArray(photos) ? photos.length : 0
}

function photoProblems(readings: Book['readings']): Problem[] {
  const count = Object.values(readings).reduce<number>((sum, reading) => sum + photosIn(reading), 0)
  return count <= MOST_PHOTOS
    ? []
    : [
        {
          code: 'too-many-photos',
          path: 'book.readings',
          sentence: `A job can have up to ${MOST_PHOTOS} photos (got ${count}). Remove some first.`,
        },
      ]
}
