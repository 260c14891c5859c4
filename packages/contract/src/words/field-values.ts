import { isRecord, isShape, type UnitName } from '@plucky/core'
import { fieldsOf, type Dto, type Field } from '../dto/fields.js'
import type { NumberRange } from '../dto/figure.js'
import { capital, figure, inUnit } from './format.js'
import { shownUnit, toShown, type ShownUnit } from './shown-units.js'

/** A value that holds no fields of its own: where it stands, in which group, and by which rule. */
export interface Leaf {
  readonly path: string
  readonly group: string
  readonly field: Field
  readonly value: unknown
}

/** All leaves of a value in the order in which its rules declare them; what is left out has none. */
export function leavesOf(value: object, dto: Dto, path = '', group = ''): Leaf[] {
  // The field description says that it is an object.
  const held = value as Readonly<Record<string, unknown>>
  return fieldsOf(dto).flatMap((field): Leaf[] => {
    const inner = held[field.key]
    if (inner === undefined) return []
    const at = path ? `${path}.${field.key}` : field.key
    const { holds } = field
    if (holds.type === 'shape') return isShape(inner) ? leavesOf(inner, holds.dto(value), at, within(group, field.label)) : []
    if (holds.type === 'shapes')
      return listOf(inner).flatMap((each, i) => leavesOf(each, holds.dto(), `${at}.${i}`, within(group, memberName(field, each, i))))
    return [{ path: at, group, field, value: inner }]
  })
}

const listOf = (value: unknown): object[] => (Array.isArray(value) ? value.filter(isShape) : [])
const within = (outer: string, name: string) => (outer && name ? `${outer}: ${name}` : outer || name)

/** The name of one of many: "Clash" of "Clashes", "Weld" of "Welds". */
export const singular = (label: string): string => label.replace(/(?<=sh)es$|s$/, '')

/** How one of a list is called: by its own name, or by its number. */
export function memberName(field: Field, each: object, index: number): string {
  const name = isRecord(each) ? each['name'] : undefined
  return `${singular(field.label)} ${typeof name === 'string' && name ? `“${name}”` : index + 1}`
}

const DIGITS: Partial<Record<ShownUnit, number>> = {
  in: 4,
  mm: 3,
  'mm module': 4,
  'mm pitch': 4,
  DP: 3,
  psi: 1,
  bar: 3,
  MPa: 0,
  'lb-ft': 1,
  'N·m': 1,
  hp: 1,
  kW: 1,
  N: 0,
  lbf: 1,
  rpm: 0,
  deg: 2,
}

/** Digits in the shown unit that tell a figure, up to what is usual for the unit. */
function digitsFor(value: number, unit: UnitName | undefined): number {
  const most = unit ? (DIGITS[shownUnit(unit)] ?? 2) : 4
  const read = unit ? toShown(value, unit) : value
  for (let digits = 0; digits < most; digits++)
    if (Math.abs(Number(read.toFixed(digits)) - read) < 1e-9 * Math.max(1, Math.abs(read))) return digits
  return most
}

/** A value as people read it. */
export function leafWords({ holds }: Field, value: unknown): string {
  if (value === undefined || value === null || value === '') return '—'
  switch (holds.type) {
    case 'figure':
      return typeof value === 'number' ? figureWords(holds.span, value) : String(value)
    case 'choice':
      return holds.words[String(value)] ?? String(value)
    case 'yes-no':
      return value === true ? 'yes' : 'no'
    case 'ids':
      return Array.isArray(value) && value.length > 0 ? value.join(', ') : '—'
    default:
      return typeof value === 'string' ? value : JSON.stringify(value)
  }
}

/** A figure as it is typed and compared, in the shown unit, without the unit. */
export function neededFigure(value: number, unit: UnitName | undefined): string {
  const digits = digitsFor(value, unit)
  return unit ? inUnit(toShown(value, unit), digits, shownUnit(unit)) : figure(value, digits)
}

const figureWords = ({ unit }: NumberRange, value: number) => `${neededFigure(value, unit)}${unit ? ` ${shownUnit(unit)}` : ''}`

/** A field that a path names, and its group. */
type NamedField = Pick<Leaf, 'group' | 'field'>

/** The field that a path of a value names, by the rules of the value. `undefined` if the path leads to a free name or nowhere. */
export function fieldOfPath(value: unknown, dto: Dto, path: string): NamedField | undefined {
  const [key, ...rest] = path.split('.')
  const field = fieldsOf(dto).find((each) => each.key === key)
  if (!field) return undefined
  if (rest.length === 0) return { group: '', field }
  const { holds } = field
  const inner = isRecord(value) ? value[field.key] : undefined
  const grouped = (name: string, found: NamedField | undefined) => found && { ...found, group: within(name, found.group) }
  if (holds.type === 'shape') return grouped(field.label, fieldOfPath(inner, holds.dto(isShape(value) ? value : undefined), rest.join('.')))
  if (holds.type !== 'shapes' || rest.length < 2) return undefined
  const each = listOf(inner)[Number(rest[0])] ?? {}
  return grouped(memberName(field, each, Number(rest[0])), fieldOfPath(each, holds.dto(), rest.slice(1).join('.')))
}

/** What differs between two values of one shape. */
export interface Difference {
  readonly path: string
  readonly name: string
  readonly was: string
  readonly is: string
}

/** Leaves that differ, in their order; what only one of them has stands against a dash. */
export function differences(was: object, is: object, dto: Dto): Difference[] {
  const [before, after] = [leavesOf(was, dto), leavesOf(is, dto)]
  const [then, now] = [new Map(before.map((leaf) => [leaf.path, leaf])), new Map(after.map((leaf) => [leaf.path, leaf]))]
  const both = [...after, ...before.filter((leaf) => !now.has(leaf.path))]
  return both.flatMap((leaf) => {
    const [a, b] = [then.get(leaf.path)?.value, now.get(leaf.path)?.value]
    if (JSON.stringify(a) === JSON.stringify(b)) return []
    return [
      { path: leaf.path, name: capital(within(leaf.group, leaf.field.label)), was: leafWords(leaf.field, a), is: leafWords(leaf.field, b) },
    ]
  })
}
