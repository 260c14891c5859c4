import {
  BOLT_GRADES,
  CENTRINGS,
  GEAR_STEELS,
  HARDNESS_SCALES,
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
  CENTRING_WORDS,
  GROOVE_WORDS,
  HARDNESS_ON_WORDS,
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
} from '../words/choices.js'
import { Figure } from './figure.js'
import { BoltSetDto, CertificateDto, ConverterFrontDto, HoleCircleDto, MotorPlateDto, PilotDto } from './fitup.dto.js'
import { PumpDto, ValvesDto } from './oil.dto.js'

const namesOf = (steels: readonly { id: string; name: string }[]) => Object.fromEntries(steels.map(({ id, name }) => [id, name]))
const STEEL_WORDS = namesOf(STEELS)
const GEAR_STEEL_WORDS = namesOf(GEAR_STEELS)

export class BoltedJointDto {
  @Figure({ label: 'Number of bolts', from: 3, to: 24, whole: true }) bolts!: number
  @Figure({ label: 'Bolt circle', unit: 'in', from: 1, to: 20 }) circleDiameterM!: number
  @Figure({ label: 'Bolt diameter', unit: 'in', from: 0.2, to: 1 }) boltDiameterM!: number
  @Figure({ label: 'Tightening torque', unit: 'lb-ft', from: 1, to: 500 }) tighteningTorqueNm!: number
  @Figure({ label: 'Nut factor', from: 0.08, to: 0.4 }) nutFactor!: number
  @Figure({ label: 'Friction between the faces', from: 0.03, to: 0.6 }) faceFriction!: number
  @IsOptional() @Figure({ label: 'Pitch of the thread', unit: 'mm', from: 0.4, to: 4 }) pitchM?: number
  @IsOptional() @OneOf('Grade', BOLT_GRADES.map(({ id }) => id), namesOf(BOLT_GRADES)) gradeId?: string
  @IsOptional() @Shape('Second pattern', () => HoleCircleDto) second?: HoleCircleDto
}

export class FlexPlateDto {
  @OneOf('Class of plate', PLATE_CLASSES, PLATE_CLASS_WORDS) plateClass!: PlateClass
  @Figure({ label: 'Thickness', unit: 'in', from: 0.04, to: 0.5 }) thicknessM!: number
  @Figure({ label: 'Diameter', unit: 'in', from: 4, to: 25 }) diameterM!: number
  @Figure({ label: 'Run-out of the pads', unit: 'in', from: 0, to: 0.2 }) padRunOutM!: number
  @Shape('Crank joint', () => BoltedJointDto) crankJoint!: BoltedJointDto
  @Shape('Converter joint', () => BoltedJointDto) converterJoint!: BoltedJointDto
  @IsOptional() @Figure({ label: 'Crank face to the face of its pads', unit: 'in', from: 0, to: 6 }) depthM?: number
  @IsOptional() @OneOf('Kept in the middle by', CENTRINGS, CENTRING_WORDS) centring?: Centring
  @IsOptional() @Figure({ label: 'Spacer ring at the crank', unit: 'in', from: 0, to: 1 }) spacerRingM?: number
  @IsOptional() @Figure({ label: 'Spun to, by its standard', unit: 'rpm', from: 1000, to: 40000 }) spinTestRadPerS?: number
  @IsOptional() @Shape('Certificate', () => CertificateDto) certificate?: CertificateDto
}

export class StallRatingDto {
  @Figure({ label: 'Stall speed', unit: 'rpm', from: 500, to: 9000 }) speedRadPerS!: number
  @Figure({ label: 'Torque behind which the stall was rated', unit: 'lb-ft', from: 10, to: 5000 }) referenceTorqueNm!: number
}

