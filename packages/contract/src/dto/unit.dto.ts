import { FAULT_KINDS, OFTEN, PART_KINDS, unitFaults, type FaultKind, type Often, type PartKind, type Unit } from '@plucky/core'
import { IsOptional, ValidateIf } from 'class-validator'
import { Label, OneOf, Shape, Shapes, Slug, Slugs, Texts, YesNo } from './decorators.js'
import { worded } from '../words/faults.js'
import { checkShape, type Checked } from './check.js'
import { FAULT_KIND_WORDS, PART_KIND_WORDS } from '../words/choices.js'
import { Figure } from './figure.js'
import { UnitFitDto } from './fitup.dto.js'

export class PlanetarySetDto {
  @Label('Set', 40) id!: string
  @OneOf('Kind of set', ['simple', 'double-pinion']) kind!: 'simple' | 'double-pinion'
  @Label('Sun is on', 40) sun!: string
  @Label('Ring is on', 40) ring!: string
  @Label('Carrier is on', 40) carrier!: string
  @Figure({ label: 'Teeth of the sun', from: 10, to: 200, whole: true }) sunTeeth!: number
  @Figure({ label: 'Teeth of the ring', from: 20, to: 400, whole: true }) ringTeeth!: number
  @Figure({ label: 'Pinions', from: 1, to: 8, whole: true }) pinions!: number
  @IsOptional() @Figure({ label: 'Efficiency, carrier held', from: 0.5, to: 1 }) efficiency?: number
  @IsOptional() @Figure({ label: 'Teeth of the inner pinion', from: 9, to: 200, whole: true }) innerPinionTeeth?: number
  @IsOptional() @Figure({ label: 'Teeth of the outer pinion', from: 9, to: 200, whole: true }) outerPinionTeeth?: number
}

export class RigidJointDto {
  @Label('Joint', 40) id!: string
  @Label('Joins', 40) a!: string
  @Label('To', 40) b!: string
}

export class ShiftElementDto {
  @Label('Element', 40) id!: string
  @OneOf('Kind of element', ['clutch', 'brake', 'band', 'one-way']) kind!: 'clutch' | 'brake' | 'band' | 'one-way'
  @Label('Between', 40) a!: string
  @Label('And', 40) b!: string
  @IsOptional() @OneOf('Sense of holding', ['forward', 'backward']) holds?: 'forward' | 'backward'
  @IsOptional() @Label('Piston turns with', 40) pistonOn?: string
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
  @Shapes('Elements', () => ShiftElementDto, { most: 16 }) elements!: ShiftElementDto[]
  @Label('Input is', 40) input!: string
  @Label('Output is', 40) output!: string
  @Shapes('Ranges', () => GearRangeDto, { least: 1, most: 16 }) ranges!: GearRangeDto[]
}

export class StationLoadDto {
  @OneOf('Place of the load', ['engine', 'stator', 'turbine', 'lockup', 'link', 'sets', 'output', 'none']) at!: string
  @ValidateIf((load: StationLoadDto) => load.at === 'link') @Label('Joint or element', 40) id?: string
  @ValidateIf((load: StationLoadDto) => load.at === 'sets') @Texts('Gear sets', { least: 1, most: 20 }) ids?: string[]
}

export class StripPlaceDto {
  @OneOf('Lane', ['line', 'upper', 'rail', 'beside']) lane!: 'line' | 'upper' | 'rail' | 'beside'
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
  @Label('Turns with', 40) speedOf!: string
  @Shape('Place on the strip', () => StripPlaceDto) strip!: StripPlaceDto
}

export class VariantDto {
  @Slug('Variant') id!: string
  @Label('Name of the variant', 40) name!: string
  @Label('How to tell it', 200) tell!: string
  @Slugs('Offers', { most: 20 }) offers!: string[]
}

export class UnitThrustDto {
  @Label('Thrust surface', 40) id!: string
  @Label('One face turns with', 40) a!: string
  @Label('The other with', 40) b!: string
  @Label('Pushed by set', 40) set!: string
  @Figure({ label: 'Helix angle', unit: 'deg', from: 0, to: 40 }) helixRad!: number
  @Figure({ label: 'Radius of the sun', unit: 'mm', from: 8, to: 200 }) sunRadiusM!: number
  @OneOf('Kind of surface', ['washer', 'needle'], { washer: 'plain washer', needle: 'needle bearing' }) kind!: 'washer' | 'needle'
  @Figure({ label: 'Inner radius', unit: 'mm', from: 5, to: 200 }) innerRadiusM!: number
  @Figure({ label: 'Outer radius', unit: 'mm', from: 6, to: 250 }) outerRadiusM!: number
  @IsOptional() @Figure({ label: 'Dynamic rating', unit: 'N', from: 100, to: 1e6 }) dynamicRatingN?: number
}

export class UsualFaultDto {
  @Label('Joint, element or set', 40) at!: string
  @OneOf('What happens to it', FAULT_KINDS, FAULT_KIND_WORDS) kind!: FaultKind
  @OneOf('How often', OFTEN) often!: Often
}

export class UnitDto {
  @Slug('Unit id') id!: string
  @Label('Name', 40) name!: string
  @Shape('Gear train', () => GearTrainDto) train!: GearTrainDto
  @Shapes('Stations', () => StationDto, { most: 40 }) stations!: StationDto[]
  @IsOptional() @Shapes('Variants', () => VariantDto, { most: 20 }) variants?: VariantDto[]
  @IsOptional() @Shapes('Thrust surfaces', () => UnitThrustDto, { most: 40 }) thrusts?: UnitThrustDto[]
  @IsOptional() @Figure({ label: 'Line pressure that the case bears', unit: 'psi', from: 50, to: 1000 }) casePressurePa?: number
  @IsOptional() @Shape('How it meets its neighbours', () => UnitFitDto) fit?: UnitFitDto
  @IsOptional() @Shapes('Known to fail', () => UsualFaultDto, { most: 60 }) usual?: UsualFaultDto[]
}

const isObject = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null && !Array.isArray(value)

/** A unit may leave out stations and joints where it has none, and say of a range only what is so. */
function unsaid(plain: unknown): unknown {
  if (!isObject(plain) || !isObject(plain['train'])) return plain
  const { train } = plain
  const ranges = Array.isArray(train['ranges'])
    ? train['ranges'].map((range: unknown) => (isObject(range) ? { reverse: false, lockup: false, ...range } : range))
    : train['ranges']
  return { stations: [], ...plain, train: { joints: [], ...train, ranges } }
}

/** Checks a unit's shape, then whether its gear train can be built and named as written. */
export function checkUnit(plain: unknown): Checked<Unit> {
  const shape = checkShape(UnitDto, unsaid(plain))
  if (!shape.ok) return shape
  const unit = JSON.parse(JSON.stringify(shape.value)) as Unit
  const problems = unitFaults(unit).map(worded)
  return problems.length === 0 ? { ok: true, value: unit } : { ok: false, problems }
}
