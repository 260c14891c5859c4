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

/** Figures that belong together: those of a section, a joint, a piston. */
export interface FigureGroup {
  readonly name: string
  readonly figures: readonly TypedFigure[]
}

type Dto = new () => object

const DIGITS: Partial<Record<NonNullable<Span['unit']>, number>> = { in: 4, mm: 2, psi: 1, 'lb-ft': 0, N: 0, rpm: 0 }

/** Shapes inside a part: their rules, and the name of their group. */
const NESTED: Record<string, { dto: Dto; name: string }> = {
  crankJoint: { dto: BoltedJointDto, name: 'Crank joint' },
  converterJoint: { dto: BoltedJointDto, name: 'Converter joint' },
  stall: { dto: StallRatingDto, name: 'Stall rating' },
  spline: { dto: SplineDto, name: 'spline' },
  sections: { dto: ShaftSectionDto, name: 'Section' },
  chambers: { dto: PistonChamberDto, name: 'Piston face' },
  stated: { dto: StatedLimitDto, name: 'Stated limit' },
}

const rulesOf = (dto: Dto) => getMetadataStorage().getTargetValidationMetadatas(dto, '', false, false)

/** All figures of a part by group, in the order in which the rules that check them declare them; labels and units are the rules' own. */
export function figuresOf(part: Part): FigureGroup[] {
  const { price, hours, stated } = part
  return [
    ...walk({ price, hours }, PartDto, '', 'Part'),
    ...walk(part.geometry, GEOMETRY_DTOS[part.kind], 'geometry', 'Geometry'),
    ...walk({ stated }, PartDto, '', ''),
  ]
}

function walk(value: object, dto: Dto, under: string, name: string): FigureGroup[] {
  const held = value as Record<string, unknown>
  const keys = [...new Set(rulesOf(dto).map((rule) => rule.propertyName))].filter((key) => held[key] !== undefined)
  const path = (key: string) => (under ? `${under}.${key}` : key)
  const figures = keys.flatMap((key) => figureAt(dto, key, path(key), held[key]))
  const inner = keys.flatMap((key) => within(held[key], NESTED[key], path(key), name))
  return [...(figures.length > 0 ? [{ name, figures }] : []), ...inner]
}

/** Groups of what stands inside a field: one shape, or a list of them. */
function within(value: unknown, nested: (typeof NESTED)[string] | undefined, path: string, outer: string): FigureGroup[] {
  if (!nested || typeof value !== 'object' || value === null) return []
  if (!Array.isArray(value)) return walk(value, nested.dto, path, nested.name === 'spline' ? `${outer}: spline` : nested.name)
  return value.flatMap((each: object, i) =>
    walk(each, nested.dto, `${path}.${i}`, nameOf(each) ?? (value.length > 1 ? `${nested.name} ${i + 1}` : nested.name)),
  )
}

function figureAt(dto: Dto, key: string, path: string, value: unknown): TypedFigure[] {
  const rule = rulesOf(dto).find((r) => r.name === 'figure' && r.propertyName === key)
  if (!rule || typeof value !== 'number') return []
  const span = rule.constraints[0] as Span
  const digits = span.unit ? (DIGITS[span.unit] ?? 2) : span.whole ? 0 : Number.isInteger(value) ? 0 : 3
  return [{ path, label: span.label, unit: span.unit, digits, value }]
}

const nameOf = (value: object) => ('name' in value ? `Section: ${String(value.name)}` : undefined)

/** The part with one figure replaced; what was typed is put in as it is, for the checks to judge. */
export function withFigure(part: Part, path: string, value: number | string | null): Part {
  const copy = structuredClone(part) as unknown as Record<string, unknown>
  const keys = path.split('.')
  const last = keys.pop() as string
  const holder = keys.reduce<Record<string, unknown>>((at, key) => at[key] as Record<string, unknown>, copy)
  holder[last] = value
  return copy as unknown as Part
}
