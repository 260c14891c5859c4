import { IsOptional } from 'class-validator'
import { Label, YesNo } from './decorators.js'
import { Figure } from './figure.js'

export class GrooveDto {
  @Label('Groove name', 40) name!: string
  @Figure({ label: 'Groove position from front', unit: 'in', from: 0, to: 60 }) fromFrontM!: number
  @Figure({ label: 'Groove width', unit: 'in', from: 0, to: 4, above: true }) widthM!: number
  @Figure({ label: 'Groove root diameter', unit: 'in', from: 0.05, to: 8 }) bottomDiameterM!: number
  @Figure({ label: 'Groove root radius', unit: 'in', from: 0.0005, to: 1 }) radiusM!: number
  @IsOptional() @YesNo('Carries a sealing ring') ring?: boolean
}

export class BushingDto {
  @Label('Bushing name', 40) name!: string
  @Figure({ label: 'Bushing front end from front', unit: 'in', from: 0, to: 60 }) fromFrontM!: number
  @Figure({ label: 'Bushing length', unit: 'in', from: 0, to: 20, above: true }) lengthM!: number
  @Figure({ label: 'Bushing bore', unit: 'in', from: 0.05, to: 8 }) boreDiameterM!: number
}
