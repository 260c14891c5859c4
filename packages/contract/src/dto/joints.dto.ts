import { BOLT_GRADES, SPLINE_FITS, type SplineFit } from '@plucky/core'
import { IsOptional } from 'class-validator'
import { Label, OneOf, Shape, Slug } from './decorators.js'
import { SPLINE_FIT_WORDS } from '../words/option-labels.js'
import { Figure } from './figure.js'
import type { BoltedJoint, FilletWeld, HoleCircle, HubSpline, PressJoint } from '@plucky/core'
import { namesOf } from './steel-names.js'

export class HoleCircleDto implements HoleCircle {
  @Figure({ label: 'Number of bolts', from: 2, to: 24, whole: true }) bolts!: number
  @Figure({ label: 'Bolt circle', unit: 'in', from: 1, to: 20 }) circleDiameterM!: number
}

export class BoltedJointDto implements BoltedJoint {
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

export class HubSplineDto implements HubSpline {
  @Label('Internal spline name', 40) name!: string
  @Slug('Mates with shaft at station') mate!: string
  @Figure({ label: 'Internal spline teeth', from: 6, to: 120, whole: true }) teeth!: number
  @Figure({ label: 'Internal spline pitch', unit: 'mm module', from: 0.2, to: 6 }) moduleM!: number
  @IsOptional() @OneOf('Internal spline fit', SPLINE_FITS, SPLINE_FIT_WORDS) fit?: SplineFit
  @Figure({ label: 'Internal spline length', unit: 'in', from: 0, to: 20, above: true }) lengthM!: number
}

export class FilletWeldDto implements FilletWeld {
  @Label('Weld name', 40) name!: string
  @Figure({ label: 'Weld radius', unit: 'in', from: 0.2, to: 12 }) radiusM!: number
  @Figure({ label: 'Weld leg', unit: 'in', from: 0.02, to: 1 }) legM!: number
  @Figure({ label: 'Weld metal yield strength', unit: 'ksi', from: 20, to: 200 }) metalYieldPa!: number
}

export class PressJointDto implements PressJoint {
  @Label('Press fit name', 40) name!: string
  @Figure({ label: 'Press fit diameter', unit: 'in', from: 0.2, to: 12 }) seatDiameterM!: number
  @Figure({ label: 'Hub outside diameter', unit: 'in', from: 0.2, to: 16 }) hubDiameterM!: number
  @Figure({ label: 'Press fit length', unit: 'in', from: 0, to: 20, above: true }) lengthM!: number
  @Figure({ label: 'Interference', unit: 'in', from: 0, to: 0.05, above: true }) interferenceM!: number
  @Figure({ label: 'Press fit friction coefficient', from: 0.03, to: 0.6 }) friction!: number
  @IsOptional() @Figure({ label: 'Shaft bore under press fit', unit: 'in', from: 0, to: 10 }) boreDiameterM?: number
  @Figure({ label: 'Hub yield strength', unit: 'ksi', from: 20, to: 350 }) hubYieldPa!: number
}
