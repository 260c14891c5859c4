import { fromSi, toSi } from '../quantity/units.js'
import { boltedJointFaults, slipTorque, type BoltedJoint } from './bolted-joint.js'
import { unratedPlateTorque } from './plate.js'

const joint: BoltedJoint = {
  bolts: 6,
  circleDiameterM: toSi(3.5, 'in'),
  boltDiameterM: toSi(7 / 16, 'in'),
  tighteningTorqueNm: toSi(75, 'lb-ft'),
  nutFactor: 0.2,
  faceFriction: 0.15,
}

describe('bolted joint (Shigley, section 8-8)', () => {
  it('slips where a hand calculation says: F = 75·12/(0.2·0.4375) lbf a bolt, 6·0.15·F·1.75 in', () => {
    const clamp = (75 * 12) / (0.2 * 0.4375)
    expect(fromSi(slipTorque(joint), 'lb-ft')).toBeCloseTo((6 * 0.15 * clamp * 1.75) / 12, 6)
  })
  it('carries with bolts, clamp and radius alike', () => {
    expect(slipTorque({ ...joint, bolts: 12 }) / slipTorque(joint)).toBeCloseTo(2, 12)
    expect(slipTorque({ ...joint, circleDiameterM: 2 * joint.circleDiameterM }) / slipTorque(joint)).toBeCloseTo(2, 12)
  })
  it('refuses more bolts than the circle has room for', () =>
    expect(boltedJointFaults({ ...joint, bolts: 24 }, 'crankJoint')[0]?.code).toBe('bolts-do-not-fit-circle'))
})

it('a plate nobody rated is trusted by class, and half as far with crooked pads (from memory)', () => {
  const plate = {
    plateClass: 'stamped-heavy',
    thicknessM: 0.004,
    diameterM: 0.34,
    padRunOutM: 0.0001,
    crankJoint: joint,
    converterJoint: joint,
  } as const
  expect(fromSi(unratedPlateTorque(plate), 'lb-ft')).toBeCloseTo(900, 6)
  expect(fromSi(unratedPlateTorque({ ...plate, padRunOutM: toSi(0.011, 'in') }), 'lb-ft')).toBeCloseTo(450, 6)
})
