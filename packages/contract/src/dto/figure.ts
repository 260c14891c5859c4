import { fromSi, type UnitName } from '@plucky/core'
import { registerDecorator, type ValidationArguments } from 'class-validator'
import { figure } from '../words/format.js'

/** Allowed span of a figure, in the unit in which people read it; the figure itself is SI. */
export interface Span {
  readonly label: string
  readonly unit?: UnitName
  readonly from: number
  readonly to: number
  /** The lower end itself is not allowed. */
  readonly above?: boolean
  readonly whole?: boolean
  readonly nullable?: boolean
}

/** A finite number within a span; the sentence says what is allowed and what came. */
export function Figure(span: Span): PropertyDecorator {
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
export function spanProblem(value: unknown, span: Span): string | undefined {
  if (value === null && span.nullable) return undefined
  const unit = span.unit ? ` ${span.unit}` : ''
  const allowed = span.above
    ? `above ${figureOf(span.from)} and at most ${figureOf(span.to)}${unit}`
    : `from ${figureOf(span.from)} to ${figureOf(span.to)}${unit}`
  const rule = `${span.label} must be a ${span.whole ? 'whole ' : ''}number ${allowed}`
  if (typeof value !== 'number' || !Number.isFinite(value)) return `${rule} (got ${came(value)}).`
  const read = span.unit ? fromSi(value, span.unit) : value
  const slack = 1e-9 * Math.max(1, Math.abs(span.to))
  const low = span.above ? read > span.from : read >= span.from - slack
  if (low && read <= span.to + slack && (!span.whole || Number.isInteger(value))) return undefined
  return `${rule} (got ${figureOf(read)}${unit}).`
}

const figureOf = (value: number) =>
  figure(value, Number.isInteger(value) ? 0 : Math.min(4, Math.max(1, 3 - Math.floor(Math.log10(Math.abs(value) || 1)))))
const came = (value: unknown) => (value === undefined ? 'no value' : typeof value === 'string' ? `"${value.slice(0, 40)}"` : typeof value)
