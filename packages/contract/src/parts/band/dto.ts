import { PACK_LININGS, type PackLining } from '@plucky/core'
import { IsOptional } from 'class-validator'
import { OneOf, Shapes } from '../../dto/decorators.js'
import { PACK_LINING_WORDS } from '../../words/option-labels.js'
import { Figure } from '../../dto/figure.js'
import type { BandGeometry } from '@plucky/core'
import { PistonChamberDto } from '../../dto/piston.dto.js'

export class BandDto implements BandGeometry {
  @Figure({ label: 'Drum radius', unit: 'mm', from: 20, to: 300 }) drumRadiusM!: number
  @Figure({ label: 'Width', unit: 'mm', from: 10, to: 150 }) widthM!: number
  @Figure({ label: 'Wrap angle', unit: 'deg', from: 90, to: 720 }) wrapRad!: number
  @Figure({ label: 'Static friction coefficient, hot', from: 0.03, to: 0.5 }) hotStaticFriction!: number
  @Shapes('Servo piston areas', () => PistonChamberDto, { least: 1, most: 4 }) servo!: PistonChamberDto[]
  @Figure({ label: 'Lever ratio', from: 0.5, to: 10 }) leverRatio!: number
  @Figure({ label: 'Return spring force', unit: 'N', from: 0, to: 5000 }) returnSpringN!: number
  @Figure({ label: 'Sealing ring pressure loss', unit: 'psi', from: 0, to: 60 }) ringLossPa!: number
  @IsOptional() @Figure({ label: 'Band clearance', unit: 'mm', from: 0, to: 5 }) gapM?: number
  @IsOptional() @OneOf('Friction material', PACK_LININGS, PACK_LINING_WORDS) lining?: PackLining
  @IsOptional() @Figure({ label: 'Anchor load limit', unit: 'N', from: 100, to: 200000 }) anchorMostN?: number
  @IsOptional() @Figure({ label: 'Strut and lever load limit', unit: 'N', from: 100, to: 100000 }) strutMostN?: number
  @OneOf('Self-energizing drum rotation', ['forward', 'backward'], { forward: 'input rotation', backward: 'opposite input' })
  tightens!: 'forward' | 'backward'
}
