import {
  BOLT_GRADES,
  CARRIERS,
  CENTRINGS,
  GEAR_STEELS,
  HARDNESS_SCALES,
  HOLE_DUTIES,
  type HoleDuty,
  HOLE_EDGES,
  LINED_FACES,
  LOCKUP_LININGS,
  ONE_WAY_KINDS,
  PACK_LININGS,
  PLATE_CLASSES,
  PLATE_KINDS,
  SPLINE_FITS,
  STEELS,
  SURFACES,
  type Carrier,
  type Centring,
  type HardnessScale,
  type HoleEdge,
  type LinedFaces,
  type LockupLining,
  type OneWayKind,
  type PackLining,
  type PartKind,
  type PlateClass,
  type PlateKind,
  type SplineFit,
  type Surface,
} from '@plucky/core'
import { IsOptional } from 'class-validator'
import { Label, OneOf, Shape, Shapes, Slug, Texts, YesNo } from './decorators.js'
import {
  CARRIER_WORDS,
  CENTRING_WORDS,
  GROOVE_WORDS,
  HARDNESS_ON_WORDS,
  HOLE_DUTY_WORDS,
  HOLE_EDGE_WORDS,
  HUB_WORDS,
  LINED_FACES_WORDS,
  LOCKUP_LINING_WORDS,
  ONE_WAY_WORDS,
  PACK_LINING_WORDS,
  PLATE_CLASS_WORDS,
  PLATE_KIND_WORDS,
  RUN_OUT_WORDS,
  SPLINE_FIT_WORDS,
  SPLINE_MADE_WORDS,
  SPLINE_ROOT_WORDS,
  SURFACE_WORDS,
} from '../words/option-labels.js'
import { Figure } from './figure.js'
import { BoltSetDto, CertificateDto, ConverterFrontDto, HoleCircleDto, MotorPlateDto, PilotDto } from './fitup.dto.js'
import { PumpDto, ValvesDto } from './oil.dto.js'
import { BushingDto, GrooveDto } from './shaft-features.dto.js'

const namesOf = (steels: readonly { id: string; name: string }[]) => Object.fromEntries(steels.map(({ id, name }) => [id, name]))
const STEEL_WORDS = namesOf(STEELS)
const GEAR_STEEL_WORDS = namesOf(GEAR_STEELS)

export class BoltedJointDto {
  @Figure({ label: 'Number of bolts', from: 3, to: 24, whole: true }) bolts!: number
  @Figure({ label: 'Bolt circle', unit: 'in', from: 1, to: 20 }) circleDiameterM!: number
  @Figure({ label: 'Bolt diameter', unit: 'in', from: 0.2, to: 1 }) boltDiameterM!: number
  @Figure({ label: 'Tightening torque', unit: 'lb-ft', from: 1, to: 500 }) tighteningTorqueNm!: number
  @Figure({ label: 'Nut factor', from: 0.08, to: 0.4 }) nutFactor!: number
  @Figure({ label: 'Joint face friction coefficient', from: 0.03, to: 0.6 }) faceFriction!: number
  @IsOptional() @Figure({ label: 'Thread pitch', unit: 'mm pitch', from: 0.4, to: 4 }) pitchM?: number
  @IsOptional() @OneOf('Grade', BOLT_GRADES.map(({ id }) => id), namesOf(BOLT_GRADES)) gradeId?: string
  @IsOptional() @Shape('Second bolt pattern', () => HoleCircleDto) second?: HoleCircleDto
}

export class FlexPlateDto {
  @OneOf('Flex plate class', PLATE_CLASSES, PLATE_CLASS_WORDS) plateClass!: PlateClass
  @Figure({ label: 'Thickness', unit: 'in', from: 0.04, to: 0.5 }) thicknessM!: number
  @Figure({ label: 'Diameter', unit: 'in', from: 4, to: 25 }) diameterM!: number
  @Figure({ label: 'Pad runout', unit: 'in', from: 0, to: 0.2 }) padRunOutM!: number
  @Shape('Crank joint', () => BoltedJointDto) crankJoint!: BoltedJointDto
  @Shape('Converter joint', () => BoltedJointDto) converterJoint!: BoltedJointDto
  @IsOptional() @Figure({ label: 'Offset, crank flange to pads', unit: 'in', from: 0, to: 6 }) depthM?: number
  @IsOptional() @OneOf('Centered by', CENTRINGS, CENTRING_WORDS) centring?: Centring
  @IsOptional() @Figure({ label: 'Crank spacer ring thickness', unit: 'in', from: 0, to: 1 }) spacerRingM?: number
  @IsOptional() @Figure({ label: 'Spin-test speed', unit: 'rpm', from: 1000, to: 40000 }) spinTestRadPerS?: number
  @IsOptional() @Shape('Certificate', () => CertificateDto) certificate?: CertificateDto
}

