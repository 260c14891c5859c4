import {
  BOLT_GRADES,
  CERTIFICATE_GRADES,
  CLEARANCE_KINDS,
  PILOT_MAKES,
  SPLINE_FITS,
  TOOL_IDS,
  type CertificateGrade,
  type ClearanceKind,
  type FitLimits,
  type PilotMake,
  type SplineFit,
  type ToolId,
} from '@plucky/core'
import { IsOptional } from 'class-validator'
import {
  BOLTED_JOINT_WORDS,
  CERTIFICATE_GRADE_WORDS,
  CLEARANCE_KIND_WORDS,
  PILOT_FORM_WORDS,
  PILOT_MAKE_WORDS,
  SPLINE_FIT_WORDS,
  TOOL_WORDS,
} from '../words/option-labels.js'
import { Day, Label, Note, OneOf, Shape, Shapes, Slug, Texts } from './decorators.js'
import { Figure } from './figure.js'

const GRADE_WORDS = Object.fromEntries(BOLT_GRADES.map(({ id, name }) => [id, name]))
const GRADES = BOLT_GRADES.map(({ id }) => id)

export class HoleCircleDto {
  @Figure({ label: 'Number of bolts', from: 2, to: 24, whole: true }) bolts!: number
  @Figure({ label: 'Bolt circle', unit: 'in', from: 1, to: 20 }) circleDiameterM!: number
}

export class BoltSetDto {
  @OneOf('Bolts for', ['crank', 'converter'], BOLTED_JOINT_WORDS) joint!: 'crank' | 'converter'
  @Figure({ label: 'Quantity', from: 2, to: 48, whole: true }) pieces!: number
  @Figure({ label: 'Bolt diameter', unit: 'in', from: 0.2, to: 1 }) diameterM!: number
  @Figure({ label: 'Thread pitch', unit: 'mm pitch', from: 0.4, to: 4 }) pitchM!: number
  @OneOf('Grade', GRADES, GRADE_WORDS) gradeId!: string
  @Figure({ label: 'Length under head', unit: 'in', from: 0.2, to: 6 }) lengthM!: number
  @Figure({ label: 'Head height', unit: 'in', from: 0.05, to: 1.5 }) headHeightM!: number
  @Figure({ label: 'Tightening torque', unit: 'lb-ft', from: 1, to: 500 }) tighteningTorqueNm!: number
  @Figure({ label: 'Nut factor', from: 0.08, to: 0.4 }) nutFactor!: number
}

export class MotorPlateDto {
  @Figure({ label: 'Thickness', unit: 'in', from: 0.02, to: 1 }) thicknessM!: number
  @IsOptional() @Figure({ label: 'Pad spacer thickness', unit: 'in', from: 0, to: 1 }) padSpacerM?: number
}

export class PilotDto {
  @OneOf('Installation', ['replaces', 'sleeve'], PILOT_FORM_WORDS) form!: 'replaces' | 'sleeve'
  @Figure({ label: 'Diameter', unit: 'in', from: 0.3, to: 5 }) diameterM!: number
  @Figure({ label: 'Length added to stock pilot', unit: 'in', from: -1, to: 3 }) extensionM!: number
}

export class CertificateDto {
  @OneOf('Certification grade', CERTIFICATE_GRADES, CERTIFICATE_GRADE_WORDS) grade!: CertificateGrade
  @Day('Issued on') issued!: string
}

export class ConverterFrontDto extends HoleCircleDto {
  @Figure({ label: 'Pad bolt size', unit: 'in', from: 0.2, to: 1 }) boltDiameterM!: number
  @Figure({ label: 'Pad thread depth', unit: 'in', from: 0.1, to: 2 }) threadDepthM!: number
  @IsOptional() @Shape('Second pad pattern', () => HoleCircleDto) second?: HoleCircleDto
  @Figure({ label: 'Pilot diameter', unit: 'in', from: 0.3, to: 5 }) pilotDiameterM!: number
  @Figure({ label: 'Pilot length ahead of pads', unit: 'in', from: 0, to: 4 }) pilotAheadM!: number
  @OneOf('Pilot type', PILOT_MAKES, PILOT_MAKE_WORDS) pilotMake!: PilotMake
  @IsOptional() @Figure({ label: 'Pilot wall thickness', unit: 'in', from: 0.02, to: 2 }) pilotWallM?: number
  @Figure({ label: 'Height, pads to hub end', unit: 'in', from: 1, to: 20 }) heightM!: number
  @Figure({ label: 'Pads to cover, at crank bolt heads', unit: 'in', from: -2, to: 4 }) coverBehindM!: number
  @IsOptional() @Figure({ label: 'Cover thickness', unit: 'mm', from: 1, to: 60 }) coverThicknessM?: number
  @Figure({ label: 'Hub diameter', unit: 'in', from: 0.5, to: 6 }) hubDiameterM!: number
  @Figure({ label: 'Pump drive engagement, seated', unit: 'in', from: 0.05, to: 4 }) pumpDriveM!: number
  @IsOptional() @Figure({ label: 'Pads to turbine hub spline', unit: 'in', from: 0, to: 20 }) turbineMouthM?: number
  @IsOptional() @Figure({ label: 'Pads to stator spline', unit: 'in', from: 0, to: 20 }) statorMouthM?: number
  @IsOptional() @Figure({ label: 'Pads to inside of cover at input shaft', unit: 'in', from: -2, to: 10 }) floorM?: number
}

