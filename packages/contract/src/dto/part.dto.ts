import {
  LIMIT_BASES,
  LIMIT_PLACES,
  LIMIT_POINTS,
  ORIGINS,
  PART_KINDS,
  partFaults,
  type LimitBasis,
  type LimitPlace,
  type LimitPoint,
  type Origin,
  type Part,
  type PartKind,
} from '@plucky/core'
import { Type } from 'class-transformer'
import { ArrayMaxSize, ArrayMinSize, IsArray, IsBoolean, IsObject, IsOptional, ValidateNested } from 'class-validator'
import { worded } from '../words/faults.js'
import { checkShape, type Checked } from './check.js'
import { Label, OneOf, Slug } from './decorators.js'
import { PartFeaturesDto } from './features.dto.js'
import { Figure } from './figure.js'
import { GEOMETRY_DTOS } from './geometry.dto.js'

class NoGeometry {}

const STATED_ORIGINS = ORIGINS.filter((origin) => origin !== 'computed')

export class StatedLimitDto {
  @OneOf('Place of a limit', LIMIT_PLACES) place!: LimitPlace
  @IsOptional() @Figure({ label: 'Stated torque', unit: 'lb-ft', from: 0, to: 30000, above: true }) torqueNm?: number
  @IsOptional() @Figure({ label: 'Stated power', unit: 'hp', from: 0, to: 20000, above: true }) powerW?: number
  @IsOptional() @Figure({ label: 'Maximum pressure', unit: 'psi', from: 10, to: 1000 }) pressurePa?: number
  @IsOptional() @Figure({ label: 'Maximum speed', unit: 'rpm', from: 500, to: 30000 }) speedRadPerS?: number
  @IsOptional() @Figure({ label: 'Rated at', unit: 'rpm', from: 200, to: 15000 }) ratedAtRadPerS?: number
  @IsOptional() @OneOf('Where a limit applies', LIMIT_POINTS) at?: LimitPoint
  @IsOptional() @OneOf('Basis of a limit', LIMIT_BASES) basis?: LimitBasis
  @IsOptional() @IsBoolean({ message: 'Say whether the one who states it sells the part: true or false.' }) sells?: boolean
  @OneOf('Origin of a limit', STATED_ORIGINS) origin!: Exclude<Origin, 'computed'>
}

export class PartDto extends PartFeaturesDto {
  @Slug('Part id') id!: string
  @Label('Name') name!: string
  @Label('Maker') maker!: string
  @OneOf('Kind of part', PART_KINDS) kind!: PartKind
  @IsArray()
  @ArrayMinSize(1, { message: 'Name at least one unit that the part fits.' })
  @ArrayMaxSize(40)
  @Slug('Unit', true)
  unitIds!: string[]
  @IsArray()
  @ArrayMinSize(1, { message: 'Name at least one station.' })
  @ArrayMaxSize(40)
  @Slug('Station', true)
  stationIds!: string[]
  @Figure({ label: 'Price', from: 0, to: 1000000 }) price!: number
  @Figure({ label: 'Hours', from: 0, to: 1000 }) hours!: number
  @IsBoolean({ message: 'Say whether the part is the stock one: true or false.' }) stock!: boolean
  @IsArray() @ArrayMaxSize(20) @ValidateNested({ each: true }) @Type(() => StatedLimitDto) stated!: StatedLimitDto[]

  @IsObject({ message: 'A part needs its geometry.' })
  @ValidateNested()
  @Type((help) => GEOMETRY_DTOS[(help?.object as PartDto | undefined)?.kind as PartKind] ?? NoGeometry)
  geometry!: object
}

/** Checks a part's shape, then its figures against each other. */
export function checkPart(plain: unknown): Checked<Part> {
  const shape = checkShape(PartDto, plain)
  if (!shape.ok) return shape
  const part = JSON.parse(JSON.stringify(shape.value)) as Part
  const problems = partFaults(part).map(worded)
  return problems.length === 0 ? { ok: true, value: part } : { ok: false, problems }
}