export class TableRowDto {
  @Figure({ label: 'Speed ratio', from: 0, to: 1 }) speedRatio!: number
  @Figure({ label: 'Torque ratio', from: 0, to: 6, above: true }) torqueRatio!: number
  @Figure({ label: 'K-factor', unit: 'rpm/√lb-ft', from: 10, to: 5000 }) kFactorRadPerSPerRootNm!: number
}

export class HubSplineDto {
  @Label('Name of the inner spline', 40) name!: string
  @Slug('Takes the shaft of station') mate!: string
  @Figure({ label: 'Teeth of the inner spline', from: 6, to: 120, whole: true }) teeth!: number
  @Figure({ label: 'Module of the inner spline', unit: 'mm', from: 0.2, to: 6 }) moduleM!: number
  @IsOptional() @OneOf('Fit of the inner spline', SPLINE_FITS, SPLINE_FIT_WORDS) fit?: SplineFit
  @Figure({ label: 'Length of the inner spline', unit: 'in', from: 0, to: 20, above: true }) lengthM!: number
}

export class ConverterDto {
  @Figure({ label: 'Core diameter', unit: 'mm', from: 120, to: 500 }) diameterM!: number
  @Shape('Stall rating', () => StallRatingDto) stall!: StallRatingDto
  @Figure({ label: 'Stall torque ratio', from: 1.2, to: 3.5 }) stallTorqueRatio!: number
  @YesNo('Locks up') lockup!: boolean
  @IsOptional() @Slug('Family of cores') family?: string
  @IsOptional() @Slug('Stator') stator?: string
  @IsOptional() @Shapes('Measured table', () => TableRowDto, { most: 200 }) table?: TableRowDto[]
  @IsOptional() @Shape('Outside', () => ConverterFrontDto) front?: ConverterFrontDto
  @IsOptional() @Figure({ label: 'Oil in it', unit: 'in³', from: 10, to: 3000 }) oilVolumeM3?: number
  @IsOptional() @Figure({ label: 'Inertia with the engine', unit: 'kg·m²', from: 0.001, to: 10 }) impellerInertiaKgM2?: number
  @IsOptional() @Figure({ label: 'Inertia with the turbine', unit: 'kg·m²', from: 0.0005, to: 5 }) turbineInertiaKgM2?: number
  @IsOptional() @Shapes('Inner splines', () => HubSplineDto, { most: 6 }) splines?: HubSplineDto[]
}

export class PlateNotchDto {
  @Label('Name of the place', 40) name!: string
  @Figure({ label: 'Radius of the place', unit: 'mm', from: 5, to: 300 }) radiusM!: number
  @Figure({ label: 'Stress concentration', from: 1, to: 6 }) factor!: number
}

export class LockupPistonDto {
  @Figure({ label: 'Thickness of the piston', unit: 'mm', from: 0.5, to: 40 }) thicknessM!: number
  @OneOf('Steel of the piston', STEELS.map((steel) => steel.id), STEEL_WORDS) steelId!: string
  @OneOf('Inner edge of the piston', ['free', 'guided'], HUB_WORDS) hub!: 'free' | 'guided'
  @Figure({ label: 'Lies flat at', unit: 'psi', from: 0, to: 500 }) flatAtPa!: number
  @IsOptional() @Shapes('Windows and rivets', () => PlateNotchDto, { most: 8 }) notches?: PlateNotchDto[]
}

export class LockupCoverDto {
  @Figure({ label: 'Thickness of the cover', unit: 'mm', from: 1, to: 60 }) thicknessM!: number
  @Figure({ label: 'Radius of the pilot boss', unit: 'mm', from: 5, to: 200 }) pilotRadiusM!: number
  @Figure({ label: 'Radius at which the cover is held', unit: 'mm', from: 20, to: 300 }) outerRadiusM!: number
}

export class LockupDamperDto {
  @Figure({ label: 'Springs', from: 1, to: 24, whole: true }) springs!: number
  @Figure({ label: 'Radius of the springs', unit: 'mm', from: 10, to: 250 }) radiusM!: number
  @Figure({ label: 'Rate of a spring', unit: 'N/mm', from: 5, to: 5000 }) rateNPerM!: number
  @Figure({ label: 'Travel until it binds', unit: 'mm', from: 0.5, to: 60 }) travelM!: number
}

