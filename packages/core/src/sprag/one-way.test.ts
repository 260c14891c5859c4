import { fromSi, toSi } from '../quantity/units.js'
import { oneWayFaults, scaledTorque, wedgeStress, wedgeTorque, type OneWayGeometry } from './one-way.js'

const mm = (value: number) => value / 1000
const rollers = (change: Partial<OneWayGeometry> = {}): OneWayGeometry => ({
  elementKind: 'roller',
  elements: 16,
  elementLengthM: mm(18),
  innerRaceRadiusM: mm(55),
  elementDiameterM: mm(9.5),
  ...change,
})

describe('one-way clutches (Hertz line contact)', () => {
  it('16 rollers of 9.5 × 18 mm on a race of 55 mm radius hold about 1,480 lb-ft', () => {
    expect(fromSi(wedgeTorque(rollers()) ?? 0, 'lb-ft')).toBeGreaterThan(1470)
    expect(fromSi(wedgeTorque(rollers()) ?? 0, 'lb-ft')).toBeLessThan(1490)
  })
  it('34 elements made 45 hold 1.32 times as much, by the scaling rule and by the contact', () => {
    const [few, many] = [rollers({ elements: 34, elementKind: 'sprag' }), rollers({ elements: 45, elementKind: 'sprag' })]
    expect(scaledTorque(1, few, many)).toBeCloseTo(1.32, 2)
    expect((wedgeTorque(many) ?? 0) / (wedgeTorque(few) ?? 1)).toBeCloseTo(45 / 34, 12)
  })
  it('stress goes with the root of torque, and a steeper wedge angle presses less', () => {
    const torque = toSi(900, 'lb-ft')
    expect(wedgeStress(rollers(), 4 * torque) / wedgeStress(rollers(), torque)).toBeCloseTo(2, 12)
    expect(wedgeStress(rollers({ wedgeAngleRad: 0.08 }), torque)).toBeLessThan(wedgeStress(rollers(), torque))
  })
  it('says nothing of a ratchet, and refuses elements that find no room', () => {
    expect(wedgeTorque(rollers({ elementKind: 'ratchet' }))).toBeUndefined()
    expect(oneWayFaults(rollers({ elements: 60 })).map(({ code, values }) => [code, values['room']])).toEqual([
      ['elements-find-no-room', 39],
    ])
  })
})