export class StallRatingDto {
  @Figure({ label: 'Stall speed', unit: 'rpm', from: 500, to: 9000 }) speedRadPerS!: number
  @Figure({ label: 'Torque the stall was rated behind', unit: 'lb-ft', from: 10, to: 5000 }) referenceTorqueNm!: number
}

export class TableRowDto {
  @Figure({ label: 'Speed ratio', from: 0, to: 1 }) speedRatio!: number
  @Figure({ label: 'Torque ratio', from: 0, to: 6, above: true }) torqueRatio!: number
  @Figure({ label: 'K-factor', unit: 'rpm/√lb-ft', from: 10, to: 5000 }) kFactorRadPerSPerRootNm!: number
}

export class HubSplineDto {
  @Label('Internal spline name', 40) name!: string
  @Slug('Mates with shaft at station') mate!: string
  @Figure({ label: 'Internal spline teeth', from: 6, to: 120, whole: true }) teeth!: number
  @Figure({ label: 'Internal spline pitch', unit: 'mm module', from: 0.2, to: 6 }) moduleM!: number
  @IsOptional() @OneOf('Internal spline fit', SPLINE_FITS, SPLINE_FIT_WORDS) fit?: SplineFit
  @Figure({ label: 'Internal spline length', unit: 'in', from: 0, to: 20, above: true }) lengthM!: number
}

export class ConverterDto {
  @Figure({ label: 'Converter diameter', unit: 'mm', from: 120, to: 500 }) diameterM!: number
  @Shape('Stall rating', () => StallRatingDto) stall!: StallRatingDto
  @Figure({ label: 'Stall torque ratio', from: 1.2, to: 3.5 }) stallTorqueRatio!: number
  @YesNo('Lockup') lockup!: boolean
  @IsOptional() @Slug('Core family') family?: string
  @IsOptional() @Slug('Stator') stator?: string
  @IsOptional() @Shapes('Measured table', () => TableRowDto, { most: 200 }) table?: TableRowDto[]
  @IsOptional() @Shape('External dimensions', () => ConverterFrontDto) front?: ConverterFrontDto
  @IsOptional() @Figure({ label: 'Converter oil volume', unit: 'in³', from: 10, to: 3000 }) oilVolumeM3?: number
  @IsOptional() @Figure({ label: 'Impeller-side inertia', unit: 'kg·m²', from: 0.001, to: 10 }) impellerInertiaKgM2?: number
  @IsOptional() @Figure({ label: 'Turbine-side inertia', unit: 'kg·m²', from: 0.0005, to: 5 }) turbineInertiaKgM2?: number
  @IsOptional() @Shapes('Internal splines', () => HubSplineDto, { most: 6 }) splines?: HubSplineDto[]
}

export class PlateNotchDto {
  @Label('Feature name', 40) name!: string
  @Figure({ label: 'Feature radius', unit: 'mm', from: 5, to: 300 }) radiusM!: number
  @Figure({ label: 'Stress concentration factor', from: 1, to: 6 }) factor!: number
}

export class LockupPistonDto {
  @Figure({ label: 'Piston thickness', unit: 'mm', from: 0.5, to: 40 }) thicknessM!: number
  @OneOf('Piston steel', STEELS.map((steel) => steel.id), STEEL_WORDS) steelId!: string
  @OneOf('Piston inner edge support', ['free', 'guided'], HUB_WORDS) hub!: 'free' | 'guided'
  @Figure({ label: 'Full-contact pressure', unit: 'psi', from: 0, to: 500 }) flatAtPa!: number
  @IsOptional() @Shapes('Windows and rivets', () => PlateNotchDto, { most: 8 }) notches?: PlateNotchDto[]
}