export class KnownPistonDto {
  @Figure({ label: 'Thickness of the known piston', unit: 'mm', from: 0.5, to: 40 }) thicknessM!: number
  @Figure({ label: 'Pressure it is known to bear', unit: 'psi', from: 10, to: 1000 }) pressurePa!: number
}

export class LockupDto {
  @Figure({ label: 'Faces', from: 1, to: 12, whole: true }) faces!: number
  @Figure({ label: 'Inner radius of the lining', unit: 'mm', from: 10, to: 250 }) liningInnerRadiusM!: number
  @Figure({ label: 'Outer radius of the lining', unit: 'mm', from: 12, to: 260 }) liningOuterRadiusM!: number
  @Figure({ label: 'Thickness of the lining', unit: 'mm', from: 0.2, to: 4 }) liningThicknessM!: number
  @OneOf('Lining', LOCKUP_LININGS, LOCKUP_LINING_WORDS) lining!: LockupLining
  @Figure({ label: 'Hot friction', from: 0.03, to: 0.5 }) hotFriction!: number
  @Figure({ label: 'Radius of the inner seal', unit: 'mm', from: 5, to: 200 }) sealRadiusM!: number
  @IsOptional() @Figure({ label: 'Radius of the outer seal', unit: 'mm', from: 12, to: 260 }) pistonOuterRadiusM?: number
  @Shape('Piston', () => LockupPistonDto) piston!: LockupPistonDto
  @IsOptional() @Shape('Cover', () => LockupCoverDto) cover?: LockupCoverDto
  @IsOptional() @Shape('Damper', () => LockupDamperDto) damper?: LockupDamperDto
  @Figure({ label: 'Stands off when released', unit: 'mm', from: 0, to: 10 }) gapM!: number
  @IsOptional() @Shape('Known piston', () => KnownPistonDto) known?: KnownPistonDto
}

export class SplineDto {
  @Figure({ label: 'Teeth of the spline', from: 6, to: 120, whole: true }) teeth!: number
  @Figure({ label: 'Module of the spline', unit: 'mm', from: 0.2, to: 6 }) moduleM!: number
  @OneOf('Root of the spline', ['fillet', 'flat'], SPLINE_ROOT_WORDS) root!: 'fillet' | 'flat'
  @IsOptional() @OneOf('Fit of the spline', SPLINE_FITS, SPLINE_FIT_WORDS) fit?: SplineFit
  @IsOptional() @OneOf('Spline made by', ['cut', 'rolled'], SPLINE_MADE_WORDS) made?: 'cut' | 'rolled'
  @IsOptional() @OneOf('End of the teeth', ['sharp', 'faded'], RUN_OUT_WORDS) runOut?: 'sharp' | 'faded'
  @IsOptional() @Slug('Goes into the part of station') mate?: string
}

export class FilletWeldDto {
  @Label('Name of the weld', 40) name!: string
  @Figure({ label: 'Radius of the weld', unit: 'in', from: 0.2, to: 12 }) radiusM!: number
  @Figure({ label: 'Leg of the weld', unit: 'in', from: 0.02, to: 1 }) legM!: number
  @Figure({ label: 'Yield of the weld metal', unit: 'ksi', from: 20, to: 200 }) metalYieldPa!: number
}

