import {
  LIMIT_BASES,
  LIMIT_PLACES,
  LIMIT_POINTS,
  ORIGINS,
  PART_KINDS,
  partIssues,
  type LimitBasis,
  type LimitPlace,
  type LimitPoint,
  type Origin,
  type Part,
  type PartKind,
  type StatedLimit,
} from '@plucky/core'
import { IsOptional } from 'class-validator'
import { Label, OneOf, Shape, Shapes, Slug, Slugs, YesNo } from './decorators.js'
import { toProblem } from '../words/error-messages.js'
import { checkShape, type Checked } from './check.js'
import { PartFeaturesDto } from './features.dto.js'
import { LIMIT_BASIS_WORDS, LIMIT_PLACE_WORDS, LIMIT_POINT_WORDS } from '../words/option-labels.js'
import { PART_KIND_WORDS } from '../parts/part-words.js'
import { ORIGIN_WORDS } from '../words/verdict.js'
import { Figure } from './figure.js'
import { GEOMETRY_DTOS } from '../parts/geometry-dtos.js'

class NoGeometry {}

const geometryOf = (kind: unknown) =>
  // Checked by hasOwn.
  typeof kind === 'string' && Object.hasOwn(GEOMETRY_DTOS, kind) ? GEOMETRY_DTOS[kind as PartKind] : NoGeometry

const STATED_ORIGINS = ORIGINS.filter((origin) => origin !== 'computed')
const ORIGIN_NAMES = Object.fromEntries(STATED_ORIGINS.map((origin) => [origin, ORIGIN_WORDS[origin].words]))

export class StatedLimitDto implements StatedLimit {
  @OneOf('Limit applies to', LIMIT_PLACES, LIMIT_PLACE_WORDS) place!: LimitPlace
  @IsOptional() @Figure({ label: 'Stated torque', unit: 'lb-ft', from: 0, to: 30000, above: true }) torqueNm?: number
  @IsOptional() @Figure({ label: 'Stated power', unit: 'hp', from: 0, to: 20000, above: true }) powerW?: number
  @IsOptional() @Figure({ label: 'Maximum pressure', unit: 'psi', from: 10, to: 1000 }) pressurePa?: number
  @IsOptional() @Figure({ label: 'Maximum speed', unit: 'rpm', from: 500, to: 30000 }) speedRadPerS?: number
  @IsOptional() @Figure({ label: 'Rated at rpm', unit: 'rpm', from: 200, to: 15000 }) ratedAtRadPerS?: number
  @IsOptional() @OneOf('Measured at', LIMIT_POINTS, LIMIT_POINT_WORDS) at?: LimitPoint
  @IsOptional() @OneOf('Limit basis', LIMIT_BASES, LIMIT_BASIS_WORDS) basis?: LimitBasis
  @IsOptional() @YesNo('Stated by the seller') sells?: boolean
  @IsOptional() @Figure({ label: 'Broke at engine power', unit: 'hp', from: 0, to: 20000, above: true }) brokeAtW?: number
  @IsOptional() @Label('Broke in', 120) brokeIn?: string
  @OneOf('Limit source', STATED_ORIGINS, ORIGIN_NAMES) origin!: Exclude<Origin, 'computed'>
}

export class PartDto extends PartFeaturesDto {
  @Slug('Part id') id!: string
  @Label('Name') name!: string
  @Label('Manufacturer') maker!: string
  @OneOf('Part type', PART_KINDS, PART_KIND_WORDS) kind!: PartKind
  @Slugs('Transmissions', { least: 1, most: 40 })
  unitIds!: string[]
  @Slugs('Stations', { least: 1, most: 40 })
  stationIds!: string[]
  @Figure({ label: 'Price', from: 0, to: 1000000 }) price!: number
  @Figure({ label: 'Labor hours', from: 0, to: 1000 }) hours!: number
  @YesNo('Stock part') stock!: boolean
  @IsOptional() @YesNo('In stock') inStock?: boolean
  @IsOptional() @Figure({ label: 'Lead time', from: 0, to: 1000, whole: true }) leadDays?: number
  @IsOptional() @YesNo('Visible from outside') visible?: boolean
  @Shapes('Stated limits', () => StatedLimitDto, { most: 20 }) stated!: StatedLimitDto[]

  // The object that holds the field.
  @Shape('Geometry', (part) => geometryOf((part as PartDto | undefined)?.kind))
  geometry!: object
}

/** Checks a part's shape, then its figures against each other. */
export function checkPart(plain: unknown): Checked<Part> {
  const shape = checkShape(PartDto, plain)
  if (!shape.ok) return shape
  // The shape was checked above.
  const part = shape.value as Part
  const problems = partIssues(part).map(toProblem)
  return problems.length === 0 ? { ok: true, value: part } : { ok: false, problems }
}
