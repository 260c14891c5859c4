import {
  FAULT_KINDS,
  OFTEN,
  PART_KINDS,
  unitIssues,
  type FaultKind,
  type FaultFrequency,
  type PartKind,
  type Unit,
  type PlanetarySet,
  type RigidJoint,
  type ShiftElement,
  type GearRange,
  type GearTrain,
  type StripPlace,
  type UnitAccumulator,
  type Station,
  type StationLoad,
  type Variant,
  type UnitThrust,
  type UsualFault,
  isShape,
} from '@plucky/core'
import { IsOptional, ValidateIf } from 'class-validator'
import { Label, OneOf, Shape, Shapes, Slug, Slugs, Texts, YesNo } from './decorators.js'
import { toProblem } from '../words/error-messages.js'
import { checkShape, type Checked } from './check.js'
import { FAULT_KIND_WORDS, OFTEN_WORDS } from '../words/option-labels.js'
import { PART_KIND_WORDS } from '../parts/part-words.js'
import { Figure } from './figure.js'
import { UnitFitDto } from './fitup.dto.js'
import { AirPortDto, WeakPlaceDto } from './weak-place.dto.js'

export class PlanetarySetDto implements PlanetarySet {
  @Label('Set', 40) id!: string
  @OneOf('Gear set type', ['simple', 'double-pinion']) kind!: 'simple' | 'double-pinion'
  @Label('Sun member', 40) sun!: string
  @Label('Ring member', 40) ring!: string
  @Label('Carrier member', 40) carrier!: string
  @Figure({ label: 'Sun teeth', from: 10, to: 200, whole: true }) sunTeeth!: number
  @Figure({ label: 'Ring teeth', from: 20, to: 400, whole: true }) ringTeeth!: number
  @Figure({ label: 'Pinions', from: 1, to: 8, whole: true }) pinions!: number
  @IsOptional() @Figure({ label: 'Efficiency, carrier held', from: 0.5, to: 1 }) efficiency?: number
  @IsOptional() @Figure({ label: 'Inner pinion teeth', from: 9, to: 200, whole: true }) innerPinionTeeth?: number
  @IsOptional() @Figure({ label: 'Outer pinion teeth', from: 9, to: 200, whole: true }) outerPinionTeeth?: number
}

export class RigidJointDto implements RigidJoint {
  @Label('Joint', 40) id!: string
  @Label('Joins', 40) a!: string
  @Label('To', 40) b!: string
}

export class ShiftElementDto implements ShiftElement {
  @Label('Element', 40) id!: string
  @OneOf('Element type', ['clutch', 'brake', 'band', 'one-way']) kind!: 'clutch' | 'brake' | 'band' | 'one-way'
  @Label('Between', 40) a!: string
  @Label('And', 40) b!: string
  @IsOptional() @OneOf('Holding direction', ['forward', 'backward']) holds?: 'forward' | 'backward'
  @IsOptional() @Label('Piston drum member', 40) pistonOn?: string
}

export class GearRangeDto implements GearRange {
  @Label('Gear', 8) id!: string
  @Label('Gear name', 20) name!: string
  @Texts('Applied clutches and bands', { most: 12 }) on!: string[]
  @YesNo('Reverse') reverse!: boolean
  @YesNo('Lockup') lockup!: boolean
}

export class GearTrainDto implements GearTrain {
  @Texts('Members', { least: 2, most: 60 }) members!: string[]
  @Shapes('Gear sets', () => PlanetarySetDto, { most: 12 }) sets!: PlanetarySetDto[]
  @Shapes('Joints', () => RigidJointDto, { most: 60 }) joints!: RigidJointDto[]
  @Shapes('Clutches, bands and one-way clutches', () => ShiftElementDto, { most: 16 }) elements!: ShiftElementDto[]
  @Label('Input is', 40) input!: string
  @Label('Output is', 40) output!: string
  @Shapes('Gears', () => GearRangeDto, { least: 1, most: 16 }) ranges!: GearRangeDto[]
}

export class StationLoadDto {
  @OneOf('Load source', ['engine', 'stator', 'turbine', 'lockup', 'link', 'sets', 'output', 'none']) at!: string
  @ValidateIf((load: StationLoadDto) => load.at === 'link') @Label('Joint or element', 40) id?: string
  @ValidateIf((load: StationLoadDto) => load.at === 'sets') @Texts('Gear sets', { least: 1, most: 20 }) ids?: string[]
}

export class StripPlaceDto implements StripPlace {
  @OneOf('Row on the diagram', ['line', 'upper', 'rail', 'beside']) lane!: 'line' | 'upper' | 'rail' | 'beside'
  @Figure({ label: 'Column', from: 0, to: 30, whole: true }) column!: number
  @Texts('Fed from', { most: 8 }) from!: string[]
  @IsOptional() @YesNo('Grounded to case') grounded?: boolean
}

