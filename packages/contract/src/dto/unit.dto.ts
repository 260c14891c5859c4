import { PART_KINDS, trainFaults, type PartKind, type Unit } from '@plucky/core'
import { IsOptional, ValidateIf } from 'class-validator'
import { Label, OneOf, Shape, Shapes, Slug, Slugs, Texts, YesNo } from './decorators.js'
import { worded } from '../words/faults.js'
import { checkShape, type Checked } from './check.js'
import { PART_KIND_WORDS } from '../words/choices.js'
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
  @Texts('Engaged elements', { most: 12 }) on!: string[]
  @YesNo('Reverse') reverse!: boolean
  @YesNo('Locks up') lockup!: boolean
}

export class GearTrainDto {
  @Texts('Members', { least: 2, most: 60 }) members!: string[]
  @Shapes('Gear sets', () => PlanetarySetDto, { most: 12 }) sets!: PlanetarySetDto[]
  @Shapes('Joints', () => RigidJointDto, { most: 60 }) joints!: RigidJointDto[]
  // Every choice of holding one-ways is tried, so their number is bounded with the elements'.
  @Shapes('Elements', () => ShiftElementDto, { most: 16 }) elements!: ShiftElementDto[]
  @Label(MEMBER, 40) input!: string
  @Label(MEMBER, 40) output!: string
  @Shapes('Ranges', () => GearRangeDto, { least: 1, most: 16 }) ranges!: GearRangeDto[]
}

export class StationLoadDto {
  @OneOf('Place of the load', ['engine', 'stator', 'turbine', 'lockup', 'link', 'sets', 'output']) at!: string
  @ValidateIf((load: StationLoadDto) => load.at === 'link') @Label('Joint or element', 40) id?: string
  @ValidateIf((load: StationLoadDto) => load.at === 'sets') @Texts('Gear sets', { least: 1, most: 20 }) ids?: string[]
}

export class StripPlaceDto {
  @OneOf('Lane', ['line', 'upper', 'rail']) lane!: 'line' | 'upper' | 'rail'
  @Figure({ label: 'Column', from: 0, to: 30, whole: true }) column!: number
  @Texts('Comes from', { most: 8 }) from!: string[]
  @IsOptional() @YesNo('Held to the case') grounded?: boolean
}

export class StationDto {
  @Slug('Station') id!: string
  @Label('Code', 8) code!: string
  @Label('Name', 40) name!: string
  @OneOf('Kind of part', PART_KINDS, PART_KIND_WORDS) kind!: PartKind
  @Shape('Load', () => StationLoadDto) load!: StationLoadDto
  @Label(MEMBER, 40) speedOf!: string
  @Shape('Place on the strip', () => StripPlaceDto) strip!: StripPlaceDto
}

export class VariantDto {
  @Slug('Variant') id!: string
  @Label('Name of the variant', 40) name!: string
  @Label('How to tell it', 200) tell!: string
  @Slugs('Offers', { most: 20 }) offers!: string[]
}

export class UnitDto {
  @Slug('Unit id') id!: string
  @Label('Name', 40) name!: string
  @Shape('Gear train', () => GearTrainDto) train!: GearTrainDto
  @Shapes('Stations', () => StationDto, { least: 1, most: 40 }) stations!: StationDto[]
  @IsOptional() @Shapes('Variants', () => VariantDto, { most: 20 }) variants?: VariantDto[]
}

/** Checks a unit's shape, then whether its gear train can be built and named as written. */
export function checkUnit(plain: unknown): Checked<Unit> {
  const shape = checkShape(UnitDto, plain)
  if (!shape.ok) return shape
  const unit = JSON.parse(JSON.stringify(shape.value)) as Unit
  const problems = trainFaults(unit.train).map((f) => worded({ ...f, path: `train.${f.path}` }))
  return problems.length === 0 ? { ok: true, value: unit } : { ok: false, problems }
}
