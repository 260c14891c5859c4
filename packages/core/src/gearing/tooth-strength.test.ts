import { fromSi } from '../quantity/units.js'
import { bandCapacity, type BandGeometry } from '../band/band.js'
import { bendingTorque, contactStress, meshLoadFactor, type GearTeeth } from './tooth-strength.js'

const teeth = (pinions: number, faceMm: number, radiusMm = 24): GearTeeth => ({
  pinions,
  moduleM: 0.0015,
  faceWidthM: faceMm / 1000,
  helixRad: 0,
  sunRadiusM: radiusMm / 1000,
})

describe('teeth', () => {
  it.each([
    [3, 18, 1100e6, 545],
    [3, 26, 1250e6, 894],
    [6, 26, 1250e6, 1405],
  ])('%i pinions, %i mm face, %d Pa: about %i lb-ft at the sun (magnitudes worked by hand)', (pinions, face, stress, torque) => {
    expect(Math.round(fromSi(bendingTorque(teeth(pinions, face), stress), 'lb-ft'))).toBe(torque)
  })
  it('shares the load less and less evenly with more pinions', () => {
    expect([1, 3, 4, 6].map(meshLoadFactor)).toEqual([1, 1.1, 1.25, 1.4])
    expect(meshLoadFactor(5)).toBeCloseTo(1.325, 9)
  })
  it('presses its flanks as Niemann’s Z_H·Z_E·√(F/(b·d)·(u + 1)/u) does, within a hundredth', () => {
    const [sun, pinion, torque] = [0.024, 0.0105, 400]
    const [zH, zE, u] = [2.495, 189.8e3, pinion / sun]
    const force = (torque / (3 * sun)) * 1.1
    const niemann = zH * zE * Math.sqrt((force / (0.018 * 2 * sun)) * ((u + 1) / u))
    expect(contactStress(teeth(3, 18), pinion, torque) / niemann).toBeGreaterThan(0.99)
    expect(contactStress(teeth(3, 18), pinion, torque) / niemann).toBeLessThan(1.01)
  })
})

describe('bands (Shigley, section 16-4)', () => {
  const band: BandGeometry = {
    drumRadiusM: 0.08,
    widthM: 0.045,
    wrapRad: (330 * Math.PI) / 180,
    hotStaticFriction: 0.12,
    servo: [{ innerRadiusM: 0, outerRadiusM: 0.03 }],
    leverRatio: 2,
    returnSpringN: 200,
    ringLossPa: 0,
    tightens: 'backward',
  }
  const oil = (dragSense: 1 | -1) => ({ linePressurePa: 1e6, rangeId: '2', dragSense })
  it('holds e^(μθ) times as much where the drum wraps it tight', () => {
    expect(bandCapacity(band, oil(-1)) / bandCapacity(band, oil(1))).toBeCloseTo(1.996, 3)
    const force = (1e6 * Math.PI * 0.03 ** 2 - 200) * 2
    expect(bandCapacity(band, oil(-1))).toBeCloseTo(force * 0.08 * 0.9958, 0)
  })
  it('holds nothing while its spring is stronger than the servo', () =>
    expect(bandCapacity(band, { ...oil(-1), linePressurePa: 5e4 })).toBe(0))
})
