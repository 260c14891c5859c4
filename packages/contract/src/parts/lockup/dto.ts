import { LOCKUP_LININGS, STEELS, type LockupLining } from '@plucky/core'
import { IsOptional } from 'class-validator'
import { Label, OneOf, Shape, Shapes } from '../../dto/decorators.js'
import { HUB_WORDS, LOCKUP_LINING_WORDS } from '../../words/option-labels.js'
import { Figure } from '../../dto/figure.js'
import type { LockupCover, LockupDamper, LockupGeometry, LockupPiston, PlateNotch } from '@plucky/core'
import { STEEL_WORDS } from '../../dto/steel-names.js'

export class PlateNotchDto implements PlateNotch {
  @Label('Feature name', 40) name!: string
  @Figure({ label: 'Feature radius', unit: 'mm', from: 5, to: 300 }) radiusM!: number
  @Figure({ label: 'Stress concentration factor', from: 1, to: 6 }) factor!: number
}

export class LockupPistonDto implements LockupPiston {
  @Figure({ label: 'Piston thickness', unit: 'mm', from: 0.5, to: 40 }) thicknessM!: number
  @OneOf('Piston steel', STEELS.map((steel) => steel.id), STEEL_WORDS) steelId!: string
  @OneOf('Piston inner edge support', ['free', 'guided'], HUB_WORDS) hub!: 'free' | 'guided'
  @Figure({ label: 'Full-contact pressure', unit: 'psi', from: 0, to: 500 }) flatAtPa!: number
  @IsOptional() @Shapes('Windows and rivets', () => PlateNotchDto, { most: 8 }) notches?: PlateNotchDto[]
}

export class LockupCoverDto implements LockupCover {
  @Figure({ label: 'Cover thickness', unit: 'mm', from: 1, to: 60 }) thicknessM!: number
  @Figure({ label: 'Pilot boss radius', unit: 'mm', from: 5, to: 200 }) pilotRadiusM!: number
  @Figure({ label: 'Cover support radius', unit: 'mm', from: 20, to: 300 }) outerRadiusM!: number
}

export class LockupDamperDto implements LockupDamper {
  @Figure({ label: 'Springs', from: 1, to: 24, whole: true }) springs!: number
  @Figure({ label: 'Spring pitch radius', unit: 'mm', from: 10, to: 250 }) radiusM!: number
  @Figure({ label: 'Spring rate, each', unit: 'N/mm', from: 5, to: 5000 }) rateNPerM!: number
  @Figure({ label: 'Spring travel to coil bind', unit: 'mm', from: 0.5, to: 60 }) travelM!: number
}

export class KnownPistonDto {
  @Figure({ label: 'Reference piston thickness', unit: 'mm', from: 0.5, to: 40 }) thicknessM!: number
  @Figure({ label: 'Reference piston pressure limit', unit: 'psi', from: 10, to: 1000 }) pressurePa!: number
}

export class LockupDto implements LockupGeometry {
  @Figure({ label: 'Friction surfaces', from: 1, to: 12, whole: true }) faces!: number
  @Figure({ label: 'Friction face inner radius', unit: 'mm', from: 10, to: 250 }) liningInnerRadiusM!: number
  @Figure({ label: 'Friction face outer radius', unit: 'mm', from: 12, to: 260 }) liningOuterRadiusM!: number
  @Figure({ label: 'Friction material thickness', unit: 'mm', from: 0.2, to: 4 }) liningThicknessM!: number
  @OneOf('Friction material', LOCKUP_LININGS, LOCKUP_LINING_WORDS) lining!: LockupLining
  @Figure({ label: 'Friction coefficient, hot', from: 0.03, to: 0.5 }) hotFriction!: number
  @Figure({ label: 'Inner seal radius', unit: 'mm', from: 5, to: 200 }) sealRadiusM!: number
  @IsOptional() @Figure({ label: 'Outer seal radius', unit: 'mm', from: 12, to: 260 }) pistonOuterRadiusM?: number
  @Shape('Piston', () => LockupPistonDto) piston!: LockupPistonDto
  @IsOptional() @Shape('Cover', () => LockupCoverDto) cover?: LockupCoverDto
  @IsOptional() @Shape('Damper', () => LockupDamperDto) damper?: LockupDamperDto
  @Figure({ label: 'Release clearance', unit: 'mm', from: 0, to: 10 }) gapM!: number
  @IsOptional() @Shape('Reference piston', () => KnownPistonDto) known?: KnownPistonDto
}
