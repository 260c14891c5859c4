import { CARRIERS, GEAR_STEELS, type Carrier } from '@plucky/core'
import { IsOptional } from 'class-validator'
import { OneOf, Shapes } from '../../dto/decorators.js'
import { CARRIER_WORDS } from '../../words/option-labels.js'
import { Figure } from '../../dto/figure.js'
import type { GearSetGeometry } from '@plucky/core'
import { HubSplineDto } from '../../dto/joints.dto.js'
import { GEAR_STEEL_WORDS } from '../../dto/steel-names.js'

export class GearSetDto implements GearSetGeometry {
  @Figure({ label: 'Pinions', from: 1, to: 8, whole: true }) pinions!: number
  @Figure({ label: 'Gear pitch', unit: 'mm module', from: 0.5, to: 8 }) moduleM!: number
  @Figure({ label: 'Face width', unit: 'mm', from: 5, to: 120 }) faceWidthM!: number
  @Figure({ label: 'Smallest sun pitch radius', unit: 'mm', from: 8, to: 200 }) sunRadiusM!: number
  @IsOptional() @OneOf('Gear steel', GEAR_STEELS.map((steel) => steel.id), GEAR_STEEL_WORDS) steelId?: string
  @IsOptional() @Figure({ label: 'Helix angle', unit: 'deg', from: 0, to: 40 }) helixRad?: number
  @IsOptional() @Figure({ label: 'Geometry factor J', from: 0.15, to: 0.7 }) geometryFactor?: number
  @IsOptional() @Figure({ label: 'Face load factor Km', from: 1, to: 2 }) faceLoadFactor?: number
  @IsOptional() @OneOf('Pinion pins held', CARRIERS, CARRIER_WORDS) carrier?: Carrier
  @IsOptional() @Shapes('Internal splines', () => HubSplineDto, { most: 6 }) splines?: HubSplineDto[]
}
