import { CENTRINGS, PLATE_CLASSES, type Centring, type PlateClass } from '@plucky/core'
import { IsOptional } from 'class-validator'
import { OneOf, Shape } from '../../dto/decorators.js'
import { CENTRING_WORDS, PLATE_CLASS_WORDS } from '../../words/option-labels.js'
import { Figure } from '../../dto/figure.js'
import { CERTIFICATE_GRADES, type CertificateGrade } from '@plucky/core'
import { CERTIFICATE_GRADE_WORDS } from '../../words/option-labels.js'
import { Day } from '../../dto/decorators.js'
import type { Certificate, FlexPlateGeometry } from '@plucky/core'
import { BoltedJointDto } from '../../dto/joints.dto.js'

export class CertificateDto implements Certificate {
  @OneOf('Certification grade', CERTIFICATE_GRADES, CERTIFICATE_GRADE_WORDS) grade!: CertificateGrade
  @Day('Issued on') issued!: string
}

export class FlexPlateDto implements FlexPlateGeometry {
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