export class EngineRearDto {
  @IsOptional() @Figure({ label: 'Crank flange to block face', unit: 'in', from: -4, to: 10 }) faceToBlockM?: number
  @IsOptional() @Figure({ label: 'Crank pilot bore', unit: 'in', from: 0.3, to: 5 }) boreDiameterM?: number
  @IsOptional() @Figure({ label: 'Pilot bore depth', unit: 'in', from: 0.05, to: 6 }) boreDepthM?: number
  @IsOptional() @Figure({ label: 'Number of crank bolts', from: 2, to: 24, whole: true }) bolts?: number
  @IsOptional() @Figure({ label: 'Crank bolt circle', unit: 'in', from: 1, to: 10 }) circleDiameterM?: number
  @IsOptional() @Figure({ label: 'Crank bolt size', unit: 'in', from: 0.2, to: 1 }) boltDiameterM?: number
  @IsOptional() @Figure({ label: 'Crank thread depth', unit: 'in', from: 0.1, to: 4 }) threadDepthM?: number
  @IsOptional() @Slug('Block bellhousing pattern') pattern?: string
}

export class RearNeighbourDto {
  @Figure({ label: 'Spline teeth', from: 6, to: 120, whole: true }) teeth!: number
  @Figure({ label: 'Spline pitch', unit: 'mm module', from: 0.2, to: 6 }) moduleM!: number
  @IsOptional() @OneOf('Spline fit', SPLINE_FITS, SPLINE_FIT_WORDS) fit?: SplineFit
  @Figure({ label: 'Spline length', unit: 'in', from: 0, to: 20, above: true }) lengthM!: number
  @IsOptional() @Figure({ label: 'Crank flange to output flange', unit: 'in', from: 1, to: 120 }) flangeFromCrankM?: number
  @IsOptional() @Figure({ label: 'Slip yoke travel, ±', unit: 'in', from: 0, to: 10 }) slipM?: number
}

export class RuleBookDto {
  @Figure({ label: 'Elapsed time (ET)', unit: 's', from: 3, to: 60 }) elapsedS!: number
  @Figure({ label: 'Certified plate required at or under ET', unit: 's', from: 3, to: 60 }) certifiedFromS!: number
  @OneOf('Grade required', CERTIFICATE_GRADES, CERTIFICATE_GRADE_WORDS) grade!: CertificateGrade
  @IsOptional() @Figure({ label: 'Certificate valid for, years', from: 0, to: 30, above: true }) yearsGood?: number
  @Day('Event date') raceDay!: string
}

export class UnitClearanceDto {
  @Label('Clearance id', 60) id!: string
  @Label('Clearance name', 60) name!: string
  @OneOf('What is measured', CLEARANCE_KINDS, CLEARANCE_KIND_WORDS) kind!: ClearanceKind
  @Slug('Station') station!: string
  @Figure({ label: 'Minimum', unit: 'in', from: 0, to: 1 }) leastM!: number
  @Figure({ label: 'Maximum', unit: 'in', from: 0, to: 1 }) mostM!: number
  @IsOptional() @Figure({ label: 'Selective step', unit: 'in', from: 0.0005, to: 0.2 }) stepM?: number
}

export class UnitFitDto {
  @Slug('Case bellhousing pattern') pattern!: string
  @Figure({ label: 'Case face to converter hub seat', unit: 'in', from: -5, to: 20 }) pumpSeatM!: number
  @Figure({ label: 'Pump bushing bore', unit: 'in', from: 0.5, to: 6 }) pumpBoreM!: number
  @Figure({ label: 'Pump drive engagement, min', unit: 'in', from: 0.02, to: 4 }) pumpDriveLeastM!: number
  @Figure({ label: 'Case face to input shaft tip', unit: 'in', from: -10, to: 20 }) inputTipM!: number
  @Figure({ label: 'Case face to stator support tip', unit: 'in', from: -10, to: 20 }) supportTipM!: number
  @Figure({ label: 'Case face to output flange', unit: 'in', from: 1, to: 100 }) lengthM!: number
  @Shapes('Clearances', () => UnitClearanceDto, { most: 40 }) clearances!: UnitClearanceDto[]
}

const PLAY = { unit: 'in', from: 0, to: 0.1 } as const
const FORWARD = { unit: 'in', from: 0, to: 1 } as const

export class FitLimitsDto implements FitLimits {
  @Figure({ label: 'Pilot engagement, min', unit: 'in', from: 0, to: 2 }) pilotEngagementLeastM!: number
  @Figure({ label: 'Pilot clearance, min', ...PLAY }) pilotPlayLeastM!: number
  @Figure({ label: 'Pilot clearance, max', ...PLAY }) pilotPlayMostM!: number
  @Figure({ label: 'Converter pull-forward, min', ...FORWARD }) pullForwardLeastM!: number
  @Figure({ label: 'Converter pull-forward, max', ...FORWARD }) pullForwardMostM!: number
}

export class ReadValueDto {
  @Figure({ label: 'Reading', unit: 'in', from: -10, to: 120 }) valueM!: number
}

export class ReadingDto {
  @OneOf('Tool', TOOL_IDS, TOOL_WORDS) toolId!: ToolId
  @Shapes('Readings', () => ReadValueDto, { most: 8 }) values!: ReadValueDto[]
  @IsOptional() @Figure({ label: 'Tool accuracy', unit: 'in', from: 0, to: 0.1 }) resolutionM?: number
  @IsOptional() @Figure({ label: 'Teeth counted', from: 1, to: 400, whole: true }) count?: number
  @IsOptional() @Note('Note', 600) note?: string
  @IsOptional() @Texts('Photographs', { most: 8 }) photos?: string[]
}