export class PressJointDto {
  @Label('Name of the press joint', 40) name!: string
  @Figure({ label: 'Diameter of the seat', unit: 'in', from: 0.2, to: 12 }) seatDiameterM!: number
  @Figure({ label: 'Outside of the hub', unit: 'in', from: 0.2, to: 16 }) hubDiameterM!: number
  @Figure({ label: 'Length of the seat', unit: 'in', from: 0, to: 20, above: true }) lengthM!: number
  @Figure({ label: 'Interference', unit: 'in', from: 0, to: 0.05, above: true }) interferenceM!: number
  @Figure({ label: 'Friction in the seat', from: 0.03, to: 0.6 }) friction!: number
  @IsOptional() @Figure({ label: 'Bore under the seat', unit: 'in', from: 0, to: 10 }) boreDiameterM?: number
  @Figure({ label: 'Yield of the hub', unit: 'ksi', from: 20, to: 350 }) hubYieldPa!: number
}

export class CertifiedSteelDto {
  @Label('Certificate', 60) certificate!: string
  @Figure({ label: 'Yield by certificate', unit: 'ksi', from: 20, to: 400 }) yieldPa!: number
  @Figure({ label: 'Tensile by certificate', unit: 'ksi', from: 30, to: 450 }) ultimatePa!: number
}

export class HardnessDto {
  @OneOf('Scale of hardness', HARDNESS_SCALES) scale!: HardnessScale
  @Figure({ label: 'Hardness read', from: 1, to: 800 }) value!: number
  @OneOf('Read on', ['surface', 'core'], HARDNESS_ON_WORDS) on!: 'surface' | 'core'
}

export class CrossHoleDto {
  @Label('Name of the hole', 40) name!: string
  @Figure({ label: 'Hole from the front', unit: 'in', from: 0, to: 60 }) fromFrontM!: number
  @Figure({ label: 'Diameter of the hole', unit: 'in', from: 0.01, to: 2 }) diameterM!: number
  @IsOptional() @Figure({ label: 'Drillings through there', from: 1, to: 4, whole: true }) drillings?: number
  @IsOptional() @OneOf('Edge of the hole', HOLE_EDGES, HOLE_EDGE_WORDS) edge?: HoleEdge
}

export class GrooveDto {
  @Label('Name of the groove', 40) name!: string
  @Figure({ label: 'Groove from the front', unit: 'in', from: 0, to: 60 }) fromFrontM!: number
  @Figure({ label: 'Width of the groove', unit: 'in', from: 0, to: 4, above: true }) widthM!: number
  @Figure({ label: 'Diameter at its bottom', unit: 'in', from: 0.05, to: 8 }) bottomDiameterM!: number
  @Figure({ label: 'Radius at its bottom', unit: 'in', from: 0.0005, to: 1 }) radiusM!: number
}

export class ShaftSectionDto {
  @Label('Name of the section', 40) name!: string
  @Figure({ label: 'Diameter', unit: 'in', from: 0.1, to: 8 }) outerDiameterM!: number
  @Figure({ label: 'Bore', unit: 'in', from: 0, to: 8 }) boreDiameterM!: number
  @Figure({ label: 'Length', unit: 'in', from: 0, to: 60, above: true }) lengthM!: number
  @IsOptional() @Shape('Spline', () => SplineDto) spline?: SplineDto
  @IsOptional() @Figure({ label: 'Cross hole half way', unit: 'in', from: 0, to: 2 }) crossHoleDiameterM?: number
  @IsOptional() @Figure({ label: 'Fillet at its rear step', unit: 'in', from: 0, to: 2 }) filletRadiusM?: number
  @IsOptional() @YesNo('Carries no torque') idle?: boolean
}