export class LockupCoverDto {
  @Figure({ label: 'Cover thickness', unit: 'mm', from: 1, to: 60 }) thicknessM!: number
  @Figure({ label: 'Pilot boss radius', unit: 'mm', from: 5, to: 200 }) pilotRadiusM!: number
  @Figure({ label: 'Cover support radius', unit: 'mm', from: 20, to: 300 }) outerRadiusM!: number
}

export class LockupDamperDto {
  @Figure({ label: 'Springs', from: 1, to: 24, whole: true }) springs!: number
  @Figure({ label: 'Spring pitch radius', unit: 'mm', from: 10, to: 250 }) radiusM!: number
  @Figure({ label: 'Spring rate, each', unit: 'N/mm', from: 5, to: 5000 }) rateNPerM!: number
  @Figure({ label: 'Spring travel to coil bind', unit: 'mm', from: 0.5, to: 60 }) travelM!: number
}

export class KnownPistonDto {
  @Figure({ label: 'Reference piston thickness', unit: 'mm', from: 0.5, to: 40 }) thicknessM!: number
  @Figure({ label: 'Reference piston pressure limit', unit: 'psi', from: 10, to: 1000 }) pressurePa!: number
}

export class LockupDto {
  @Figure({ label: 'Friction surfaces', from: 1, to: 12, whole: true }) faces!: number
  @Figure({ label: 'Friction face inner radius', unit: 'mm', from: 10, to: 250 }) liningInnerRadiusM!: number
  @Figure({ label: 'Friction face outer radius', unit: 'mm', from: 12, to: 260 }) liningOuterRadiusM!: number
  @Figure({ label: 'Friction material thickness', unit: 'mm', from: 0.2, to: 4 }) liningThicknessM!: number
  @OneOf('Friction material', LOCKUP_LININGS, LOCKUP_LINING_WORDS) lining!: LockupLining
  @Figure({ label: 'Friction coefficient, hot', from: 0.03, to: 0.5 }) hotFriction!: number
  @Figure({ label: 'Inner seal radius', unit: 'mm', from: 5, to: 200 }) sealRadiusM!: number
  @IsOptional() @Figure({ label: 'Outer seal radius', unit: 'mm', from: 12, to: 260 }) pistonOuterRadiusM?: number
  @Shape('Piston', () => LockupPistonDto) piston!: LockupPistonDto
  @IsOptional() @Shape('Cover', () => LockupCoverDto) cover?: LockupCoverDto
  @IsOptional() @Shape('Damper', () => LockupDamperDto) damper?: LockupDamperDto
  @Figure({ label: 'Release clearance', unit: 'mm', from: 0, to: 10 }) gapM!: number
  @IsOptional() @Shape('Reference piston', () => KnownPistonDto) known?: KnownPistonDto
}

export class SplineDto {
  @Figure({ label: 'Spline teeth', from: 6, to: 120, whole: true }) teeth!: number
  @Figure({ label: 'Spline pitch', unit: 'mm module', from: 0.2, to: 6 }) moduleM!: number
  @OneOf('Spline root', ['fillet', 'flat'], SPLINE_ROOT_WORDS) root!: 'fillet' | 'flat'
  @IsOptional() @OneOf('Spline fit', SPLINE_FITS, SPLINE_FIT_WORDS) fit?: SplineFit
  @IsOptional() @OneOf('Spline made by', ['cut', 'rolled'], SPLINE_MADE_WORDS) made?: 'cut' | 'rolled'
  @IsOptional() @OneOf('Spline runout', ['sharp', 'faded'], RUN_OUT_WORDS) runOut?: 'sharp' | 'faded'
  @IsOptional() @Slug('Mates with part at station') mate?: string
}

export class FilletWeldDto {
  @Label('Weld name', 40) name!: string
  @Figure({ label: 'Weld radius', unit: 'in', from: 0.2, to: 12 }) radiusM!: number
  @Figure({ label: 'Weld leg', unit: 'in', from: 0.02, to: 1 }) legM!: number
  @Figure({ label: 'Weld metal yield strength', unit: 'ksi', from: 20, to: 200 }) metalYieldPa!: number
}

