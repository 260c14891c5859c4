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
} from '../words/choices.js'
import { Day, Label, Note, OneOf, Shape, Shapes, Slug, Texts } from './decorators.js'
import { Figure } from './figure.js'

const GRADE_WORDS = Object.fromEntries(BOLT_GRADES.map(({ id, name }) => [id, name]))
const GRADES = BOLT_GRADES.map(({ id }) => id)

export class HoleCircleDto {
  @Figure({ label: 'Number of bolts', from: 2, to: 24, whole: true }) bolts!: number
  @Figure({ label: 'Bolt circle', unit: 'in', from: 1, to: 20 }) circleDiameterM!: number
}

export class BoltSetDto {
  @OneOf('Bolts of', ['crank', 'converter'], BOLTED_JOINT_WORDS) joint!: 'crank' | 'converter'
  @Figure({ label: 'Pieces', from: 2, to: 48, whole: true }) pieces!: number
  @Figure({ label: 'Bolt diameter', unit: 'in', from: 0.2, to: 1 }) diameterM!: number
  @Figure({ label: 'Pitch of the thread', unit: 'mm', from: 0.4, to: 4 }) pitchM!: number
  @OneOf('Grade', GRADES, GRADE_WORDS) gradeId!: string
  @Figure({ label: 'Length under the head', unit: 'in', from: 0.2, to: 6 }) lengthM!: number
  @Figure({ label: 'Height of the head', unit: 'in', from: 0.05, to: 1.5 }) headHeightM!: number
  @Figure({ label: 'Tightening torque', unit: 'lb-ft', from: 1, to: 500 }) tighteningTorqueNm!: number
  @Figure({ label: 'Nut factor', from: 0.08, to: 0.4 }) nutFactor!: number
}

export class MotorPlateDto {
  @Figure({ label: 'Thickness', unit: 'in', from: 0.02, to: 1 }) thicknessM!: number
  @IsOptional() @Figure({ label: 'Spacers under the pads', unit: 'in', from: 0, to: 1 }) padSpacerM?: number
}

export class PilotDto {
  @OneOf('How it goes on', ['replaces', 'sleeve'], PILOT_FORM_WORDS) form!: 'replaces' | 'sleeve'
  @Figure({ label: 'Diameter', unit: 'in', from: 0.3, to: 5 }) diameterM!: number
  @Figure({ label: 'Longer than the converter’s own by', unit: 'in', from: -1, to: 3 }) extensionM!: number
}

export class CertificateDto {
  @OneOf('Grade of the certificate', CERTIFICATE_GRADES, CERTIFICATE_GRADE_WORDS) grade!: CertificateGrade
  @Day('Issued on') issued!: string
}

export class ConverterFrontDto extends HoleCircleDto {
  @Figure({ label: 'Bolt diameter in the pads', unit: 'in', from: 0.2, to: 1 }) boltDiameterM!: number
  @Figure({ label: 'Depth of the thread in the pads', unit: 'in', from: 0.1, to: 2 }) threadDepthM!: number
  @IsOptional() @Shape('Second pattern of pads', () => HoleCircleDto) second?: HoleCircleDto
  @Figure({ label: 'Pilot', unit: 'in', from: 0.3, to: 5 }) pilotDiameterM!: number
  @Figure({ label: 'Pilot ahead of the pads', unit: 'in', from: 0, to: 4 }) pilotAheadM!: number
  @OneOf('Make of the pilot', PILOT_MAKES, PILOT_MAKE_WORDS) pilotMake!: PilotMake
  @IsOptional() @Figure({ label: 'Wall of the pilot', unit: 'in', from: 0.02, to: 2 }) pilotWallM?: number
  @Figure({ label: 'Overall height, pads to hub', unit: 'in', from: 1, to: 20 }) heightM!: number
  @Figure({ label: 'Cover behind the pads', unit: 'in', from: -2, to: 4 }) coverBehindM!: number
  @IsOptional() @Figure({ label: 'Thickness of the cover', unit: 'mm', from: 1, to: 60 }) coverThicknessM?: number
  @Figure({ label: 'Hub', unit: 'in', from: 0.5, to: 6 }) hubDiameterM!: number
  @Figure({ label: 'Drives the pump over', unit: 'in', from: 0.05, to: 4 }) pumpDriveM!: number
  @IsOptional() @Figure({ label: 'Pads to the mouth of the turbine’s spline', unit: 'in', from: 0, to: 20 }) turbineMouthM?: number
  @IsOptional() @Figure({ label: 'Pads to the mouth of the stator’s spline', unit: 'in', from: 0, to: 20 }) statorMouthM?: number
  @IsOptional() @Figure({ label: 'Pads to the cover before the shaft', unit: 'in', from: -2, to: 10 }) floorM?: number
}

