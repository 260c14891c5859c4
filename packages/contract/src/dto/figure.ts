import { fromSi, toSi, type UnitName } from '@plucky/core'
import { registerDecorator, type ValidationArguments } from 'class-validator'
import { figure } from '../words/format.js'
import { shownUnit, toShown } from '../words/shown-units.js'

/** Allowed span of a figure, in the unit in which people read it; the figure itself is SI. */
export interface NumberRange {
  readonly label: string
  readonly unit?: UnitName
  readonly from: number
  readonly to: number
  /** The lower end itself is not allowed. */
  readonly above?: boolean
  readonly whole?: boolean
  readonly nullable?: boolean
}

/** Maximum version number. Fits a 32-bit column. */
export const MOST_VERSION = 2_000_000_000

/** A finite number within a span; the sentence says what is allowed and what came. */
export function Figure(span: NumberRange): PropertyDecorator {
  return (target, property) =>
    registerDecorator({
      name: 'figure',
      target: target.constructor,
      propertyName: String(property),
      options: { context: { field: { label: span.label, holds: { type: 'figure', span } } } },
      validator: {
        validate: (value: unknown) => spanProblem(value, span) === undefined,
        defaultMessage: (args?: ValidationArguments) => spanProblem(args?.value, span) ?? '',
      },
    })
}

/** Why a value lies outside its span, in a sentence, or nothing. */
export function spanProblem(value: unknown, span: NumberRange): string | undefined {
  if (value === null && span.nullable) return undefined
  const { unit } = span
  const shown = unit ? ` ${shownUnit(unit)}` : ''
  const [least = 0, most = 0] = [span.from, span.to].map((end) => (unit ? toShown(toSi(end, unit), unit) : end)).sort((a, b) => a - b)
  const allowed = span.above
    ? `above ${figureOf(least)} and at most ${figureOf(most)}${shown}`
    : `from ${figureOf(least)} to ${figureOf(most)}${shown}`
  const rule = `${span.label} must be a ${span.whole ? 'whole ' : ''}number ${allowed}`
  if (typeof value !== 'number' || !Number.isFinite(value)) return `${rule} (got ${came(value)}).`
  const read = unit ? fromSi(value, unit) : value
  const slack = 1e-9 * Math.max(1, Math.abs(span.to))
  const low = span.above ? read > span.from : read >= span.from - slack
  if (low && read <= span.to + slack && (!span.whole || Number.isInteger(value))) return undefined
  return `${rule} (got ${figureOf(unit ? toShown(value, unit) : value)}${shown}).`
}

const figureOf = (value: number) =>
  figure(value, Math.abs(value - Math.round(value)) < 1e-9 ? 0 : Math.min(4, Math.max(1, 3 - Math.floor(Math.log10(Math.abs(value) || 1)))))
const came = (value: unknown) =>
  value === undefined || value === null ? 'no value' : typeof value === 'string' ? `"${value.slice(0, 40)}"` : typeof value
