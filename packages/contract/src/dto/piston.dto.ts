import { IsOptional } from 'class-validator'
import { Texts } from './decorators.js'
import { Figure } from './figure.js'
import type { PistonChamber } from '@plucky/core'

export class PistonChamberDto implements PistonChamber {
  @Figure({ label: 'Piston inner radius', unit: 'mm', from: 0, to: 400 }) innerRadiusM!: number
  @Figure({ label: 'Piston outer radius', unit: 'mm', from: 5, to: 400 }) outerRadiusM!: number
  @IsOptional() @Texts('Fed in gears', { most: 20 }) fedIn?: string[]
}
