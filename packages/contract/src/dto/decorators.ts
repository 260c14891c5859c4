import { applyDecorators } from './apply.js'
import { IsIn, IsString, Length, Matches, registerDecorator } from 'class-validator'

/** A name that people read. */
export const Label = (what: string, most = 80) =>
  applyDecorators(
    IsString({ message: `${what} must be text.` }),
    Length(1, most, { message: `${what} must have 1 to ${most} characters.` }),
  )

const SLUG = /^[a-z0-9][a-z0-9-]{0,59}$/

/** An identifier, or null for none. */
export const SlugOrNull =
  (what: string): PropertyDecorator =>
  (target, property) =>
    registerDecorator({
      name: 'slugOrNull',
      target: target.constructor,
      propertyName: String(property),
      validator: {
        validate: (value: unknown) => value === null || (typeof value === 'string' && SLUG.test(value)),
        defaultMessage: () => `${what} must be made of small letters, digits and dashes, 60 at most, or null.`,
      },
    })

/** An identifier made of small letters, digits and dashes. */
export const Slug = (what: string, each = false) =>
  Matches(SLUG, { message: `${what} must be made of small letters, digits and dashes, 60 at most.`, each })

/** One of a short list. */
export const OneOf = (what: string, choices: readonly string[]) =>
  IsIn(choices, { message: `${what} must be one of: ${choices.join(', ')}.` })
