import { PART_KINDS, trainFaults, type PartKind, type Unit } from '@plucky/core'
import { Type } from 'class-transformer'
import { ArrayMaxSize, ArrayMinSize, IsArray, IsBoolean, IsObject, IsOptional, IsString, ValidateIf, ValidateNested } from 'class-validator'
import { worded } from '../words/faults.js'
import { checkShape, type Checked } from './check.js'
import { Label, OneOf, Slug } from './decorators.js'
import { Figure } from './figure.js'

const MEMBER = 'Member'

export class PlanetarySetDto {
  @Label('Set', 40) id!: string
  @OneOf('Kind of set', ['simple', 'double-pinion']) kind!: 'simple' | 'double-pinion'
  @Label(MEMBER, 40) sun!: string
  @Label(MEMBER, 40) ring!: string
  @Label(MEMBER, 40) carrier!: string
  @Figure({ label: 'Teeth of the sun', from: 10, to: 200, whole: true }) sunTeeth!: number
  @Figure({ label: 'Teeth of the ring', from: 20, to: 400, whole: true }) ringTeeth!: number
  @Figure({ label: 'Pinions', from: 1, to: 8, whole: true }) pinions!: number
}

export class RigidJointDto {
  @Label('Joint', 40) id!: string
  @Label(MEMBER, 40) a!: string
  @Label(MEMBER, 40) b!: string
}

export class ShiftElementDto {
  @Label('Element', 40) id!: string
  @OneOf('Kind of element', ['clutch', 'brake', 'band', 'one-way']) kind!: 'clutch' | 'brake' | 'band' | 'one-way'
  @Label(MEMBER, 40) a!: string
  @Label(MEMBER, 40) b!: string
  @IsOptional() @OneOf('Sense of holding', ['forward', 'backward']) holds?: 'forward' | 'backward'
  @IsOptional() @Label(MEMBER, 40) pistonOn?: string
}

export class GearRangeDto {
  @Label('Range', 8) id!: string
  @Label('Name of the range', 20) name!: string
  @IsArray() @ArrayMaxSize(12) @IsString({ each: true }) on!: string[]
  @IsBoolean() reverse!: boolean
  @IsBoolean() lockup!: boolean
}

export class GearTrainDto {
  @IsArray() @ArrayMinSize(2) @ArrayMaxSize(60) @IsString({ each: true }) members!: string[]
  @IsArray() @ArrayMaxSize(12) @ValidateNested({ each: true }) @Type(() => PlanetarySetDto) sets!: PlanetarySetDto[]
  @IsArray() @ArrayMaxSize(60) @ValidateNested({ each: true }) @Type(() => RigidJointDto) joints!: RigidJointDto[]
  // Every choice of holding one-ways is tried, so their number is bounded with the elements'.
  @IsArray() @ArrayMaxSize(16) @ValidateNested({ each: true }) @Type(() => ShiftElementDto) elements!: ShiftElementDto[]
  @Label(MEMBER, 40) input!: string
  @Label(MEMBER, 40) output!: string
  @IsArray() @ArrayMinSize(1) @ArrayMaxSize(16) @ValidateNested({ each: true }) @Type(() => GearRangeDto) ranges!: GearRangeDto[]
}

export class StationLoadDto {
  @OneOf('Place of the load', ['engine', 'stator', 'turbine', 'lockup', 'link', 'sets', 'output']) at!: string
  @ValidateIf((load: StationLoadDto) => load.at === 'link') @Label('Joint or element', 40) id?: string
  @ValidateIf((load: StationLoadDto) => load.at === 'sets') @IsArray() @ArrayMinSize(1) @IsString({ each: true }) ids?: string[]
}

export class StripPlaceDto {
  @OneOf('Lane', ['line', 'upper', 'rail']) lane!: 'line' | 'upper' | 'rail'
  @Figure({ label: 'Column', from: 0, to: 30, whole: true }) column!: number
  @IsArray() @ArrayMaxSize(8) @IsString({ each: true }) from!: string[]
  @IsOptional() @IsBoolean() grounded?: boolean
}

export class StationDto {
  @Slug('Station') id!: string
  @Label('Code', 8) code!: string
  @Label('Name', 40) name!: string
  @OneOf('Kind of part', PART_KINDS) kind!: PartKind
  @IsObject() @ValidateNested() @Type(() => StationLoadDto) load!: StationLoadDto
  @Label(MEMBER, 40) speedOf!: string
  @IsObject() @ValidateNested() @Type(() => StripPlaceDto) strip!: StripPlaceDto
}

export class VariantDto {
  @Slug('Variant') id!: string
  @Label('Name of the variant', 40) name!: string
  @Label('How to tell it', 200) tell!: string
  @IsArray() @ArrayMaxSize(20) @Slug('Feature', true) offers!: string[]
}

export class UnitDto {
  @Slug('Unit id') id!: string
  @Label('Name', 40) name!: string
  @IsObject() @ValidateNested() @Type(() => GearTrainDto) train!: GearTrainDto
  @IsArray() @ArrayMinSize(1) @ArrayMaxSize(40) @ValidateNested({ each: true }) @Type(() => StationDto) stations!: StationDto[]
  @IsOptional() @IsArray() @ArrayMaxSize(20) @ValidateNested({ each: true }) @Type(() => VariantDto) variants?: VariantDto[]
}

/** Checks a unit's shape, then whether its gear train can be built and named as written. */
export function checkUnit(plain: unknown): Checked<Unit> {
  const shape = checkShape(UnitDto, plain)
  if (!shape.ok) return shape
  const unit = JSON.parse(JSON.stringify(shape.value)) as Unit
  const problems = trainFaults(unit.train).map((f) => worded({ ...f, path: `train.${f.path}` }))
  return problems.length === 0 ? { ok: true, value: unit } : { ok: false, problems }
}