export class EngineRearDto {
  @IsOptional() @Figure({ label: 'Crank face to block face', unit: 'in', from: -4, to: 10 }) faceToBlockM?: number
  @IsOptional() @Figure({ label: 'Pilot bore of the crank', unit: 'in', from: 0.3, to: 5 }) boreDiameterM?: number
  @IsOptional() @Figure({ label: 'Depth of the pilot bore', unit: 'in', from: 0.05, to: 6 }) boreDepthM?: number
  @IsOptional() @Figure({ label: 'Crank bolts', from: 2, to: 24, whole: true }) bolts?: number
  @IsOptional() @Figure({ label: 'Circle of the crank bolts', unit: 'in', from: 1, to: 10 }) circleDiameterM?: number
  @IsOptional() @Figure({ label: 'Crank bolt', unit: 'in', from: 0.2, to: 1 }) boltDiameterM?: number
  @IsOptional() @Figure({ label: 'Depth of the crank’s threads', unit: 'in', from: 0.1, to: 4 }) threadDepthM?: number
  @IsOptional() @Slug('Bolt pattern of the block') pattern?: string
}

export class RearNeighbourDto {
  @Figure({ label: 'Teeth it takes', from: 6, to: 120, whole: true }) teeth!: number
  @Figure({ label: 'Module it takes', unit: 'mm', from: 0.2, to: 6 }) moduleM!: number
  @IsOptional() @OneOf('Fit of its spline', SPLINE_FITS, SPLINE_FIT_WORDS) fit?: SplineFit
  @Figure({ label: 'Length of its spline', unit: 'in', from: 0, to: 20, above: true }) lengthM!: number
  @IsOptional() @Figure({ label: 'Flange from the crank', unit: 'in', from: 1, to: 120 }) flangeFromCrankM?: number
  @IsOptional() @Figure({ label: 'Gives either way', unit: 'in', from: 0, to: 10 }) slipM?: number
}

export class RuleBookDto {
  @Figure({ label: 'Elapsed time of this car', unit: 's', from: 3, to: 60 }) elapsedS!: number
  @Figure({ label: 'Certified plate asked for from', unit: 's', from: 3, to: 60 }) certifiedFromS!: number
  @OneOf('Grade asked for', CERTIFICATE_GRADES, CERTIFICATE_GRADE_WORDS) grade!: CertificateGrade
  @IsOptional() @Figure({ label: 'A certificate is good for, years', from: 0, to: 30, above: true }) yearsGood?: number
  @Day('Day of the event') raceDay!: string
}

export class UnitClearanceDto {
  @Label('Name of the clearance', 60) name!: string
  @OneOf('What is measured', CLEARANCE_KINDS, CLEARANCE_KIND_WORDS) kind!: ClearanceKind
  @Slug('Felt at station') station!: string
  @Figure({ label: 'At least', unit: 'in', from: 0, to: 1 }) leastM!: number
  @Figure({ label: 'At most', unit: 'in', from: 0, to: 1 }) mostM!: number
  @IsOptional() @Figure({ label: 'Chosen in steps of', unit: 'in', from: 0.0005, to: 0.2 }) stepM?: number
}

export class UnitFitDto {
  @Slug('Bolt pattern of the case') pattern!: string
  @Figure({ label: 'Case face to the seat of the hub', unit: 'in', from: -5, to: 20 }) pumpSeatM!: number
  @Figure({ label: 'Pump bush', unit: 'in', from: 0.5, to: 6 }) pumpBoreM!: number
  @Figure({ label: 'Pump driven over at least', unit: 'in', from: 0.02, to: 4 }) pumpDriveLeastM!: number
  @Figure({ label: 'Case face to the tip of the input shaft', unit: 'in', from: -10, to: 20 }) inputTipM!: number
  @Figure({ label: 'Case face to the tip of the stator support', unit: 'in', from: -10, to: 20 }) supportTipM!: number
  @Figure({ label: 'Case face to the output flange', unit: 'in', from: 1, to: 100 }) lengthM!: number
  @Shapes('Clearances', () => UnitClearanceDto, { most: 40 }) clearances!: UnitClearanceDto[]
}

const PLAY = { unit: 'in', from: 0, to: 0.1 } as const
const FORWARD = { unit: 'in', from: 0, to: 1 } as const

export class FitLimitsDto implements FitLimits {
  @Figure({ label: 'Pilot engaged at least', unit: 'in', from: 0, to: 2 }) pilotEngagementLeastM!: number
  @Figure({ label: 'Play of the pilot at least', ...PLAY }) pilotPlayLeastM!: number
  @Figure({ label: 'Play of the pilot at most', ...PLAY }) pilotPlayMostM!: number
  @Figure({ label: 'Converter forward at least', ...FORWARD }) pullForwardLeastM!: number
  @Figure({ label: 'Converter forward at most', ...FORWARD }) pullForwardMostM!: number
}

export class ReadValueDto {
  @Figure({ label: 'Reading', unit: 'in', from: -10, to: 120 }) valueM!: number
}

export class ReadingDto {
  @OneOf('Tool', TOOL_IDS, TOOL_WORDS) toolId!: ToolId
  @Shapes('Readings', () => ReadValueDto, { most: 8 }) values!: ReadValueDto[]
  @IsOptional() @Figure({ label: 'Tool trusted to', unit: 'in', from: 0, to: 0.1 }) resolutionM?: number
  @IsOptional() @Figure({ label: 'Teeth counted', from: 1, to: 400, whole: true }) count?: number
  @IsOptional() @Note('Note', 600) note?: string
  @IsOptional() @Texts('Photographs', { most: 8 }) photos?: string[]
}
