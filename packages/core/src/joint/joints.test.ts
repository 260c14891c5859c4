import fc from 'fast-check'
import { readHardness, tensileOfHardness } from '../material/hardness.js'
import { shearYield, steelById, type Steel } from '../material/steels.js'
import { solveOde } from '../numeric/dormand-prince.js'
import { fromSi, toSi } from '../quantity/units.js'
import { hubIssues, hubLimits, type HubGeometry } from '../parts/hub/hub.js'
import { splineDifferences } from './mating.js'
import { drillingLoss, orificeFlow, poiseuilleFlow } from '../fluid/orifice.js'
import { oilWay } from '../parts/shaft/oil-way.js'
import { pressIssues, pressHoop, pressPressure, pressTorque } from './press.js'
import type { ShaftGeometry } from '../parts/shaft/shaft.js'
import { shaftLimits } from '../parts/shaft/shaft-limits.js'
import { rampOvershoot, rampOvershootMost } from '../parts/shaft/shaft-spring.js'
import { flankPressure, splineLifeFactor, splineWearFactor, splineWearTorque, splineWorkingTorque, toothShear } from './spline-stress.js'
import { weldYieldTorque } from './weld.js'

describe('spline', () => {
  it.each([
    [4, 0.85, 139],
    [4, 0.75, 219],
    [6, 0.9, 143],
    [6, 0.85, 208],
    [6, 0.8, 270],
    [10, 0.91, 215],
    [10, 0.86, 326],
    [10, 0.81, 430],
    [16, 0.91, 344],
  ])(
    '%d teeth, minor diameter %f of the major: at 1000 psi an inch of length carries %d lb-in (SAE straight-sided, Mott, Machine Elements, ch. 11, from memory)',
    (teeth, minor, expected) => {
      const pitch = { teeth, moduleM: toSi((1 + minor) / 2 / teeth, 'in') }
      const torque = toSi(1000, 'psi') / flankPressure(1, pitch, toSi((1 - minor) / 2, 'in'), toSi(1, 'in'))
      expect(Math.abs(fromSi(torque, 'lb-in') - expected)).toBeLessThan(0.7)
    },
  )

  it('teeth shear by half of them on the pitch line', () => {
    const [D, L] = [0.025, 0.03]
    const spline = { teeth: 32, moduleM: D / 32 }
    const share = 1000 / ((D / 2) * 16)
    expect(toothShear(1000, spline, L)).toBeCloseTo(share / (L * ((Math.PI * D) / 64)), 3)
  })

  it('has a handbook stress at the root of a quarter to a half of yield', () => {
    const spline = { teeth: 32, moduleM: toSi(1 / 32, 'in'), root: 'fillet' } as const
    const allowed = { shearPa: toSi(45, 'ksi'), bearingPa: toSi(3, 'ksi') }
    const yielding = (shearYield(toSi(200, 'ksi')) / toSi(45, 'ksi')) * splineWorkingTorque(spline, 0.03, 0, allowed)
    expect(splineWorkingTorque(spline, 0.03, 0, allowed) / yielding).toBeCloseTo(0.39, 2)
    expect(splineWorkingTorque(spline, 0.03, 0, allowed, 1e7)).toBeCloseTo(0.3 * splineWorkingTorque(spline, 0.03, 0, allowed), 6)
  })

  it('that floats in its hub wears: by the handbook’s factors, less the more it turns, and less than a fixed one', () => {
    expect([1e3, 1e4, 1e5, 1e6, 1e7, 1e8, 1e9].map(splineWearFactor)).toEqual([4, 4, 2.8, 2, 1.4, 1, 1])
    expect([1, 1e3, 1e4, 1e5, 1e6, 1e7, 1e9].map(splineLifeFactor)).toEqual([1.8, 1.8, 1, 0.5, 0.4, 0.3, 0.3])
    const spline = { teeth: 32, moduleM: toSi(1 / 32, 'in'), root: 'fillet' } as const
    const allowed = { shearPa: toSi(45, 'ksi'), bearingPa: toSi(3, 'ksi') }
    // 3,000 psi on 32 teeth of 1/32 in at 1/2 in of radius over 1.35 in: 2,025 lb-in, twice that for a million turns.
    expect(fromSi(splineWearTorque(spline, toSi(1.35, 'in'), allowed), 'lb-in')).toBeCloseTo(4050, 6)
    expect(splineWearTorque(spline, 0.03, allowed)).toBeLessThan(splineWorkingTorque(spline, 0.03, 0, allowed))
  })

  it('must agree with its hub in teeth, pitch, fit and length', () => {
    const shaft = { teeth: 32, moduleM: toSi(1 / 32, 'in'), root: 'fillet' } as const
    const hub = { name: 'bore', mate: 'shaft', teeth: 32, moduleM: 0.79375e-3, lengthM: 0.03 }
    const differ = (change: object, length = 0.03) => splineDifferences(shaft, length, { ...hub, ...change })
    expect(differ({})).toEqual([])
    expect(differ({ teeth: 35 })).toEqual(['teeth'])
    expect(differ({ moduleM: 0.8e-3 })).toEqual(['pitch'])
    expect(differ({ fit: 'major' })).toEqual(['fit'])
    expect(differ({ lengthM: 0.032 })).toEqual(['hub-longer'])
    expect(differ({ lengthM: 0.02 })).toEqual(['hub-shorter'])
    expect(differ({ teeth: 31, fit: 'major', lengthM: 0.01 })).toEqual(['teeth', 'fit', 'hub-shorter'])
  })
})

