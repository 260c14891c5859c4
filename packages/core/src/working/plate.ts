import { boltClamp, type BoltedJoint } from '../flexplate/bolted-joint.js'
import { from, given, worked, type Working } from './working.js'

/** Torque at which a bolted joint slips, worked from its bolts. */
export function workJoint(joint: BoltedJoint, name: string): Working {
  const clamp = worked(
    { name: 'clamp load per bolt', unit: 'N', formula: 'T / (K · d)', source: 'Shigley, section 8-8' },
    {
      T: given('tightening torque', joint.tighteningTorqueNm, 'lb-ft', 'part'),
      K: given('nut factor', joint.nutFactor, null, 'part'),
      d: given('bolt diameter', joint.boltDiameterM, 'in', 'part'),
    },
    (v) => boltClamp(v.T, v.K, v.d),
  )
  const second = joint.secondUsed ? joint.second : undefined
  const friction = {
    n: given('bolts', joint.bolts, null, 'part'),
    μ: given('joint friction coefficient', joint.faceFriction, null, 'part'),
    F: from(clamp),
    Dc: given('bolt circle', joint.circleDiameterM, 'in', 'part'),
  }
  if (second)
    return worked(
      { name, unit: 'lb-ft', formula: '(n · Dc + n₂ · Dc₂) · μ · F / 2', source: 'Shigley; VDI 2230 practice' },
      {
        ...friction,
        'n₂': given('bolts in the second pattern', second.bolts, null, 'part'),
        'Dc₂': given('second bolt circle', second.circleDiameterM, 'in', 'part'),
      },
      (v) => ((v.n * v.Dc + v['n₂'] * v['Dc₂']) * v.μ * v.F) / 2,
    )
  return worked(
    { name, unit: 'lb-ft', formula: 'n · μ · F · Dc / 2', source: 'Shigley; VDI 2230 practice' },
    friction,
    (v) => (v.n * v.μ * v.F * v.Dc) / 2,
  )
}
