import type { Book } from '@plucky/core'
import type { Problem } from '../words/faults.js'
import { checkShape } from './check.js'
import { Named } from './decorators.js'
import { ReadingDto } from './fitup.dto.js'

/** Readings by what was measured. */
export class BookDto {
  @Named('Readings') readings!: Record<string, object>
}

const NAME = /^[^.]{1,600}$/

/** Every reading by its own rules; a name that a path could not hold is refused. */
export const bookProblems = ({ readings }: Book): Problem[] =>
  Object.entries(readings).flatMap(([name, reading]): Problem[] => {
    const path = `book.readings.${name}`
    if (!NAME.test(name)) return [{ code: 'reading-name', path, sentence: 'A reading name must have 1 to 600 characters and no period.' }]
    const checked = checkShape(ReadingDto, reading)
    return checked.ok ? [] : checked.problems.map((p) => ({ ...p, path: p.path ? `${path}.${p.path}` : path }))
  })