export class PressJointDto {
  @Label('Press fit name', 40) name!: string
  @Figure({ label: 'Press fit diameter', unit: 'in', from: 0.2, to: 12 }) seatDiameterM!: number
  @Figure({ label: 'Hub outside diameter', unit: 'in', from: 0.2, to: 16 }) hubDiameterM!: number
  @Figure({ label: 'Press fit length', unit: 'in', from: 0, to: 20, above: true }) lengthM!: number
  @Figure({ label: 'Interference', unit: 'in', from: 0, to: 0.05, above: true }) interferenceM!: number
  @Figure({ label: 'Press fit friction coefficient', from: 0.03, to: 0.6 }) friction!: number
  @IsOptional() @Figure({ label: 'Shaft bore under press fit', unit: 'in', from: 0, to: 10 }) boreDiameterM?: number
  @Figure({ label: 'Hub yield strength', unit: 'ksi', from: 20, to: 350 }) hubYieldPa!: number
}

export class CertifiedSteelDto {
  @Label('Certificate', 60) certificate!: string
  @Figure({ label: 'Yield strength, certified', unit: 'ksi', from: 20, to: 400 }) yieldPa!: number
  @Figure({ label: 'Tensile strength, certified', unit: 'ksi', from: 30, to: 450 }) ultimatePa!: number
}

export class HardnessDto {
  @OneOf('Hardness scale', HARDNESS_SCALES) scale!: HardnessScale
  @Figure({ label: 'Measured hardness', from: 1, to: 800 }) value!: number
  @OneOf('Measured at', ['surface', 'core'], HARDNESS_ON_WORDS) on!: 'surface' | 'core'
}

export class CrossHoleDto {
  @Label('Hole name', 40) name!: string
  @Figure({ label: 'Hole position from front', unit: 'in', from: 0, to: 60 }) fromFrontM!: number
  @Figure({ label: 'Hole diameter', unit: 'in', from: 0.01, to: 2 }) diameterM!: number
  @IsOptional() @Figure({ label: 'Number of drillings', from: 1, to: 4, whole: true }) drillings?: number
  @IsOptional() @OneOf('Hole edge', HOLE_EDGES, HOLE_EDGE_WORDS) edge?: HoleEdge
  @IsOptional() @OneOf('Oil for', HOLE_DUTIES, HOLE_DUTY_WORDS) duty?: HoleDuty
}

export class ShaftSectionDto {
  @Label('Section name', 40) name!: string
  @Figure({ label: 'Diameter', unit: 'in', from: 0.1, to: 8 }) outerDiameterM!: number
  @Figure({ label: 'Bore', unit: 'in', from: 0, to: 8 }) boreDiameterM!: number
  @Figure({ label: 'Length', unit: 'in', from: 0, to: 60, above: true }) lengthM!: number
  @IsOptional() @Shape('Spline', () => SplineDto) spline?: SplineDto
  @IsOptional() @Figure({ label: 'Cross hole at mid-section', unit: 'in', from: 0, to: 2 }) crossHoleDiameterM?: number
  @IsOptional() @Figure({ label: 'Fillet radius at rear step', unit: 'in', from: 0, to: 2 }) filletRadiusM?: number
  @IsOptional() @YesNo('Carries no torque') idle?: boolean
}

export class ShaftDto {
  @OneOf('Steel', STEELS.map((steel) => steel.id), STEEL_WORDS) steelId!: string
  @IsOptional() @Shape('Material certificate', () => CertifiedSteelDto) certified?: CertifiedSteelDto
  @Figure({ label: 'Case depth', unit: 'in', from: 0, to: 1 }) caseDepthM!: number
  @IsOptional() @OneOf('Surface', SURFACES, SURFACE_WORDS) surface?: Surface
  @Shapes('Sections', () => ShaftSectionDto, { least: 1, most: 30 })
  sections!: ShaftSectionDto[]
  @IsOptional() @Shapes('Cross holes', () => CrossHoleDto, { most: 20 }) holes?: CrossHoleDto[]
  @IsOptional() @Shapes('Grooves', () => GrooveDto, { most: 20 }) grooves?: GrooveDto[]
  @IsOptional() @Shapes('Bushings', () => BushingDto, { most: 6 }) bushings?: BushingDto[]
  @IsOptional() @Shapes('Welds', () => FilletWeldDto, { most: 8 }) welds?: FilletWeldDto[]
  @IsOptional() @Shapes('Press fits', () => PressJointDto, { most: 4 }) presses?: PressJointDto[]
  @IsOptional() @Shape('Hardness test', () => HardnessDto) hardness?: HardnessDto
}

