import { deriveShearYield, yieldInput } from '../material/steel-derivation.js'
import type { Steel } from '../material/steels.js'
import { derive, fromDerivation, inputValue, type Derivation } from '../quantity/derivation.js'
import { burstingTension, toothShear } from './spline-stress.js'
import { pitchDiameter, type Teeth } from './spline.js'

const DUDLEY = 'Dudley 1957, as given in Machinery’s Handbook, source not checked'

/** Torque at which the teeth of a spline shear along their pitch line. */
export function deriveSplineTeeth(name: string, teeth: Teeth, lengthM: number, steel: Steel, yieldPa: number): Derivation {
  return derive(
    { name, unit: 'lb-ft', formula: 'τy · π · D² · L / 8: half of the teeth carry', source: DUDLEY },
    {
      τy: fromDerivation(deriveShearYield(steel, yieldPa, 'spline teeth yield')),
      D: inputValue('pitch diameter, N · m', pitchDiameter(teeth), 'in', 'part'),
      L: inputValue('engaged length', lengthM, 'in', 'part'),
    },
    (v) => v.τy / toothShear(1, { teeth: teeth.teeth, moduleM: v.D / teeth.teeth }, v.L),
  )
}

/** Torque at which the wall of a hub outside its teeth begins to yield in tension. */
export function deriveBursting(name: string, teeth: Teeth, lengthM: number, outerDiameterM: number, steel: Steel): Derivation {
  return derive(
    {
      name,
      unit: 'lb-ft',
      formula: 'σy / (tan φ / (π · D · t · L) + 4 / (D² · L · Y)), φ 30°, Y 1.5, t the wall outside the teeth',
      source: DUDLEY,
    },
    {
      σy: yieldInput(steel, steel.yieldPa, 'yield'),
      D: inputValue('pitch diameter, N · m', pitchDiameter(teeth), 'in', 'part'),
      O: inputValue('hub outside diameter', outerDiameterM, 'in', 'part'),
      L: inputValue('engaged length', lengthM, 'in', 'part'),
    },
    (v) => v.σy / burstingTension(1, { teeth: teeth.teeth, moduleM: v.D / teeth.teeth }, { lengthM: v.L, outerDiameterM: v.O }),
  )
}
