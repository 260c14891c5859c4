import { shearYield } from '../material/steels.js'
import { derive, fromDerivation, inputValue, type Derivation } from '../quantity/derivation.js'
import type { PlaceLimit } from './place-limit.js'
import { THROAT, weldYieldTorque, type FilletWeld } from './weld.js'

/** Torque at which each weld begins to yield. */
export const weldLimits = (welds: readonly FilletWeld[] | undefined): PlaceLimit<'weld'>[] =>
  (welds ?? []).map((weld) => ({ name: weld.name, feature: 'weld', torqueNm: weldYieldTorque(weld), derivation: () => deriveWeld(weld) }))

/** Torque at which a fillet weld begins to yield, worked from its leg and its metal. */
function deriveWeld({ name, radiusM, legM, metalYieldPa }: FilletWeld): Derivation {
  const shear = derive(
    { name: 'shear yield of the weld metal', unit: 'ksi', formula: 'σy / √3', source: 'distortion energy, Shigley ch. 5' },
    { σy: inputValue('yield of the weld metal', metalYieldPa, 'ksi', 'part') },
    (v) => shearYield(v.σy),
  )
  return derive(
    {
      name: `torque capacity of weld “${name}”`,
      unit: 'lb-ft',
      formula: `τy · 2π · r² · ${THROAT} · h`,
      source: 'Shigley, weld group in torsion, source not checked',
    },
    {
      τy: fromDerivation(shear),
      r: inputValue('radius of the weld', radiusM, 'in', 'part'),
      h: inputValue('leg of the weld', legM, 'in', 'part'),
    },
    (v) => v.τy * 2 * Math.PI * v.r ** 2 * THROAT * v.h,
  )
}
