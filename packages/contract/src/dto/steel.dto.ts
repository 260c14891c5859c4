import { Label } from './decorators.js'
import { Figure } from './figure.js'

export class CertifiedSteelDto {
  @Label('Certificate', 60) certificate!: string
  @Figure({ label: 'Yield strength, certified', unit: 'ksi', from: 20, to: 400 }) yieldPa!: number
  @Figure({ label: 'Tensile strength, certified', unit: 'ksi', from: 30, to: 450 }) ultimatePa!: number
}
