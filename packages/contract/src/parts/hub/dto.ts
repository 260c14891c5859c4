import { STEELS } from '@plucky/core'
import { IsOptional } from 'class-validator'
import { OneOf, Shape, Shapes } from '../../dto/decorators.js'
import { Figure } from '../../dto/figure.js'
import type { HubGeometry } from '@plucky/core'
import { BoltedJointDto } from '../../dto/joints.dto.js'
import { CertifiedSteelDto } from '../../dto/steel.dto.js'
import { FilletWeldDto } from '../../dto/joints.dto.js'
import { HubSplineDto } from '../../dto/joints.dto.js'
import { PressJointDto } from '../../dto/joints.dto.js'
import { STEEL_WORDS } from '../../dto/steel-names.js'

export class HubDto implements HubGeometry {
  @OneOf('Steel', STEELS.map((steel) => steel.id), STEEL_WORDS) steelId!: string
  @IsOptional() @Shape('Material certificate', () => CertifiedSteelDto) certified?: CertifiedSteelDto
  @Figure({ label: 'Hub outside diameter', unit: 'in', from: 0.2, to: 16 }) outerDiameterM!: number
  @Figure({ label: 'Hub length', unit: 'in', from: 0, to: 20, above: true }) lengthM!: number
  @IsOptional() @Shapes('Internal splines', () => HubSplineDto, { most: 6 }) splines?: HubSplineDto[]
  @IsOptional() @Shapes('Welds', () => FilletWeldDto, { most: 8 }) welds?: FilletWeldDto[]
  @IsOptional() @Shapes('Press fits', () => PressJointDto, { most: 4 }) presses?: PressJointDto[]
  @IsOptional() @Shape('Bolted flange', () => BoltedJointDto) flange?: BoltedJointDto
}