export class HubDto {
  @OneOf('Steel', STEELS.map((steel) => steel.id), STEEL_WORDS) steelId!: string
  @IsOptional() @Shape('Material certificate', () => CertifiedSteelDto) certified?: CertifiedSteelDto
  @Figure({ label: 'Hub outside diameter', unit: 'in', from: 0.2, to: 16 }) outerDiameterM!: number
  @Figure({ label: 'Hub length', unit: 'in', from: 0, to: 20, above: true }) lengthM!: number
  @IsOptional() @Shapes('Internal splines', () => HubSplineDto, { most: 6 }) splines?: HubSplineDto[]
  @IsOptional() @Shapes('Welds', () => FilletWeldDto, { most: 8 }) welds?: FilletWeldDto[]
  @IsOptional() @Shapes('Press fits', () => PressJointDto, { most: 4 }) presses?: PressJointDto[]
  @IsOptional() @Shape('Bolted flange', () => BoltedJointDto) flange?: BoltedJointDto
}

export class PistonChamberDto {
  @Figure({ label: 'Piston inner radius', unit: 'mm', from: 0, to: 400 }) innerRadiusM!: number
  @Figure({ label: 'Piston outer radius', unit: 'mm', from: 5, to: 400 }) outerRadiusM!: number
  @IsOptional() @Texts('Fed in gears', { most: 20 }) fedIn?: string[]
}

export class PlateDto {
  @OneOf('Plate type', PLATE_KINDS, PLATE_KIND_WORDS) kind!: PlateKind
  @Figure({ label: 'Plate thickness', unit: 'mm', from: 0.4, to: 20 }) thicknessM!: number
  @IsOptional() @OneOf('Friction side', LINED_FACES, LINED_FACES_WORDS) lining?: LinedFaces
  @IsOptional() @OneOf('Splined to', ['hub', 'drum'], { hub: 'the hub', drum: 'the drum' }) turnsWith?: 'hub' | 'drum'
  @IsOptional() @OneOf('Groove direction, hub rotation', ['forward', 'backward'], GROOVE_WORDS) grooves?: 'forward' | 'backward'
}

export class SelectiveDto {
  @Figure({ label: 'Size', unit: 'mm', from: 0.4, to: 20 }) thicknessM!: number
}

export class PackStackDto {
  @Shapes('Plates, piston to snap ring', () => PlateDto, { least: 1, most: 60 }) plates!: PlateDto[]
  @Figure({ label: 'Drum depth', unit: 'mm', from: 5, to: 300 }) drumDepthM!: number
  @Figure({ label: 'Piston height', unit: 'mm', from: 1, to: 150 }) pistonHeightM!: number
  @IsOptional() @Figure({ label: 'Minimum piston height after machining', unit: 'mm', from: 1, to: 150 }) pistonLeastHeightM?: number
  @Figure({ label: 'Snap ring thickness', unit: 'mm', from: 0.5, to: 8 }) ringThicknessM!: number
  @Figure({ label: 'Snap ring groove width', unit: 'mm', from: 0.5, to: 10 }) ringGrooveM!: number
  @IsOptional() @Shapes('Selective snap rings', () => SelectiveDto, { most: 12 }) selectiveRings?: SelectiveDto[]
  @IsOptional() @Shapes('Selective backing plates', () => SelectiveDto, { most: 12 }) selectiveBackings?: SelectiveDto[]
  @IsOptional() @Figure({ label: 'Clearance, min', unit: 'in', from: 0, to: 0.4 }) leastClearanceM?: number
  @IsOptional() @Figure({ label: 'Clearance, max', unit: 'in', from: 0, to: 0.4 }) mostClearanceM?: number
}