describe('joints', () => {
  it('a 10 mm fillet round a 50 mm shaft holds 2.22 kN·m at 80 MPa (Khurmi & Gupta, Machine Design, example 10.5, from memory)', () =>
    expect(weldYieldTorque({ name: 'w', radiusM: 0.025, legM: 0.01, metalYieldPa: 80e6 * Math.sqrt(3) }) / 1000).toBeCloseTo(2.22, 2))

  it('a press fit closes its interference: strains of hub and shaft by Lamé add up to it', () => {
    const size = fc.record({
      seat: fc.double({ min: 0.01, max: 0.05, noNaN: true }),
      wall: fc.double({ min: 1.2, max: 4, noNaN: true }),
      bore: fc.double({ min: 0, max: 0.8, noNaN: true }),
    })
    fc.assert(
      fc.property(size, ({ seat, wall, bore }) => {
        const joint = { seatDiameterM: seat, hubDiameterM: wall * seat, boreDiameterM: bore * seat, interferenceM: 1e-3 * seat }
        const p = pressPressure(joint)
        // Hoop and radial stress at the seat, strain round it from Hooke's law for both rings.
        const [outer, inner] = [(wall ** 2 + 1) / (wall ** 2 - 1), (1 + bore ** 2) / (1 - bore ** 2)]
        const strain = (hoop: number) => (hoop * p + 0.292 * p) / 207e9
        expect((strain(outer) - strain(-inner)) * seat).toBeCloseTo(joint.interferenceM, 12)
      }),
    )
  })

  it('slips at μ·p·A·r, and is refused if the fit makes the hub yield', () => {
    const joint = {
      name: 'drum',
      seatDiameterM: 0.04,
      hubDiameterM: 0.08,
      lengthM: 0.03,
      interferenceM: 40e-6,
      friction: 0.12,
      hubYieldPa: 600e6,
    }
    expect(pressTorque(joint)).toBeCloseTo(0.12 * pressPressure(joint) * Math.PI * 0.04 * 0.03 * 0.02, 6)
    expect(pressIssues([joint], 'p')).toEqual([])
    expect(pressIssues([{ ...joint, hubYieldPa: pressHoop(joint) * 0.99 }], 'p')).toMatchObject([
      { code: 'press-yields-hub', path: 'p.0.interferenceM' },
    ])
    expect(pressIssues([{ ...joint, hubDiameterM: 0.04 }], 'p')[0]?.code).toBe('hub-not-over-seat')
  })

  it('a seat of unknown bore has the bore of the pressed part: it slips earlier than a solid one', () => {
    const joint = {
      name: 'drum',
      seatDiameterM: 0.035,
      hubDiameterM: 0.08,
      lengthM: 0.03,
      interferenceM: 40e-6,
      friction: 0.12,
      hubYieldPa: 600e6,
    }
    const shaft = (boreDiameterM: number): ShaftGeometry => ({
      steelId: '4140-130',
      caseDepthM: 0,
      sections: [{ name: 'a', outerDiameterM: 0.04, boreDiameterM, lengthM: 0.1 }],
      presses: [joint],
    })
    const slips = (boreM: number) => shaftLimits(shaft(boreM)).find(({ feature }) => feature === 'press')?.torqueNm
    expect(slips(0.02)).toBe(pressTorque({ ...joint, boreDiameterM: 0.02 }))
    expect(slips(0.02)).toBeLessThan(pressTorque(joint))
    const spline = { name: 'bore', mate: 'input', teeth: 20, moduleM: 1e-3, lengthM: 0.02 }
    const hub: HubGeometry = { steelId: '4140-130', outerDiameterM: 0.039, lengthM: 0.03, splines: [spline], presses: [joint] }
    expect(hubLimits(hub).find(({ feature }) => feature === 'press')?.torqueNm).toBe(pressTorque({ ...joint, boreDiameterM: 0.021 }))
  })

  it('a hub bursts where its wall is thin and shears its teeth where it is thick', () => {
    const hub: HubGeometry = {
      steelId: '4140-130',
      outerDiameterM: 0.04,
      lengthM: 0.03,
      splines: [{ name: 'bore', mate: 'input', teeth: 32, moduleM: 0.79375e-3, lengthM: 0.03 }],
    }
    const least = (outerDiameterM: number) =>
      hubLimits({ ...hub, outerDiameterM }).reduce((a, b) => (b.torqueNm < a.torqueNm ? b : a)).feature
    expect([least(0.028), least(0.06)]).toEqual(['bursting', 'spline-teeth'])
    expect(hubIssues({ ...hub, outerDiameterM: 0.026 })[0]?.code).toBe('hub-without-wall')
    expect(hubIssues({ ...hub, lengthM: 0.02 })[0]?.code).toBe('spline-longer-than-hub')
  })
})

