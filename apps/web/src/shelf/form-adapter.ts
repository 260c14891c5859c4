import type { Field } from '@plucky/contract'
import type { ReactNode } from 'react'

/** What a form needs of the item that it shows. */
export interface FormAdapter {
  readonly prefix: string
  problemAt(path: string): string | undefined
  set(path: string, value: unknown): void
  /** Options of a field, by value. `undefined` for a free text or number field. */
  optionsOf(field: Field): readonly (readonly [value: string, words: string])[] | undefined
  /** A field that the form as a whole shows in its own way, or not at all. */
  own(field: Field, path: string): ReactNode | undefined
}
