import { IsOptional } from 'class-validator'
import { Figure } from '../../dto/figure.js'
import type { MotorPlateGeometry } from '@plucky/core'

export class MotorPlateDto implements MotorPlateGeometry {
  @Figure({ label: 'Thickness', unit: 'in', from: 0.02, to: 1 }) thicknessM!: number
  @IsOptional() @Figure({ label: 'Pad spacer thickness', unit: 'in', from: 0, to: 1 }) padSpacerM?: number
}
