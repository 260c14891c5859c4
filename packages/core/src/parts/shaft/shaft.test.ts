import fc from 'fast-check'
import { fromSi, toSi } from '../../quantity/units.js'
import { shearYield, steelById, STEELS } from '../../material/steels.js'
import { yieldTorque } from './case-hardened.js'
import { shaftIssues, type ShaftGeometry, type ShaftSection } from './shaft.js'
import { shaftLimits } from './shaft-limits.js'
import { boreShare, netModulusAtCrossHole, polarMoment, STEEL_SHEAR_MODULUS_PA, torsionModulus, twistRad } from './torsion.js'

const inch = (x: number) => toSi(x, 'in')
const psi = (pa: number) => fromSi(pa, 'psi')
const section = (change: Partial<ShaftSection> = {}): ShaftSection => ({
  name: 'land',
  outerDiameterM: inch(1),
  boreDiameterM: 0,
  lengthM: inch(4),
  ...change,
})
const shaft = (...sections: ShaftSection[]): ShaftGeometry => ({ steelId: '4340-200', caseDepthM: 0, sections })

describe('torsion (Shigley, ch. 3)', () => {
  it('16·T/(π·D³): 10,000 lb-in on 1 in solid is 50,930 psi', () =>
    expect(psi(toSi(10000, 'lb-in') / torsionModulus(inch(1)))).toBeCloseTo(50930, -1))
  it('strength is proportional to the cube of the diameter', () => expect(torsionModulus(1.05) / torsionModulus(0.95)).toBeCloseTo(1.35, 3))
  it('a 0.31 in bore reduces a 1.05 in shaft by 0.76 %', () => expect(boreShare(1.05, 0.31)).toBeCloseTo(0.0076, 4))

  it('agrees with Bredt for a thin tube, T = 2π·r²·t·τ', () => {
    const [r, t] = [0.05, 0.0002]
    expect(torsionModulus(2 * r + t, 2 * r - t) / (2 * Math.PI * r ** 2 * t)).toBeCloseTo(1, 2)
  })

  it('agrees with J summed over thin rings, and twist with T·L/(G·J)', () => {
    const [outer, bore, n] = [0.027, 0.008, 20000]
    const dr = (outer - bore) / 2 / n
    const j = Array.from({ length: n }, (_, i) => bore / 2 + (i + 0.5) * dr).reduce((sum, r) => sum + 2 * Math.PI * r ** 3 * dr, 0)
    expect(polarMoment(outer, bore) / j).toBeCloseTo(1, 7)
    expect(twistRad(1000, 0.3, outer, bore)).toBeCloseTo((1000 * 0.3) / (STEEL_SHEAR_MODULUS_PA * j), 7)
  })
})

describe('a hollow shaft of a handbook (Beer & Johnston, Mechanics of Materials, examples 3.1 and 3.2, from memory)', () => {
  const [outer, bore, length] = [0.06, 0.04, 1.5]
  it('1.5 m, 40 in 60 mm: 4.08 kN·m at 120 MPa, 80 MPa inside', () => {
    expect((120e6 * torsionModulus(outer, bore)) / 1000).toBeCloseTo(4.08, 2)
    expect((120 * bore) / outer).toBeCloseTo(80, 9)
  })
  it('and 1.829 kN·m for a twist of 2°', () => expect(Math.PI / 90 / twistRad(1, length, outer, bore, 77e9) / 1000).toBeCloseTo(1.829, 2))
})

describe('cross hole (Peterson, net section, from memory)', () => {
  it.each([
    [0.2, 1, 0.17],
    [0.1875, 1.05, 0.15],
  ])('a hole of %f in a bar of %f reduces it by %f', (hole, d, share) =>
    expect(1 - netModulusAtCrossHole(d, 0, hole) / torsionModulus(d)).toBeCloseTo(share, 2),
  )
  it('is judged as a place of its own', () => {
    const limits = shaftLimits(shaft(section({ crossHoleDiameterM: inch(0.19) })))
    expect(limits.map((l) => l.feature)).toEqual(['land', 'cross-hole'])
    expect((limits[1]?.torqueNm ?? 0) / (limits[0]?.torqueNm ?? 1)).toBeCloseTo(1 - (0.19 * 16) / (6 * Math.PI), 6)
  })
})