describe('a ramp on a one-mass system', () => {
  it.each([0.05, 0.3, 0.5, 0.8, 1, 1.37, 2.6])('%f periods long overshoots like the solution of the differential equation', (ramp) => {
    const w = 2 * Math.PI
    const end = solveOde({
      start: [0, 0],
      end: ramp,
      relativeTolerance: 1e-10,
      absoluteTolerance: [1e-12, 1e-12],
      derivative: (t, [x = 0, v = 0]) => [v, w ** 2 * (t / ramp - x)],
    })
    // From the end of the ramp on it swings round 1 with what it has there.
    const swing = Math.hypot((end.y[0] ?? NaN) - 1, (end.y[1] ?? NaN) / w)
    expect(rampOvershoot(ramp, 1)).toBeCloseTo(1 + swing, 7)
  })
  it('is the worst over ramps a little longer', () => {
    for (const t of [0.2, 0.5, 1, 1.4, 3.3]) expect(rampOvershootMost(t, 1)).toBeGreaterThanOrEqual(rampOvershoot(t, 1))
  })
})

describe('oil through a shaft', () => {
  it('shrunk to 0.8: 64 % through a short hole, 41 % through a long drilling; the full path is between', () => {
    expect(orificeFlow(0.8, 1) / orificeFlow(1, 1)).toBeCloseTo(0.64, 9)
    expect(poiseuilleFlow(0.8, 1, 1) / poiseuilleFlow(1, 1, 1)).toBeCloseTo(0.4096, 9)
    const shaft = (bore: number, hole: number) => ({
      steelId: '300m',
      caseDepthM: 0,
      sections: [{ name: 'a', outerDiameterM: 0.03, boreDiameterM: bore, lengthM: 0.3, crossHoleDiameterM: hole }],
    })
    const full = oilWay(shaft(0.006, 0.004), 5e5)
    const small = oilWay(shaft(0.0048, 0.0032), 5e5)
    const share = (small?.bothM3PerS ?? 0) / (full?.bothM3PerS ?? 1)
    expect(share > 0.41 && share < 0.65).toBe(true)
    expect(full && full.bothM3PerS < Math.min(full.boreM3PerS, full.holesM3PerS)).toBe(true)
    expect(oilWay(shaft(0, 0.004), 5e5)).toBeNull()
  })
  it('in a long thin drilling has the loss of Hagen and Poiseuille', () =>
    expect(drillingLoss(poiseuilleFlow(0.001, 0.5, 1e5), 0.001, 0.5) / 1e5).toBeCloseTo(1, 9))
})

describe('hardness (ASTM E140 / A370, from memory)', () => {
  it.each([
    [30, 138],
    [35, 156],
    [40, 182],
    [45, 215],
    [50, 255],
    [54, 292],
  ])('%d HRC corresponds to %d ksi', (hrc, ksi) => expect(fromSi(tensileOfHardness('HRC', hrc) ?? 0, 'ksi')).toBeCloseTo(ksi, 9))
  it('rises with the reading on both scales', () =>
    fc.assert(
      fc.property(fc.constantFrom('HRC' as const, 'HB' as const), fc.double({ min: 0, max: 1, noNaN: true }), (scale, x) => {
        const at = (s: number) => tensileOfHardness(scale, scale === 'HRC' ? 20 + 35 * s : 226 + 334 * s) ?? NaN
        expect(at(x)).toBeLessThanOrEqual(at(Math.min(1, x + 0.01)))
      }),
    ))
  const of = (id: string, value: number, caseDepthM = 0, on: 'core' | 'surface' = 'surface') =>
    readHardness({ scale: 'HRC', value, on }, steelById(id) as Steel, caseDepthM).verdict
  it('finds whether a shaft can be made of its stated steel', () => {
    expect([of('300m', 54), of('300m', 52), of('300m', 43), of('4340-200', 45)]).toEqual([
      'can-be',
      'near-the-limit',
      'too-soft',
      'near-the-limit',
    ])
    expect([of('4340-200', 47), of('4140-130', 48), of('4140-130', 15), of('1020-hr', 15)]).toEqual([
      'can-be',
      'harder-than-usual',
      'too-soft',
      'outside-table',
    ])
    expect([of('1045-ih', 54, 0.0025), of('1045-ih', 25, 0.0025, 'core')]).toEqual(['case-hides-core', 'near-the-limit'])
  })
})
