import { isRecord, isShape, memberAt } from '@plucky/core'
import type { Problem } from '../words/error-messages.js'
import { fieldsOf, type Dto } from './fields.js'

/** Maximum number of problems listed by one check. */
const MOST_PROBLEMS = 100

/** Limits of unchecked data. */
export interface Bounds {
  readonly depth: number
  /** Total number of values: numbers, texts, lists and objects. */
  readonly values: number
  readonly keys: number
  readonly items: number
}

export const BOUNDS: Bounds = { depth: 40, values: 1_000_000, keys: 2000, items: 20_000 }

/** Names inherited by every object. Unsafe as keys and ids. */
const INHERITED: ReadonlySet<string> = new Set(Object.getOwnPropertyNames(Object.prototype))
export const isInherited = (name: string): boolean => INHERITED.has(name)

/** True if PostgreSQL can store the text: no NUL and no lone surrogate. */
// eslint-disable-next-line no-control-regex
export const isStorable = (text: string): boolean => !/\u0000|\p{Surrogate}/u.test(text)

interface Visit {
  readonly value: unknown
  readonly key: string
  readonly depth: number
  readonly under: Visit | undefined
}

function pathOf(visit: Visit): string {
  const keys: string[] = []
  for (let at: Visit | undefined = visit; at?.under; at = at.under) keys.unshift(shortened(at.key))
  return keys.slice(0, 12).join('.')
}

const shortened = (key: string) => (isStorable(key) ? key.slice(0, 60) : '?')

/**
 * Checks unchecked data for depth, size, inherited keys and text that cannot be stored. Linear time, no recursion.
 */
export function plainProblems(plain: unknown, bounds: Bounds = BOUNDS): Problem[] {
  const problems: Problem[] = []
  const found = (visit: Visit, code: string, sentence: string) => problems.push({ code, path: pathOf(visit), sentence })
  const waiting: Visit[] = [{ value: plain, key: '', depth: 0, under: undefined }]
  let count = 0
  for (let visit = waiting.pop(); visit && problems.length < MOST_PROBLEMS; visit = waiting.pop()) {
    const { value, depth } = visit
    if (++count > bounds.values)
      return [{ code: 'too-many-values', path: '', sentence: `At most ${bounds.values} values can be sent at once.` }]
    if (typeof value === 'string' && !isStorable(value))
      found(visit, 'text-unreadable', 'This text has a character that cannot be stored (NUL, or half of a character pair).')
    if (typeof value !== 'object' || value === null) continue
    const keys = Object.keys(value)
    const most = Array.isArray(value) ? bounds.items : bounds.keys
    if (depth >= bounds.depth) found(visit, 'too-deep', `Nested too deeply; at most ${bounds.depth} levels are allowed.`)
    else if (keys.length > most) found(visit, 'too-many', `Too many entries (${keys.length}); at most ${most} are allowed here.`)
    else
      for (let i = keys.length - 1; i >= 0; i--) {
        const key = memberAt(keys, i)
        const inner: Visit = { value: (value as Record<string, unknown>)[key], key, depth: depth + 1, under: visit }
        if (isInherited(key)) found(inner, 'field-unknown', `Unknown field "${key}".`)
        else if (!isStorable(key))
          found(inner, 'text-unreadable', 'This name has a character that cannot be stored (NUL, or half of a character pair).')
        else waiting.push(inner)
      }
  }
  return problems
}

/** Finds oversized lists and non-objects in place of objects, before a DTO is built. */
export function structureProblems(dto: Dto, plain: object, under = ''): Problem[] {
  const problems: Problem[] = []
  for (const { key, label, holds } of fieldsOf(dto)) {
    const value = isRecord(plain) && Object.hasOwn(plain, key) ? plain[key] : undefined
    if (value === undefined || value === null) continue
    const path = under ? `${under}.${key}` : key
    const within = (inner: unknown, at: string, of: Dto) =>
      isShape(inner)
        ? problems.push(...structureProblems(of, inner, at))
        : problems.push({ code: 'object-expected', path: at, sentence: `${label} must be an object with fields.` })
    if (holds.type === 'shape') within(value, path, holds.dto(plain))
    if (holds.type !== 'shapes' || !Array.isArray(value)) continue
    if (value.length > holds.most)
      problems.push({ code: 'array-max-size', path, sentence: `${label}: no more than ${holds.most} allowed.` })
    else value.forEach((inner, i) => within(inner, `${path}.${i}`, holds.dto()))
  }
  return problems
}

/** Returns the first 100 problems and the number of the rest. Idempotent. */
export function capped(problems: readonly Problem[]): readonly Problem[] {
  if (problems.at(-1)?.code === 'more-problems') return problems
  const more = problems.length - MOST_PROBLEMS
  return more <= 0
    ? problems
    : [...problems.slice(0, MOST_PROBLEMS), { code: 'more-problems', path: '', sentence: `${more} more problems are not listed.` }]
}
