import { derive, inputValue, type Derivation, type InputValue } from '../quantity/derivation.js'
import { shearYield, type Steel } from './steels.js'

/** Derivation of a shear yield strength from a yield strength. */
export function deriveShearYield(steel: Steel, yieldPa: number, name: string): Derivation {
  const about = { name: `shear ${name}`, unit: 'ksi', formula: 'σy / √3', source: 'distortion energy, Shigley ch. 5' } as const
  return derive(about, { σy: yieldInput(steel, yieldPa, name) }, (v) => shearYield(v.σy))
}

/** A yield strength as an input: the minimum of the grade, or what the certificate of the part says. */
export const yieldInput = (steel: Steel, yieldPa: number, name: string): InputValue =>
  steel.byCertificate
    ? inputValue(`${name}, ${steel.name}`, yieldPa, 'ksi', 'part')
    : inputValue(`${name}, ${steel.name} (minimum, source not checked)`, yieldPa, 'ksi', 'constant')
