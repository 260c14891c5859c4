import { fromSi, toSi } from '../../quantity/units.js'
import fc from 'fast-check'
import {
  engagementsAt,
  oneWayIssues,
  raceTensionShare,
  raceTorque,
  rollOverTorque,
  scaledTorque,
  wedgeAngle,
  wedgeStress,
  wedgeTorque,
  type OneWayGeometry,
} from './one-way.js'

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
  it('stress is proportional to the root of torque, and a steeper wedge angle has less contact force', () => {
    const torque = toSi(900, 'lb-ft')
    expect(wedgeStress(rollers(), 4 * torque) / wedgeStress(rollers(), torque)).toBeCloseTo(2, 12)
    expect(wedgeStress(rollers({ wedgeAngleRad: 0.08 }), torque)).toBeLessThan(wedgeStress(rollers(), torque))
  })
  it('sprags are steeper with torque, have their own limit and roll over past it', () => {
    const sprags = rollers({ elementKind: 'sprag' })
    const most = wedgeTorque(sprags) as number
    const deg = (torqueNm: number) => (wedgeAngle(sprags, torqueNm) * 180) / Math.PI
    expect([0, most / 2, most, 2 * most].map(deg)).toEqual([3.25, 4.875, 6.5, 6.5].map((angle) => expect.closeTo(angle, 9) as number))
    expect(wedgeStress(sprags, most)).toBeCloseTo(3.75e9, -2)
    // tan 6.5° and 3.75 GPa for tan 3.75° and 4 GPa
    const ratio = (Math.tan((6.5 * Math.PI) / 180) / Math.tan((3.75 * Math.PI) / 180)) * (3.75 / 4) ** 2
    expect(most / (wedgeTorque(rollers()) as number)).toBeCloseTo(ratio, 9)
    expect((rollOverTorque(sprags) as number) / most).toBeCloseTo(1.5, 12)
    expect(rollOverTorque(rollers())).toBeUndefined()
  })
  it('an outer race stretches by Lamé’s tension, for any clutch and any torque under its limit (by hand)', () => {
    // F = T/(55 mm · tan 3.75°), p = F/(2π · 64.5 mm · 18 mm), tension p·(74.5² + 64.5²)/(74.5² − 64.5²) = 800 MPa
    const race = rollers({ outerRaceThicknessM: mm(10) })
    const share = (74.5 ** 2 + 64.5 ** 2) / (74.5 ** 2 - 64.5 ** 2)
    const byHand = (800e6 / share) * 2 * Math.PI * mm(64.5) * mm(18) * mm(55) * Math.tan((3.75 * Math.PI) / 180)
    expect(raceTorque(race)).toBeCloseTo(byHand, 6)
    expect(raceTorque(rollers())).toBeUndefined()
    const thickness = fc.double({ min: 0.002, max: 0.03, noNaN: true })
    fc.assert(
      fc.property(thickness, fc.integer({ min: 10, max: 50 }), (outerRaceThicknessM, elements) => {
        const sprags = rollers({ elementKind: 'sprag', elements, outerRaceThicknessM })
        const torque = raceTorque(sprags) as number
        const pressure = torque / (mm(55) * Math.tan(wedgeAngle(sprags, torque)) * 2 * Math.PI * mm(64.5) * mm(18))
        expect((pressure * raceTensionShare({ ...sprags, outerRaceThicknessM })) / 800e6).toBeCloseTo(1, 9)
        expect(raceTorque({ ...sprags, outerRaceThicknessM: 1.1 * outerRaceThicknessM })).toBeGreaterThan(torque)
      }),
    )
  })
  it('lasts a million engagements at 3 GPa, and ten times as many at a stress 10^(3/20) lower', () => {
    expect(engagementsAt(3e9)).toBeCloseTo(1e6, 3)
    expect(engagementsAt(3e9 / 10 ** (3 / 20)) / 1e7).toBeCloseTo(1, 9)
  })
  it('has no figure for a ratchet, and refuses elements without room', () => {
    expect(wedgeTorque(rollers({ elementKind: 'ratchet' }))).toBeUndefined()
    expect(oneWayIssues(rollers({ elements: 60 }))).toMatchObject([{ code: 'elements-find-no-room', values: { room: 39 } }])
  })
})