export class ShaftDto {
  @OneOf('Steel', STEELS.map((steel) => steel.id), STEEL_WORDS) steelId!: string
  @IsOptional() @Shape('Own certificate', () => CertifiedSteelDto) certified?: CertifiedSteelDto
  @Figure({ label: 'Depth of the hardened case', unit: 'in', from: 0, to: 1 }) caseDepthM!: number
  @IsOptional() @OneOf('Surface', SURFACES, SURFACE_WORDS) surface?: Surface
  @Shapes('Sections', () => ShaftSectionDto, { least: 1, most: 30 })
  sections!: ShaftSectionDto[]
  @IsOptional() @Shapes('Cross holes', () => CrossHoleDto, { most: 20 }) holes?: CrossHoleDto[]
  @IsOptional() @Shapes('Grooves', () => GrooveDto, { most: 20 }) grooves?: GrooveDto[]
  @IsOptional() @Shapes('Welds', () => FilletWeldDto, { most: 8 }) welds?: FilletWeldDto[]
  @IsOptional() @Shapes('Press joints', () => PressJointDto, { most: 4 }) presses?: PressJointDto[]
  @IsOptional() @Shape('Hardness in hand', () => HardnessDto) hardness?: HardnessDto
}

export class HubDto {
  @OneOf('Steel', STEELS.map((steel) => steel.id), STEEL_WORDS) steelId!: string
  @IsOptional() @Shape('Own certificate', () => CertifiedSteelDto) certified?: CertifiedSteelDto
  @Figure({ label: 'Outside of the hub', unit: 'in', from: 0.2, to: 16 }) outerDiameterM!: number
  @Figure({ label: 'Length of the hub', unit: 'in', from: 0, to: 20, above: true }) lengthM!: number
  @IsOptional() @Shapes('Inner splines', () => HubSplineDto, { most: 6 }) splines?: HubSplineDto[]
  @IsOptional() @Shapes('Welds', () => FilletWeldDto, { most: 8 }) welds?: FilletWeldDto[]
  @IsOptional() @Shapes('Press joints', () => PressJointDto, { most: 4 }) presses?: PressJointDto[]
  @IsOptional() @Shape('Bolted flange', () => BoltedJointDto) flange?: BoltedJointDto
}

export class PistonChamberDto {
  @Figure({ label: 'Inner radius of the piston', unit: 'mm', from: 0, to: 400 }) innerRadiusM!: number
  @Figure({ label: 'Outer radius of the piston', unit: 'mm', from: 5, to: 400 }) outerRadiusM!: number
  @IsOptional() @Texts('Fed in ranges', { most: 20 }) fedIn?: string[]
}

export class PlateDto {
  @OneOf('Kind of plate', PLATE_KINDS, PLATE_KIND_WORDS) kind!: PlateKind
  @Figure({ label: 'Thickness of the plate', unit: 'mm', from: 0.4, to: 20 }) thicknessM!: number
  @IsOptional() @OneOf('Lined on', LINED_FACES, LINED_FACES_WORDS) lining?: LinedFaces
  @IsOptional() @OneOf('Turns with', ['hub', 'drum'], { hub: 'the hub', drum: 'the drum' }) turnsWith?: 'hub' | 'drum'
  @IsOptional() @OneOf('Grooves for a hub that turns', ['forward', 'backward'], GROOVE_WORDS) grooves?: 'forward' | 'backward'
}

export class SelectiveDto {
  @Figure({ label: 'Size', unit: 'mm', from: 0.4, to: 20 }) thicknessM!: number
}

export class PackStackDto {
  @Shapes('Plates from piston to ring', () => PlateDto, { least: 1, most: 60 }) plates!: PlateDto[]
  @Figure({ label: 'Depth of the drum', unit: 'mm', from: 5, to: 300 }) drumDepthM!: number
  @Figure({ label: 'Height of the piston', unit: 'mm', from: 1, to: 150 }) pistonHeightM!: number
  @IsOptional() @Figure({ label: 'Piston cut down to at least', unit: 'mm', from: 1, to: 150 }) pistonLeastHeightM?: number
  @Figure({ label: 'Snap ring', unit: 'mm', from: 0.5, to: 8 }) ringThicknessM!: number
  @Figure({ label: 'Groove of the ring', unit: 'mm', from: 0.5, to: 10 }) ringGrooveM!: number
  @IsOptional() @Shapes('Selective rings', () => SelectiveDto, { most: 12 }) selectiveRings?: SelectiveDto[]
  @IsOptional() @Shapes('Selective backing plates', () => SelectiveDto, { most: 12 }) selectiveBackings?: SelectiveDto[]
  @IsOptional() @Figure({ label: 'Clearance at least', unit: 'in', from: 0, to: 0.4 }) leastClearanceM?: number
  @IsOptional() @Figure({ label: 'Clearance at most', unit: 'in', from: 0, to: 0.4 }) mostClearanceM?: number
}

