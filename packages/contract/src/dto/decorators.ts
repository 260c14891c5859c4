import { applyDecorators } from './apply.js'
import { IsIn, IsString, Length, Matches } from 'class-validator'

/** A name that people read. */
export const Label = (what: string, most = 80) =>
  applyDecorators(
    IsString({ message: `${what} must be text.` }),
    Length(1, most, { message: `${what} must have 1 to ${most} characters.` }),
  )

/** An identifier made of small letters, digits and dashes. */
export const Slug = (what: string, each = false) =>
  Matches(/^[a-z0-9][a-z0-9-]{0,59}$/, { message: `${what} must be made of small letters, digits and dashes, 60 at most.`, each })

/** One of a short list. */
export const OneOf = (what: string, choices: readonly string[]) =>
  IsIn(choices, { message: `${what} must be one of: ${choices.join(', ')}.` })
