import { STEELS } from '@plucky/core'
import { IsOptional } from 'class-validator'
import { OneOf, Shape, Shapes } from '../../dto/decorators.js'
import { Figure } from '../../dto/figure.js'
import type { ShellGeometry } from '@plucky/core'
import { CertifiedSteelDto } from '../../dto/steel.dto.js'
import { FilletWeldDto } from '../../dto/joints.dto.js'
import { HubSplineDto } from '../../dto/joints.dto.js'
import { STEEL_WORDS } from '../../dto/steel-names.js'

export class ShellDto implements ShellGeometry {
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
