import type { Field } from '@plucky/contract'
import type { ReactNode } from 'react'

/** What a form needs of the item that it shows. */
export interface FormAdapter {
  readonly prefix: string
  problemAt(path: string): string | undefined
  set(path: string, value: unknown): void
  /** Options of a field, by value. `undefined` for a free text or number field. */
  optionsOf(field: Field): readonly (readonly [value: string, words: string])[] | undefined
  /** Custom control of a field. Undefined for the standard one. */
  own(field: Field, path: string): ReactNode | undefined
}