describe('induction hardened section', () => {
  const steel = { yieldPa: 655e6, caseYieldPa: 1500e6 }
  it('is the lesser of case at the surface and core under it, never below that of the core', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 0.9, noNaN: true }), (share) => {
        const torque = yieldTorque(1e-6, 0.01, steel, share * 0.01)
        const core = shearYield(steel.yieldPa) * 1e-6
        expect(torque).toBeCloseTo(share === 0 ? core : Math.min(core / (1 - share), shearYield(steel.caseYieldPa) * 1e-6), 9)
        expect(torque).toBeGreaterThanOrEqual(core)
      }),
    )
  })
  it('is 20 to 27 % low by the core alone at usual depths', () => {
    const [low, high] = [0.1, 0.13].map((depth) => 1 - 1 / (yieldTorque(1, inch(0.472), steel, inch(depth)) / shearYield(steel.yieldPa)))
    expect(low).toBeGreaterThan(0.2)
    expect(high).toBeLessThan(0.28)
  })
})

describe('the shaft as drawn', () => {
  const spline = { teeth: 32, moduleM: inch(1 / 32), root: 'fillet' } as const
  it('is as strong as its weakest section: a 35-tooth root is 78 % of the nominal size', () => {
    const nominal = shaft(section({ outerDiameterM: inch(1.125) }))
    const splined = shaft(section({ outerDiameterM: inch(1.125), spline: { ...spline, teeth: 35 } }))
    expect((shaftLimits(splined)[0]?.torqueNm ?? 0) / (shaftLimits(nominal)[0]?.torqueNm ?? 1)).toBeCloseTo(0.784, 3)
  })

  it.each([
    ['a bore larger than the shaft', section({ boreDiameterM: inch(1.1) }), 'geometry.sections.0.boreDiameterM', 'bore-not-below-shaft'],
    [
      'a bore through the spline root',
      section({ spline: { ...spline, teeth: 30 }, boreDiameterM: inch(0.9) }),
      'geometry.sections.0.boreDiameterM',
      'bore-not-below-shaft',
    ],
    ['a root above the outside', section({ spline }), 'geometry.sections.0.spline.teeth', undefined],
    ['a negative diameter', section({ outerDiameterM: -1 }), 'geometry.sections.0.outerDiameterM', 'diameter-not-positive'],
    ['a hole past the fit', section({ crossHoleDiameterM: inch(0.31) }), 'geometry.sections.0.crossHoleDiameterM', 'cross-hole-too-large'],
  ])('refuses %s where it stands', (_name, bad, path, code) => {
    const issues = shaftIssues(shaft(bad))
    if (code === undefined)
      expect(issues).toEqual([]) // 32 teeth 32/64 have a root of 0.944 in: inside 1 in
    else expect(issues).toMatchObject([{ path, code }])
  })

  it('refuses an unknown steel and a case through the wall', () => {
    expect(shaftIssues({ ...shaft(section()), steelId: 'cheese' })[0]?.code).toBe('steel-unknown')
    expect(shaftIssues({ ...shaft(section({ boreDiameterM: inch(0.6) })), caseDepthM: inch(0.25) })[0]?.code).toBe('case-through-wall')
    expect(() => shaftLimits({ ...shaft(section()), steelId: 'cheese' })).toThrow(/cheese/)
  })

  it('has each steel by its id, none with a yield above its tensile strength', () => {
    for (const steel of STEELS) {
      expect(steelById(steel.id)).toBe(steel)
      expect(steel.yieldPa).toBeLessThan(steel.ultimatePa)
    }
  })
})