export class PackDto {
  @Figure({ label: 'Friction face inner radius', unit: 'mm', from: 5, to: 400 }) liningInnerRadiusM!: number
  @Figure({ label: 'Friction face outer radius', unit: 'mm', from: 5, to: 400 }) liningOuterRadiusM!: number
  @Figure({ label: 'Friction plates', from: 1, to: 16, whole: true }) linedPlates!: number
  @Figure({ label: 'Friction sides per plate', from: 1, to: 2, whole: true }) facesPerPlate!: 1 | 2
  @Figure({ label: 'Static friction coefficient, hot', from: 0.03, to: 0.5 }) hotStaticFriction!: number
  @Shapes('Piston areas', () => PistonChamberDto, { least: 1, most: 4 })
  chambers!: PistonChamberDto[]
  @Figure({ label: 'Return spring force', unit: 'N', from: 0, to: 10000 }) returnSpringN!: number
  @Figure({ label: 'Wave plate force', unit: 'N', from: 0, to: 5000 }) cushionN!: number
  @Figure({ label: 'Sealing ring pressure loss', unit: 'psi', from: 0, to: 60 }) ringLossPa!: number
  @IsOptional() @Figure({ label: 'Feed orifice diameter', unit: 'mm', from: 0.5, to: 20 }) feedDiameterM?: number
  @IsOptional() @Figure({ label: 'Equivalent leak orifice, sealing rings', unit: 'mm', from: 0, to: 10 }) ringLeakDiameterM?: number
  @IsOptional() @YesNo('Sealing ring bore grooved') boreGrooved?: boolean
  @IsOptional() @Figure({ label: 'Clutch clearance', unit: 'in', from: 0, to: 0.4 }) clearanceM?: number
  @IsOptional() @Figure({ label: 'Inner radius of centrifugal oil', unit: 'mm', from: 0, to: 400 }) oilFillRadiusM?: number
  @YesNo('Balance dam (centrifugal oil canceled)') balanced!: boolean
  @Figure({ label: 'Friction plate thickness', unit: 'mm', from: 0.5, to: 6 }) platesThicknessM!: number
  @Figure({ label: 'Steel plate thickness', unit: 'mm', from: 0.5, to: 8 }) steelThicknessM!: number
  @IsOptional() @OneOf('Friction material', PACK_LININGS, PACK_LINING_WORDS) lining?: PackLining
  @IsOptional() @Shape('Stack', () => PackStackDto) stack?: PackStackDto
  @IsOptional() @Label('Sealing ring left out', 60) ringLeftOut?: string
  @IsOptional() @Shapes('Welds', () => FilletWeldDto, { most: 8 }) welds?: FilletWeldDto[]
  @IsOptional() @Shapes('Internal splines', () => HubSplineDto, { most: 6 }) splines?: HubSplineDto[]
}

export class BandDto {
  @Figure({ label: 'Drum radius', unit: 'mm', from: 20, to: 300 }) drumRadiusM!: number
  @Figure({ label: 'Width', unit: 'mm', from: 10, to: 150 }) widthM!: number
  @Figure({ label: 'Wrap angle', unit: 'deg', from: 90, to: 720 }) wrapRad!: number
  @Figure({ label: 'Static friction coefficient, hot', from: 0.03, to: 0.5 }) hotStaticFriction!: number
  @Shapes('Servo piston areas', () => PistonChamberDto, { least: 1, most: 4 }) servo!: PistonChamberDto[]
  @Figure({ label: 'Lever ratio', from: 0.5, to: 10 }) leverRatio!: number
  @Figure({ label: 'Return spring force', unit: 'N', from: 0, to: 5000 }) returnSpringN!: number
  @Figure({ label: 'Sealing ring pressure loss', unit: 'psi', from: 0, to: 60 }) ringLossPa!: number
  @IsOptional() @Figure({ label: 'Band clearance', unit: 'mm', from: 0, to: 5 }) gapM?: number
  @IsOptional() @OneOf('Friction material', PACK_LININGS, PACK_LINING_WORDS) lining?: PackLining
  @IsOptional() @Figure({ label: 'Anchor load limit', unit: 'N', from: 100, to: 200000 }) anchorMostN?: number
  @IsOptional() @Figure({ label: 'Strut and lever load limit', unit: 'N', from: 100, to: 100000 }) strutMostN?: number
  @OneOf('Self-energizing drum rotation', ['forward', 'backward'], { forward: 'input rotation', backward: 'opposite input' })
  tightens!: 'forward' | 'backward'
}

