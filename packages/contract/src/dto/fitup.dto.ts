import {
  CERTIFICATE_GRADES,
  CLEARANCE_KINDS,
  SPLINE_FITS,
  TOOL_IDS,
  type CertificateGrade,
  type ClearanceKind,
  type EngineRear,
  type Reading,
  type RearNeighbour,
  type RuleBook,
  type SplineFit,
  type ToolId,
  type UnitClearance,
  type UnitFit,
} from '@plucky/core'
import { IsOptional } from 'class-validator'
import { CERTIFICATE_GRADE_WORDS, CLEARANCE_KIND_WORDS, SPLINE_FIT_WORDS, TOOL_WORDS } from '../words/option-labels.js'
import { Day, Label, Note, OneOf, Shapes, Slug, Texts } from './decorators.js'
import { Figure } from './figure.js'

export class EngineRearDto implements EngineRear {
  @IsOptional() @Figure({ label: 'Crank flange to block face', unit: 'in', from: -4, to: 10 }) faceToBlockM?: number
  @IsOptional() @Figure({ label: 'Crank pilot bore', unit: 'in', from: 0.3, to: 5 }) boreDiameterM?: number
  @IsOptional() @Figure({ label: 'Pilot bore depth', unit: 'in', from: 0.05, to: 6 }) boreDepthM?: number
  @IsOptional() @Figure({ label: 'Number of crank bolts', from: 2, to: 24, whole: true }) bolts?: number
  @IsOptional() @Figure({ label: 'Crank bolt circle', unit: 'in', from: 1, to: 10 }) circleDiameterM?: number
  @IsOptional() @Figure({ label: 'Crank bolt size', unit: 'in', from: 0.2, to: 1 }) boltDiameterM?: number
  @IsOptional() @Figure({ label: 'Crank thread depth', unit: 'in', from: 0.1, to: 4 }) threadDepthM?: number
  @IsOptional() @Slug('Block bellhousing pattern') pattern?: string
}

export class RearNeighbourDto implements RearNeighbour {
  @Figure({ label: 'Spline teeth', from: 6, to: 120, whole: true }) teeth!: number
  @Figure({ label: 'Spline pitch', unit: 'mm module', from: 0.2, to: 6 }) moduleM!: number
  @IsOptional() @OneOf('Spline fit', SPLINE_FITS, SPLINE_FIT_WORDS) fit?: SplineFit
  @Figure({ label: 'Spline length', unit: 'in', from: 0, to: 20, above: true }) lengthM!: number
  @IsOptional() @Figure({ label: 'Crank flange to output flange', unit: 'in', from: 1, to: 120 }) flangeFromCrankM?: number
  @IsOptional() @Figure({ label: 'Slip yoke travel, ±', unit: 'in', from: 0, to: 10 }) slipM?: number
}

export class RuleBookDto implements RuleBook {
  @Figure({ label: 'Elapsed time (ET)', unit: 's', from: 3, to: 60 }) elapsedS!: number
  @Figure({ label: 'Certified plate required at or under ET', unit: 's', from: 3, to: 60 }) certifiedFromS!: number
  @OneOf('Grade required', CERTIFICATE_GRADES, CERTIFICATE_GRADE_WORDS) grade!: CertificateGrade
  @IsOptional() @Figure({ label: 'Certificate valid for, years', from: 0, to: 30, above: true }) yearsGood?: number
  @Day('Event date') raceDay!: string
}

export class UnitClearanceDto implements UnitClearance {
  @Label('Clearance id', 60) id!: string
  @Label('Clearance name', 60) name!: string
  @OneOf('What is measured', CLEARANCE_KINDS, CLEARANCE_KIND_WORDS) kind!: ClearanceKind
  @Slug('Station') station!: string
  @Figure({ label: 'Minimum', unit: 'in', from: 0, to: 1 }) leastM!: number
  @Figure({ label: 'Maximum', unit: 'in', from: 0, to: 1 }) mostM!: number
  @IsOptional() @Figure({ label: 'Selective step', unit: 'in', from: 0.0005, to: 0.2 }) stepM?: number
}

export class UnitFitDto implements UnitFit {
  @Slug('Case bellhousing pattern') pattern!: string
  @Figure({ label: 'Case face to converter hub seat', unit: 'in', from: -5, to: 20 }) pumpSeatM!: number
  @Figure({ label: 'Pump bushing bore', unit: 'in', from: 0.5, to: 6 }) pumpBoreM!: number
  @Figure({ label: 'Pump drive engagement, min', unit: 'in', from: 0.02, to: 4 }) pumpDriveLeastM!: number
  @Figure({ label: 'Case face to input shaft tip', unit: 'in', from: -10, to: 20 }) inputTipM!: number
  @Figure({ label: 'Case face to stator support tip', unit: 'in', from: -10, to: 20 }) supportTipM!: number
  @Figure({ label: 'Case face to output flange', unit: 'in', from: 1, to: 100 }) lengthM!: number
  @Shapes('Clearances', () => UnitClearanceDto, { most: 40 }) clearances!: UnitClearanceDto[]
}

export class ReadValueDto {
  @Figure({ label: 'Reading', unit: 'in', from: -10, to: 120 }) valueM!: number
}

export class ReadingDto implements Reading {
  @OneOf('Tool', TOOL_IDS, TOOL_WORDS) toolId!: ToolId
  @Shapes('Readings', () => ReadValueDto, { most: 8 }) values!: ReadValueDto[]
  @IsOptional() @Figure({ label: 'Tool accuracy', unit: 'in', from: 0, to: 0.1 }) resolutionM?: number
  @IsOptional() @Figure({ label: 'Teeth counted', from: 1, to: 400, whole: true }) count?: number
  @IsOptional() @Note('Note', 600) note?: string
  @IsOptional() @Texts('Photographs', { most: 8 }) photos?: string[]
}
