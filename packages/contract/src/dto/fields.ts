import { getMetadataStorage, IS_OPTIONAL } from 'class-validator'
import type { NumberRange } from './figure.js'

export type Dto = new () => object

/** What a field of a DTO holds. */
export type FieldType =
  | { readonly type: 'figure'; readonly span: NumberRange }
  | { readonly type: 'choice'; readonly choices: readonly string[]; readonly words: Readonly<Record<string, string>> }
  | { readonly type: 'text'; readonly most: number; readonly nullable?: boolean }
  | { readonly type: 'id'; readonly nullable: boolean }
  | { readonly type: 'ids'; readonly choices?: readonly string[]; readonly words?: Readonly<Record<string, string>> }
  | { readonly type: 'yes-no' }
  | { readonly type: 'shape'; readonly dto: (holder: object | undefined) => Dto }
  | { readonly type: 'shapes'; readonly dto: () => Dto; readonly least?: number; readonly most: number }
  | { readonly type: 'named'; readonly list: boolean }

export interface Field {
  readonly key: string
  readonly label: string
  /** It may be left out. */
  readonly optional: boolean
  /** Its rules do not depend on other fields. */
  readonly alone: boolean
  readonly holds: FieldType
}

const known = new Map<Dto, readonly Field[]>()

/** The fields of a DTO in the order in which they are declared, each as the rule that checks it says it. */
export function fieldsOf(dto: Dto): readonly Field[] {
  const before = known.get(dto)
  if (before) return before
  const rules = getMetadataStorage().getTargetValidationMetadatas(dto, '', false, false)
  const keys = [...new Set(rules.map((rule) => rule.propertyName))]
  const made = keys.map((key): Field => {
    const own = rules.filter((rule) => rule.propertyName === key)
    // Only the decorators in this folder write it.
    const said = own.flatMap((rule) => (rule.context as { field?: Pick<Field, 'label' | 'holds'> } | undefined)?.field ?? [])[0]
    if (!said) throw new Error(`Field "${key}" of ${dto.name} has no rule that says what it holds.`)
    const conditions = own.filter((rule) => rule.type === 'conditionalValidation')
    const alone = conditions.every((rule) => rule.name === IS_OPTIONAL) && !(said.holds.type === 'shape' && said.holds.dto.length > 0)
    return { key, ...said, optional: conditions.length > 0, alone }
  })
  known.set(dto, made)
  return made
}