export class OneWayDto {
  @OneOf('One-way clutch type', ONE_WAY_KINDS, ONE_WAY_WORDS) elementKind!: OneWayKind
  @Figure({ label: 'Rollers, sprags or pawls', from: 3, to: 80, whole: true }) elements!: number
  @Figure({ label: 'Element length', unit: 'mm', from: 2, to: 80 }) elementLengthM!: number
  @Figure({ label: 'Inner race radius', unit: 'mm', from: 5, to: 300 }) innerRaceRadiusM!: number
  @Figure({ label: 'Element diameter', unit: 'mm', from: 2, to: 40 }) elementDiameterM!: number
  @IsOptional() @Figure({ label: 'Wedge angle', unit: 'deg', from: 1, to: 8 }) wedgeAngleRad?: number
  @IsOptional() @Figure({ label: 'Outer race thickness', unit: 'mm', from: 1, to: 60 }) outerRaceThicknessM?: number
}

export class GearSetDto {
  @Figure({ label: 'Pinions', from: 1, to: 8, whole: true }) pinions!: number
  @Figure({ label: 'Gear pitch', unit: 'mm module', from: 0.5, to: 8 }) moduleM!: number
  @Figure({ label: 'Face width', unit: 'mm', from: 5, to: 120 }) faceWidthM!: number
  @Figure({ label: 'Smallest sun pitch radius', unit: 'mm', from: 8, to: 200 }) sunRadiusM!: number
  @IsOptional() @OneOf('Gear steel', GEAR_STEELS.map((steel) => steel.id), GEAR_STEEL_WORDS) steelId?: string
  @IsOptional() @Figure({ label: 'Helix angle', unit: 'deg', from: 0, to: 40 }) helixRad?: number
  @IsOptional() @Figure({ label: 'Geometry factor J', from: 0.15, to: 0.7 }) geometryFactor?: number
  @IsOptional() @Figure({ label: 'Face load factor Km', from: 1, to: 2 }) faceLoadFactor?: number
  @IsOptional() @OneOf('Pinion pins held', CARRIERS, CARRIER_WORDS) carrier?: Carrier
  @IsOptional() @Shapes('Internal splines', () => HubSplineDto, { most: 6 }) splines?: HubSplineDto[]
}

export class ShellDto {
  @Figure({ label: 'Thickness', unit: 'in', from: 0.04, to: 1 }) thicknessM!: number
  @Figure({ label: 'Neck radius', unit: 'mm', from: 8, to: 200 }) neckRadiusM!: number
  @Figure({ label: 'Outer radius', unit: 'mm', from: 10, to: 300 }) outerRadiusM!: number
  @Figure({ label: 'Length', unit: 'mm', from: 5, to: 400 }) lengthM!: number
  @IsOptional() @OneOf('Steel', STEELS.map((steel) => steel.id), STEEL_WORDS) steelId?: string
  @IsOptional() @Shape('Material certificate', () => CertifiedSteelDto) certified?: CertifiedSteelDto
  @IsOptional() @Figure({ label: 'Windows around the neck', from: 0, to: 40, whole: true }) windows?: number
  @IsOptional() @Figure({ label: 'Window width', unit: 'mm', from: 0, to: 100 }) windowWidthM?: number
  @IsOptional() @Shapes('Welds', () => FilletWeldDto, { most: 8 }) welds?: FilletWeldDto[]
  @IsOptional() @Shapes('Internal splines', () => HubSplineDto, { most: 6 }) splines?: HubSplineDto[]
}

/** Geometry class by kind of part. */
export const GEOMETRY_DTOS = {
  'flex-plate': FlexPlateDto,
  converter: ConverterDto,
  lockup: LockupDto,
  shaft: ShaftDto,
  hub: HubDto,
  pack: PackDto,
  band: BandDto,
  'one-way': OneWayDto,
  'gear-set': GearSetDto,
  shell: ShellDto,
  pump: PumpDto,
  valves: ValvesDto,
  bolts: BoltSetDto,
  'motor-plate': MotorPlateDto,
  pilot: PilotDto,
} satisfies Record<PartKind, new () => object>