export class PackDto {
  @Figure({ label: 'Inner radius of the lining', unit: 'mm', from: 5, to: 400 }) liningInnerRadiusM!: number
  @Figure({ label: 'Outer radius of the lining', unit: 'mm', from: 5, to: 400 }) liningOuterRadiusM!: number
  @Figure({ label: 'Lined plates', from: 1, to: 16, whole: true }) linedPlates!: number
  @Figure({ label: 'Faces a plate', from: 1, to: 2, whole: true }) facesPerPlate!: 1 | 2
  @Figure({ label: 'Hot static friction', from: 0.03, to: 0.5 }) hotStaticFriction!: number
  @Shapes('Piston faces', () => PistonChamberDto, { least: 1, most: 4 })
  chambers!: PistonChamberDto[]
  @Figure({ label: 'Return springs', unit: 'N', from: 0, to: 10000 }) returnSpringN!: number
  @Figure({ label: 'Cushion', unit: 'N', from: 0, to: 5000 }) cushionN!: number
  @Figure({ label: 'Ring loss', unit: 'psi', from: 0, to: 60 }) ringLossPa!: number
  @IsOptional() @Figure({ label: 'Hole of its feed', unit: 'mm', from: 0.5, to: 20 }) feedDiameterM?: number
  @IsOptional() @Figure({ label: 'Hole that leaks as its rings', unit: 'mm', from: 0, to: 10 }) ringLeakDiameterM?: number
  @IsOptional() @YesNo('Ring bore grooved') boreGrooved?: boolean
  @IsOptional() @Figure({ label: 'Clearance of the pack', unit: 'in', from: 0, to: 0.4 }) clearanceM?: number
  @IsOptional() @Figure({ label: 'Inner radius of the oil', unit: 'mm', from: 0, to: 400 }) oilFillRadiusM?: number
  @YesNo('Balanced against its spinning oil') balanced!: boolean
  @Figure({ label: 'Thickness of a lined plate', unit: 'mm', from: 0.5, to: 6 }) platesThicknessM!: number
  @Figure({ label: 'Thickness of a steel', unit: 'mm', from: 0.5, to: 8 }) steelThicknessM!: number
  @IsOptional() @OneOf('Lining', PACK_LININGS, PACK_LINING_WORDS) lining?: PackLining
  @IsOptional() @Shape('Stack', () => PackStackDto) stack?: PackStackDto
  @IsOptional() @Label('Sealing ring left out', 60) ringLeftOut?: string
  @IsOptional() @Shapes('Welds', () => FilletWeldDto, { most: 8 }) welds?: FilletWeldDto[]
  @IsOptional() @Shapes('Inner splines', () => HubSplineDto, { most: 6 }) splines?: HubSplineDto[]
}

