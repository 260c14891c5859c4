import { derive, fromDerivation, inputValue, type Derivation } from '../quantity/derivation.js'
import type { PlaceLimit } from './place-limit.js'
import { pressPressure, pressTorque, type PressJoint } from './press.js'

/** Torque at which each press joint slips. */
export const pressLimits = (presses: readonly PressJoint[]): PlaceLimit<'press'>[] =>
  presses.map((joint) => ({ name: joint.name, feature: 'press', torqueNm: pressTorque(joint), derivation: () => derivePress(joint) }))

/** Torque at which a press joint slips, worked from its fit. */
function derivePress(joint: PressJoint): Derivation {
  const pressure = derive(
    {
      name: 'pressure between shaft and hub',
      unit: 'ksi',
      formula: 'δ / (d · (((D² + d²)/(D² − d²) + ν)/E + ((d² + i²)/(d² − i²) − ν)/E))',
      source: 'Lamé, Shigley ch. 3',
    },
    {
      δ: inputValue('interference on the diameter', joint.interferenceM, 'in', 'part'),
      d: inputValue('press fit diameter', joint.seatDiameterM, 'in', 'part'),
      D: inputValue('hub outside diameter', joint.hubDiameterM, 'in', 'part'),
      i: inputValue('shaft bore', joint.boreDiameterM ?? 0, 'in', 'part'),
    },
    (v) => pressPressure({ interferenceM: v.δ, seatDiameterM: v.d, hubDiameterM: v.D, boreDiameterM: v.i }),
  )
  return derive(
    {
      name: `slip torque of press fit “${joint.name}”`,
      unit: 'lb-ft',
      formula: 'μ · p · π · d² · L / 2',
      source: 'Shigley, ch. 7',
    },
    {
      p: fromDerivation(pressure),
      μ: inputValue('friction', joint.friction, null, 'part'),
      d: inputValue('press fit diameter', joint.seatDiameterM, 'in', 'part'),
      L: inputValue('length of the seat', joint.lengthM, 'in', 'part'),
    },
    (v) => pressTorque({ ...joint, friction: v.μ, seatDiameterM: v.d, lengthM: v.L }),
  )
}
