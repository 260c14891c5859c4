import { ONE_WAY_KINDS, type OneWayKind } from '@plucky/core'
import { IsOptional } from 'class-validator'
import { OneOf } from '../../dto/decorators.js'
import { ONE_WAY_WORDS } from '../../words/option-labels.js'
import { Figure } from '../../dto/figure.js'
import type { OneWayGeometry } from '@plucky/core'

export class OneWayDto implements OneWayGeometry {
  @OneOf('One-way clutch type', ONE_WAY_KINDS, ONE_WAY_WORDS) elementKind!: OneWayKind
  @Figure({ label: 'Rollers, sprags or pawls', from: 3, to: 80, whole: true }) elements!: number
  @Figure({ label: 'Element length', unit: 'mm', from: 2, to: 80 }) elementLengthM!: number
  @Figure({ label: 'Inner race radius', unit: 'mm', from: 5, to: 300 }) innerRaceRadiusM!: number
  @Figure({ label: 'Element diameter', unit: 'mm', from: 2, to: 40 }) elementDiameterM!: number
  @IsOptional() @Figure({ label: 'Wedge angle', unit: 'deg', from: 1, to: 8 }) wedgeAngleRad?: number
  @IsOptional() @Figure({ label: 'Outer race thickness', unit: 'mm', from: 1, to: 60 }) outerRaceThicknessM?: number
}