export class BandDto {
  @Figure({ label: 'Radius of the drum', unit: 'mm', from: 20, to: 300 }) drumRadiusM!: number
  @Figure({ label: 'Width', unit: 'mm', from: 10, to: 150 }) widthM!: number
  @Figure({ label: 'Arc of wrap', unit: 'deg', from: 90, to: 720 }) wrapRad!: number
  @Figure({ label: 'Hot static friction', from: 0.03, to: 0.5 }) hotStaticFriction!: number
  @Shapes('Servo faces', () => PistonChamberDto, { least: 1, most: 4 }) servo!: PistonChamberDto[]
  @Figure({ label: 'Lever ratio', from: 0.5, to: 10 }) leverRatio!: number
  @Figure({ label: 'Return spring', unit: 'N', from: 0, to: 5000 }) returnSpringN!: number
  @Figure({ label: 'Ring loss', unit: 'psi', from: 0, to: 60 }) ringLossPa!: number
  @IsOptional() @Figure({ label: 'Gap to the drum', unit: 'mm', from: 0, to: 5 }) gapM?: number
  @IsOptional() @OneOf('Lining', PACK_LININGS, PACK_LINING_WORDS) lining?: PackLining
  @IsOptional() @Figure({ label: 'Anchor bears', unit: 'N', from: 100, to: 200000 }) anchorMostN?: number
  @IsOptional() @Figure({ label: 'Strut and lever bear', unit: 'N', from: 100, to: 100000 }) strutMostN?: number
  @OneOf('Drum pulls it tight turning', ['forward', 'backward'], { forward: 'as the input', backward: 'against the input' })
  tightens!: 'forward' | 'backward'
}

export class OneWayDto {
  @OneOf('Kind of one-way clutch', ONE_WAY_KINDS, ONE_WAY_WORDS) elementKind!: OneWayKind
  @Figure({ label: 'Elements', from: 3, to: 80, whole: true }) elements!: number
  @Figure({ label: 'Length of an element', unit: 'mm', from: 2, to: 80 }) elementLengthM!: number
  @Figure({ label: 'Radius of the inner race', unit: 'mm', from: 5, to: 300 }) innerRaceRadiusM!: number
  @Figure({ label: 'Diameter of an element', unit: 'mm', from: 2, to: 40 }) elementDiameterM!: number
  @IsOptional() @Figure({ label: 'Wedge angle', unit: 'deg', from: 1, to: 8 }) wedgeAngleRad?: number
}

export class GearSetDto {
  @Figure({ label: 'Pinions', from: 1, to: 8, whole: true }) pinions!: number
  @Figure({ label: 'Module', unit: 'mm', from: 0.5, to: 8 }) moduleM!: number
  @Figure({ label: 'Face width', unit: 'mm', from: 5, to: 120 }) faceWidthM!: number
  @Figure({ label: 'Radius of the smallest sun', unit: 'mm', from: 8, to: 200 }) sunRadiusM!: number
  @IsOptional() @OneOf('Steel of the teeth', GEAR_STEELS.map((steel) => steel.id), GEAR_STEEL_WORDS) steelId?: string
  @IsOptional() @Figure({ label: 'Helix angle', unit: 'deg', from: 0, to: 40 }) helixRad?: number
  @IsOptional() @Shapes('Inner splines', () => HubSplineDto, { most: 6 }) splines?: HubSplineDto[]
}

export class ShellDto {
  @Figure({ label: 'Thickness', unit: 'in', from: 0.04, to: 1 }) thicknessM!: number
  @Figure({ label: 'Radius of the neck', unit: 'mm', from: 8, to: 200 }) neckRadiusM!: number
  @Figure({ label: 'Outer radius', unit: 'mm', from: 10, to: 300 }) outerRadiusM!: number
  @Figure({ label: 'Length', unit: 'mm', from: 5, to: 400 }) lengthM!: number
  @IsOptional() @OneOf('Steel', STEELS.map((steel) => steel.id), STEEL_WORDS) steelId?: string
  @IsOptional() @Shape('Own certificate', () => CertifiedSteelDto) certified?: CertifiedSteelDto
  @IsOptional() @Figure({ label: 'Windows round the neck', from: 0, to: 40, whole: true }) windows?: number
  @IsOptional() @Figure({ label: 'Width of a window', unit: 'mm', from: 0, to: 100 }) windowWidthM?: number
  @IsOptional() @Shapes('Welds', () => FilletWeldDto, { most: 8 }) welds?: FilletWeldDto[]
  @IsOptional() @Shapes('Inner splines', () => HubSplineDto, { most: 6 }) splines?: HubSplineDto[]
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
