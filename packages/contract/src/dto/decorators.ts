import 'reflect-metadata'
import { Type } from 'class-transformer'
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsObject,
  IsString,
  Length,
  Matches,
  registerDecorator,
  ValidateNested,
} from 'class-validator'
import { applyDecorators } from './apply.js'
import type { Dto, FieldType } from './fields.js'

/** What a field holds and how it is called, kept beside the rule that checks it, so that forms, lists and schemas say the same. */
const as = (label: string, holds: FieldType) => ({ context: { field: { label, holds } } })

/** A name that people read. */
export const Label = (what: string, most = 80) =>
  applyDecorators(
    IsString({ message: `${what} must be text.`, ...as(what, { type: 'text', most }) }),
    Length(1, most, { message: `${what} must have 1 to ${most} characters.` }),
  )

/** Excludes "constructor", which every object inherits. */
const SLUG = /^(?!constructor$)[a-z0-9][a-z0-9-]{0,59}$/
const SLUG_RULE = 'must use lowercase letters, digits and dashes, up to 60 characters'

/** An identifier, or null for none. */
export const SlugOrNull =
  (what: string): PropertyDecorator =>
  (target, property) =>
    registerDecorator({
      name: 'slugOrNull',
      target: target.constructor,
      propertyName: String(property),
      options: as(what, { type: 'id', nullable: true }),
      validator: {
        validate: (value: unknown) => value === null || (typeof value === 'string' && SLUG.test(value)),
        defaultMessage: () => `${what} ${SLUG_RULE}, or null.`,
      },
    })

/** Free text, also none at all. */
export const Note = (what: string, most: number) =>
  applyDecorators(
    IsString({ message: `${what} must be text.`, ...as(what, { type: 'text', most }) }),
    Length(0, most, { message: `${what} must have ${most} characters or fewer.` }),
  )

/** A name, or null for none. */
export const LabelOrNull =
  (what: string, most: number): PropertyDecorator =>
  (target, property) =>
    registerDecorator({
      name: 'labelOrNull',
      target: target.constructor,
      propertyName: String(property),
      options: as(what, { type: 'text', most, nullable: true }),
      validator: {
        validate: (value: unknown) => value === null || (typeof value === 'string' && value.length > 0 && value.length <= most),
        defaultMessage: () => `${what} must have 1 to ${most} characters, or be null.`,
      },
    })

/** An identifier made of small letters, digits and dashes. */
export const Slug = (what: string) => Matches(SLUG, { message: `${what} ${SLUG_RULE}.`, ...as(what, { type: 'id', nullable: false }) })

const DAY = /^\d{4}-\d{2}-\d{2}$/
const isDay = (value: unknown) =>
  typeof value === 'string' && DAY.test(value) && new Date(`${value}T00:00:00Z`).toJSON()?.slice(0, 10) === value

/** A day, as 2026-05-31. */
export const Day =
  (what: string): PropertyDecorator =>
  (target, property) =>
    registerDecorator({
      name: 'day',
      target: target.constructor,
      propertyName: String(property),
      options: as(what, { type: 'text', most: 10 }),
      validator: { validate: isDay, defaultMessage: () => `${what} must be a date like 2026-05-31.` },
    })

/** How many a list holds. */
export interface Count {
  readonly least?: number
  readonly most: number
}

const counted = (what: string, { least = 0, most }: Count, holds: FieldType) => [
  IsArray({ message: `${what}: a list is expected.`, ...as(what, holds) }),
  ArrayMinSize(least, { message: `${what}: at least ${least} required.` }),
  ArrayMaxSize(most, { message: `${what}: no more than ${most} allowed.` }),
]

/** A list of identifiers. */
export const Slugs = (what: string, count: Count) =>
  applyDecorators(...counted(what, count, { type: 'ids' }), Matches(SLUG, { message: `${what}: each ${SLUG_RULE}.`, each: true }))

/** A list of words. */
export const Texts = (what: string, count: Count) =>
  applyDecorators(...counted(what, count, { type: 'ids' }), IsString({ message: `${what}: each must be text.`, each: true }))

/** Some of a short list. */
export const Choices = (what: string, choices: readonly string[], words: Readonly<Record<string, string>> = {}) =>
  applyDecorators(
    ...counted(what, { least: 1, most: choices.length }, { type: 'ids', choices, words }),
    IsIn(choices, { message: `${what}: each must be one of: ${choices.join(', ')}.`, each: true }),
  )

/** One of a short list. */
export const OneOf = (what: string, choices: readonly string[], words: Readonly<Record<string, string>> = {}) =>
  IsIn(choices, { message: `${what} must be one of: ${choices.join(', ')}.`, ...as(what, { type: 'choice', choices, words }) })

/** True or false. */
export const YesNo = (what: string) => IsBoolean({ message: `${what} must be true or false.`, ...as(what, { type: 'yes-no' }) })

/** Fields of its own; their shape may depend on what holds them. */
export const Shape = (what: string, dto: (holder: object | undefined) => Dto) =>
  applyDecorators(
    IsObject({ message: `${what} must be an object with fields.`, ...as(what, { type: 'shape', dto }) }),
    ValidateNested(),
    Type((help) => dto(help?.object)),
  )

/** A list of shapes. */
export const Shapes = (what: string, dto: () => Dto, count: Count) =>
  applyDecorators(...counted(what, count, { type: 'shapes', dto, ...count }), ValidateNested({ each: true }), Type(dto))

/** Values by free names, checked elsewhere. */
export const Named = (what: string) =>
  IsObject({ message: `${what} must be an object keyed by name.`, ...as(what, { type: 'named', list: false }) })

/** A list of such values. */
export const NamedEach = (what: string, most: number) =>
  applyDecorators(
    ...counted(what, { most }, { type: 'named', list: true }),
    IsObject({ message: `${what}: each must hold fields of its own.`, each: true }),
  )
