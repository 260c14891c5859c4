import {
  BoltedJointDto,
  GEOMETRY_DTOS,
  PartDto,
  PistonChamberDto,
  ShaftSectionDto,
  SplineDto,
  StallRatingDto,
  StatedLimitDto,
  type Span,
} from '@plucky/contract'
import type { Part } from '@plucky/core'
import { getMetadataStorage } from 'class-validator'

/** A figure of a part that can be typed: where it stands, what it is called and in which unit it is read. */
export interface TypedFigure {
  readonly path: string
  readonly label: string
  readonly unit: Span['unit']
  readonly digits: number
  readonly value: number
}

type Dto = new () => object

const DIGITS: Partial<Record<NonNullable<Span['unit']>, number>> = { in: 4, mm: 2, psi: 1, 'lb-ft': 0, N: 0, rpm: 0 }

/** Shapes inside a part: their rules, and the word that tells their figures from others'. */
const NESTED: Record<string, { dto: Dto; word: string }> = {
  crankJoint: { dto: BoltedJointDto, word: 'Crank joint' },
  converterJoint: { dto: BoltedJointDto, word: 'Converter joint' },
  stall: { dto: StallRatingDto, word: 'Rating' },
  spline: { dto: SplineDto, word: '' },
  sections: { dto: ShaftSectionDto, word: 'Section' },
  chambers: { dto: PistonChamberDto, word: 'Piston' },
  stated: { dto: StatedLimitDto, word: '' },
}

/** The rule of a figure field, by the class that checks it. */
function spanOf(dto: Dto, property: string): Span | undefined {
  const rules = getMetadataStorage().getTargetValidationMetadatas(dto, '', false, false)
  return rules.find((rule) => rule.name === 'figure' && rule.propertyName === property)?.constraints[0] as Span | undefined
}

/** All figures of a part, in the order in which it holds them; labels and units come from the rules that check them. */
export function figuresOf(part: Part): TypedFigure[] {
  return [
    ...walk({ price: part.price, hours: part.hours }, PartDto, '', ''),
    ...walk(part.geometry, GEOMETRY_DTOS[part.kind], 'geometry', ''),
    ...walk({ stated: part.stated }, PartDto, '', ''),
  ]
}

function walk(value: object, dto: Dto, under: string, word: string): TypedFigure[] {
  return Object.entries(value).flatMap(([key, inner]: [string, unknown]): TypedFigure[] => {
    const path = under ? `${under}.${key}` : key
    const nested = NESTED[key]
    if (Array.isArray(inner) && nested)
      return inner.flatMap((each: object, i) =>
        walk(each, nested.dto, `${path}.${i}`, nameOf(each) ?? (inner.length > 1 ? `${nested.word} ${i + 1}` : nested.word)),
      )
    if (typeof inner === 'object' && inner !== null && nested) return walk(inner, nested.dto, path, nested.word || word)
    const span = typeof inner === 'number' ? spanOf(dto, key) : undefined
    if (!span) return []
    const label = word ? `${word}: ${span.label.toLowerCase()}` : span.label
    return [{ path, label, unit: span.unit, digits: span.unit ? (DIGITS[span.unit] ?? 2) : span.whole ? 0 : 3, value: inner as number }]
  })
}

const nameOf = (value: object) => ('name' in value ? String(value.name) : undefined)

/** The part with one figure replaced; what was typed is put in as it is, for the checks to judge. */
export function withFigure(part: Part, path: string, value: number | string | null): Part {
  const copy = structuredClone(part) as unknown as Record<string, unknown>
  const keys = path.split('.')
  const last = keys.pop() as string
  const holder = keys.reduce<Record<string, unknown>>((at, key) => at[key] as Record<string, unknown>, copy)
  holder[last] = value
  return copy as unknown as Part
}
