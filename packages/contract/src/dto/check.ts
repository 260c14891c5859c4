import { plainToInstance, type ClassConstructor } from 'class-transformer'
import { getMetadataStorage, validateSync, type ValidationError } from 'class-validator'
import equal from 'fast-deep-equal'
import type { Problem } from '../words/error-messages.js'
import { fieldsOf, type Dto } from './fields.js'
import { isShape } from '@plucky/core'
import { capped, plainProblems, structureProblems } from './plain.js'

export type Checked<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problems: readonly Problem[] }

/**
 * Rules of each class. class-validator collects them from all classes, again for each object. They are complete when the class is defined, so
 * they are collected once, which saves half of the time of a check. No DTO is validated by a schema name or in groups.
 */
const rulesOf = new Map<unknown, ReturnType<typeof collectRules>>()
const storage = getMetadataStorage()
const collectRules = storage.getTargetValidationMetadatas.bind(storage)
storage.getTargetValidationMetadatas = (dto, schema, always, strictGroups, groups) => {
  const rules = rulesOf.get(dto) ?? collectRules(dto, schema, always, strictGroups, groups)
  rulesOf.set(dto, rules)
  return rules
}

/**
 * Checks a plain value against a DTO class: unknown fields are refused, every problem has a code, a path and a sentence.
 * The value is plain data. Partly: fields may be left out, those that are there are checked. `known` is a value that was checked before:
 * fields equal to its fields are taken from it without another check.
 * Cross-field rules of the core come after this, on a value that is known to have the right shape.
 */
export function checkShape<T extends object>(
  dto: ClassConstructor<T>,
  plain: unknown,
  { partly = false, known }: { partly?: boolean; known?: object | undefined } = {},
): Checked<T> {
  if (typeof plain !== 'object' || plain === null || Array.isArray(plain))
    return {
      ok: false,
      problems: [{ code: 'object-expected', path: '', sentence: 'An object with named fields is required here.' }],
    }
  const value = known && checkedChanges(dto, plain, known)
  // It has the fields of the class, which were checked now or before.
  return value ? { ok: true, value: value as T } : checkWhole(dto, plain, partly)
}

function checkWhole<T extends object>(dto: ClassConstructor<T>, plain: object, partly = false): Checked<T> {
  const unfit = [...plainProblems(plain), ...structureProblems(dto, plain)]
  if (unfit.length > 0) return { ok: false, problems: capped(unfit) }
  const value = plainToInstance(dto, plain)
  const errors = validateSync(value, {
    whitelist: true,
    forbidNonWhitelisted: true,
    forbidUnknownValues: true,
    skipMissingProperties: partly,
  })
  return errors.length === 0
    ? { ok: true, value: plainCopy(value) }
    : { ok: false, problems: capped(errors.flatMap((error) => problemsOf(error, ''))) }
}

/**
 * The value, with only those fields checked that differ from a value that was checked before. `undefined` if one of them has a problem, if a
 * field is unknown or missing, or if the rules of the class depend on other fields: then the whole value must be checked.
 */
function checkedChanges(dto: Dto, plain: object, known: object): object | undefined {
  const fields = new Map(fieldsOf(dto).map((field) => [field.key, field]))
  const own = new Map<string, unknown>(Object.entries(plain))
  const before = new Map<string, unknown>(Object.entries(known))
  if ([...fields.values()].some(({ key, optional, alone }) => !alone || (!optional && !own.has(key)))) return undefined
  const value: Record<string, unknown> = {}
  for (const [key, given] of own) {
    const field = fields.get(key)
    const was = before.get(key)
    if (!field) return undefined
    if (before.has(key) && equal(given, was)) value[key] = was
    else if (field.holds.type === 'shape' && isShape(given) && isShape(was)) {
      const inner = checkedChanges(field.holds.dto(undefined), given, was)
      if (!inner) return undefined
      value[key] = inner
    } else {
      const checked = checkWhole(onlyField(dto, key), { [key]: given })
      if (!checked.ok) return undefined
      Object.assign(value, checked.value)
    }
  }
  return value
}

const holders = new Map<Dto, Map<string, Dto>>()

/** A class that has only one field of a DTO, with its rules. */
function onlyField(dto: Dto, key: string): Dto {
  const known = holders.get(dto) ?? new Map<string, Dto>()
  const holder = known.get(key) ?? class extends dto {}
  if (!known.has(key)) {
    const rules = storage.getTargetValidationMetadatas(dto, '', false, false)
    rulesOf.set(
      holder,
      rules.filter(({ propertyName }) => propertyName === key),
    )
    holders.set(dto, known.set(key, holder))
  }
  return holder
}

/**
 * A copy without classes and without undefined fields: what is stored and compared. `null` in a field that may be left out is left out: nothing
 * that reads a stored value expects it there.
 */
function plainCopy<T>(value: T): T {
  if (typeof value !== 'object' || value === null) return value
  const isLeftOut = (key: string, each: unknown) => each === undefined || (each === null && optionalKeys(value.constructor as Dto).has(key))
  const copy = Array.isArray(value)
    ? value.map(plainCopy)
    : Object.fromEntries(Object.entries(value).flatMap(([key, each]) => (isLeftOut(key, each) ? [] : [[key, plainCopy(each)]])))
  // The copy has the fields of the value; the compiler does not follow that through entries.
  return copy as T
}

const knownKeys = new Map<Dto, ReadonlySet<string>>()

/** Fields of a DTO that may be left out. None for other classes. */
function optionalKeys(dto: Dto): ReadonlySet<string> {
  const before = knownKeys.get(dto)
  if (before) return before
  const keys = new Set(fieldsOf(dto).flatMap(({ key, optional }) => (optional ? [key] : [])))
  knownKeys.set(dto, keys)
  return keys
}

/** Flattens a tree of validation errors to one problem a field: that of the rule written first, which is the most basic one. */
export function problemsOf(error: ValidationError, under: string): Problem[] {
  const path = under ? `${under}.${error.property}` : error.property
  const own = Object.entries(error.constraints ?? {})
    .slice(-1)
    .map(([name, message]): Problem => ({ code: codeOf(name), path, sentence: sentenceOf(name, message, error.property) }))
  return [...own, ...(error.children ?? []).flatMap((child) => problemsOf(child, path))]
}

const CODES: Record<string, string> = {
  figure: 'out-of-range',
  whitelistValidation: 'field-unknown',
  isIn: 'choice-unknown',
  slugOrNull: 'matches',
}
const codeOf = (constraint: string) => CODES[constraint] ?? constraint.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`)

function sentenceOf(constraint: string, message: string, property: string): string {
  if (constraint === 'whitelistValidation') return `Unknown field "${property}".`
  if (constraint === 'nestedValidation' || constraint === 'isObject') return `"${property}" must be an object with fields.`
  return /[.]$/.test(message) ? message : `${message.charAt(0).toUpperCase()}${message.slice(1)}.`
}
