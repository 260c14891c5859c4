import { boltClamp, type BoltedJoint } from './bolted-joint.js'
import { fromDerivation, inputValue, derive, type Derivation } from '../quantity/derivation.js'

/** Derivation of the torque at which a bolted joint slips. */
export function deriveJointSlip(joint: BoltedJoint, name: string): Derivation {
  const clamp = derive(
    { name: 'clamp load per bolt', unit: 'N', formula: 'T / (K · d)', source: 'Shigley, section 8-8' },
    {
      T: inputValue('tightening torque', joint.tighteningTorqueNm, 'lb-ft', 'part'),
      K: inputValue('nut factor', joint.nutFactor, null, 'part'),
      d: inputValue('bolt diameter', joint.boltDiameterM, 'in', 'part'),
    },
    (v) => boltClamp(v.T, v.K, v.d),
  )
  const second = joint.secondUsed ? joint.second : undefined
  const friction = {
    n: inputValue('bolts', joint.bolts, null, 'part'),
    μ: inputValue('joint friction coefficient', joint.faceFriction, null, 'part'),
    F: fromDerivation(clamp),
    Dc: inputValue('bolt circle', joint.circleDiameterM, 'in', 'part'),
  }
  if (second)
    return derive(
      { name, unit: 'lb-ft', formula: '(n · Dc + n₂ · Dc₂) · μ · F / 2', source: 'Shigley; VDI 2230 practice' },
      {
        ...friction,
        'n₂': inputValue('bolts in the second pattern', second.bolts, null, 'part'),
        'Dc₂': inputValue('second bolt circle', second.circleDiameterM, 'in', 'part'),
      },
      (v) => ((v.n * v.Dc + v['n₂'] * v['Dc₂']) * v.μ * v.F) / 2,
    )
  return derive(
    { name, unit: 'lb-ft', formula: 'n · μ · F · Dc / 2', source: 'Shigley; VDI 2230 practice' },
    friction,
    (v) => (v.n * v.μ * v.F * v.Dc) / 2,
  )
}