export class AccumulatorDto implements UnitAccumulator {
  @Label('Shift into gear', 8) into!: string
  @Figure({ label: 'Apply pressure at start of shift, share of line', from: 0.05, to: 1 }) fromShare!: number
  @Figure({ label: 'Apply pressure at end of accumulator travel, share of line', from: 0.05, to: 1 }) toShare!: number
  @Figure({ label: 'Accumulator travel time', unit: 's', from: 0.02, to: 3 }) travelS!: number
}

export class CaseBoreDto {
  @Slug('Station') stationId!: string
  @Figure({ label: 'Case bore radius', unit: 'mm', from: 10, to: 500 }) radiusM!: number
}

export class StationDto implements Station {
  @Slug('Station') id!: string
  @Label('Code', 8) code!: string
  @Label('Name', 40) name!: string
  @OneOf('Part type', PART_KINDS, PART_KIND_WORDS) kind!: PartKind
  @Shape('Load', () => StationLoadDto) load!: StationLoad
  @Label('Rotates with', 40) speedOf!: string
  @Shape('Position on the power-flow diagram', () => StripPlaceDto) strip!: StripPlaceDto
}

export class VariantDto implements Variant {
  @Slug('Variant') id!: string
  @Label('Variant name', 40) name!: string
  @Label('How to identify it', 200) tell!: string
  @Slugs('Provides', { most: 20 }) offers!: string[]
}

export class UnitThrustDto implements UnitThrust {
  @Label('Thrust surface', 40) id!: string
  @Label('First face, member', 40) a!: string
  @Label('Second face, member', 40) b!: string
  @Label('Loaded by gear set', 40) set!: string
  @Figure({ label: 'Helix angle', unit: 'deg', from: 0, to: 40 }) helixRad!: number
  @Figure({ label: 'Sun pitch radius', unit: 'mm', from: 8, to: 200 }) sunRadiusM!: number
  @OneOf('Surface type', ['washer', 'needle'], { washer: 'plain washer', needle: 'needle bearing' }) kind!: 'washer' | 'needle'
  @Figure({ label: 'Inner radius', unit: 'mm', from: 5, to: 200 }) innerRadiusM!: number
  @Figure({ label: 'Outer radius', unit: 'mm', from: 6, to: 250 }) outerRadiusM!: number
  @IsOptional() @Figure({ label: 'Dynamic load rating', unit: 'N', from: 100, to: 1e6 }) dynamicRatingN?: number
}

export class UsualFaultDto implements UsualFault {
  @Label('Joint, element or set', 40) at!: string
  @OneOf('Failure mode', FAULT_KINDS, FAULT_KIND_WORDS) kind!: FaultKind
  @OneOf('Frequency', OFTEN, OFTEN_WORDS) often!: FaultFrequency
}

export class UnitDto implements Unit {
  @Slug('Transmission id') id!: string
  @Label('Name', 40) name!: string
  @Shape('Gear train', () => GearTrainDto) train!: GearTrainDto
  @Shapes('Stations', () => StationDto, { most: 40 }) stations!: StationDto[]
  @IsOptional() @Shapes('Variants', () => VariantDto, { most: 20 }) variants?: VariantDto[]
  @IsOptional() @Shapes('Thrust surfaces', () => UnitThrustDto, { most: 40 }) thrusts?: UnitThrustDto[]
  @IsOptional() @Figure({ label: 'Full-power upshift time', unit: 's', from: 0.05, to: 2 }) shiftS?: number
  @IsOptional() @Shapes('Accumulators', () => AccumulatorDto, { most: 16 }) accumulators?: AccumulatorDto[]
  @IsOptional() @Shapes('Case bores', () => CaseBoreDto, { most: 40 }) caseBores?: CaseBoreDto[]
  @IsOptional() @Figure({ label: 'Case line pressure limit', unit: 'psi', from: 50, to: 1000 }) casePressurePa?: number
  @IsOptional() @Shape('Fit-up dimensions', () => UnitFitDto) fit?: UnitFitDto
  @IsOptional() @Shapes('Known failures', () => UsualFaultDto, { most: 60 }) usual?: UsualFaultDto[]
  @IsOptional() @Shapes('Air test ports', () => AirPortDto, { most: 40 }) ports?: AirPortDto[]
  @IsOptional() @Shapes('Weak places', () => WeakPlaceDto, { most: 80 }) weakPlaces?: WeakPlaceDto[]
}

/** A unit may leave out stations and joints where it has none, and say of a range only what is so. */
function unsaid(plain: unknown): unknown {
  if (!isShape(plain) || !isShape(plain['train'])) return plain
  const { train } = plain
  const ranges = Array.isArray(train['ranges'])
    ? train['ranges'].map((range: unknown) => (isShape(range) ? { reverse: false, lockup: false, ...range } : range))
    : train['ranges']
  return { stations: [], ...plain, train: { joints: [], ...train, ranges } }
}

/** Checks a unit's shape, then whether its gear train can be built and named as written. */
export function checkUnit(plain: unknown): Checked<Unit> {
  const shape = checkShape(UnitDto, unsaid(plain))
  if (!shape.ok) return shape
  const unit = shape.value
  const problems = unitIssues(unit).map(toProblem)
  return problems.length === 0 ? { ok: true, value: unit } : { ok: false, problems }
}
