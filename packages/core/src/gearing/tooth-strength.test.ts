import { fromSi } from '../quantity/units.js'
import { bandCapacity, type BandGeometry } from '../parts/band/band.js'
import fc from 'fast-check'
import { faceLoadFactor, geometryFactor, pairFactor } from './tooth-form.js'
import { pittingCycles, toothLife } from './tooth-life.js'
import {
  bendingTorque,
  contactStress,
  contactTorque,
  gearSteelById,
  meshLoadFactor,
  type GearSteel,
  type GearTeeth,
} from './tooth-strength.js'

const teeth = (pinions: number, faceMm: number, radiusMm = 24): GearTeeth => ({
  pinions,
  moduleM: 0.0015,
  faceWidthM: faceMm / 1000,
  helixRad: 0,
  sunRadiusM: radiusMm / 1000,
  geometryFactor: 0.38,
  faceLoadFactor: 1,
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

describe('tooth factors', () => {
  const deg = Math.PI / 180
  it('J is within the ranges recalled of AGMA 908, rises with teeth, mate and helix up to 15°', () => {
    for (const teeth of [14, 17, 20]) {
      expect(geometryFactor(teeth, 25, 0)).toBeGreaterThan(0.23)
      expect(geometryFactor(teeth, 25, 0)).toBeLessThan(0.33)
      expect(geometryFactor(teeth, 25, 20 * deg)).toBeGreaterThan(0.37)
      expect(geometryFactor(teeth, 25, 20 * deg)).toBeLessThan(0.48)
    }
    const some = fc.integer({ min: 9, max: 120 })
    fc.assert(
      fc.property(some, some, fc.double({ min: 0, max: 25 * deg, noNaN: true }), (teeth, mate, helix) => {
        const j = geometryFactor(teeth, mate, helix)
        expect(geometryFactor(teeth + 1, mate, helix)).toBeGreaterThanOrEqual(j)
        expect(geometryFactor(teeth, mate + 1, helix)).toBeGreaterThanOrEqual(j)
        expect(geometryFactor(teeth, mate, helix + deg)).toBeGreaterThanOrEqual(j)
        expect(pairFactor(teeth, mate, helix)).toBe(pairFactor(mate, teeth, helix))
      }),
    )
  })
  it('K_m is 1.2 to 1.4 by width and carrier, and reduces torque by that factor', () => {
    expect([0.01, 0.03, 0.06].map((b) => faceLoadFactor(b))).toEqual([1.2, expect.closeTo(1.25, 12), expect.closeTo(1.3, 12)])
    expect(faceLoadFactor(0.06, 'one-plate')).toBeCloseTo(1.4, 12)
    const even = teeth(3, 26)
    expect(bendingTorque({ ...even, faceLoadFactor: 1.25 }, 1e9) * 1.25).toBeCloseTo(bendingTorque(even, 1e9), 6)
  })
})

describe('life of teeth (AGMA 2001 stress cycle factors, from memory)', () => {
  const steel = gearSteelById('8620-carburized') as GearSteel
  it('adds up by Miner: twice the turns halve it, and ten million at the stress for half of such teeth use it up', () => {
    const some = teeth(3, 26)
    const life = (cycles: number, sunNm: number) => toothLife(some, 0.0105, steel, [{ sunNm, cycles }])
    expect(life(2, 500).launches * 2).toBeCloseTo(life(1, 500).launches, 6)
    // 1551 MPa for 99 of 100 is 2216 for half of them
    const sunNm = contactTorque(some, 0.0105, steel.lifeContactPa / 0.7)
    expect(pittingCycles(steel, contactStress(some, 0.0105, sunNm)) / 1e7).toBeCloseTo(1, 2)
    expect(life(1, 1e4).launches).toBeLessThan(life(1, 1e3).launches)
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
  it('holds no torque while its spring is stronger than the servo', () =>
    expect(bandCapacity(band, { ...oil(-1), linePressurePa: 5e4 })).toBe(0))
})
