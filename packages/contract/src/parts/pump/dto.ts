import { IsOptional } from 'class-validator'
import { Figure } from '../../dto/figure.js'
import type { PumpGeometry } from '@plucky/core'

export class PumpDto implements PumpGeometry {
  @Figure({ label: 'Pump displacement per rev', unit: 'in³', from: 0.1, to: 20 }) displacementM3!: number
  @Figure({ label: 'Side clearance', unit: 'in', from: 0, to: 0.02 }) sideClearanceM!: number
  @IsOptional() @Figure({ label: 'Leak path, width / length', from: 2, to: 400 }) leakPath?: number
  @IsOptional() @Figure({ label: 'Mechanical efficiency', from: 0.3, to: 1 }) mechanicalEfficiency?: number
}
