import fc from 'fast-check'
import { anyShaft } from '../../testing/any-shaft.js'
import { yieldTorque } from './case-hardened.js'
import { crossHoles, shaftIssues, shaftLength, type CrossHole, type Groove, type ShaftGeometry } from './shaft.js'
import { shaftLimits, shaftSteel, weakestPlace } from './shaft-limits.js'

const between = (min: number, max: number) => fc.double({ min, max, noNaN: true })

/** What is left at one place, straight from the drawing: no slices, no list of places. */
function yieldAt(shaft: ShaftGeometry, x: number): number {
  let at = 0
  const s = shaft.sections.find(({ lengthM }) => (at += lengthM) > x)
  if (!s || s.idle) return Infinity
  const land = s.spline ? (s.spline.teeth - (s.spline.root === 'fillet' ? 1.8 : 1.35)) * s.spline.moduleM : s.outerDiameterM
  const D = Math.min(land, ...(shaft.grooves ?? []).map((g) => (Math.abs(x - g.fromFrontM) < g.widthM / 2 ? g.bottomDiameterM : Infinity)))
  const drilled = crossHoles(shaft).reduce(
    (sum, h) => sum + (Math.abs(x - h.fromFrontM) < h.diameterM / 2 ? h.diameterM * (h.drillings ?? 1) : 0),
    0,
  )
  const modulus = (Math.PI * (D ** 4 - s.boreDiameterM ** 4)) / (16 * D) - (drilled * D ** 2) / 6
  return yieldTorque(modulus, D / 2, shaftSteel(shaft), shaft.caseDepthM)
}

describe('the weak section', () => {
  it('is where a scan of every cross section finds it', () => {
    fc.assert(
      fc.property(anyShaft, (shaft) => {
        const sections = shaftLimits(shaft).filter(({ slice }) => slice !== undefined)
        const weak = sections.reduce((least, l) => (l.torqueNm < least.torqueNm ? l : least))
        const length = shaftLength(shaft)
        const grid = Array.from({ length: 1500 }, (_, i) => ((i + 0.5) * length) / 1500)
        const marks = [...crossHoles(shaft), ...(shaft.grooves ?? [])].flatMap(({ fromFrontM }) => [
          fromFrontM - 1e-7,
          fromFrontM,
          fromFrontM + 1e-7,
        ])
        const scanned = Math.min(...[...grid, ...marks].map((x) => yieldAt(shaft, x)))
        expect(weak.torqueNm).toBeLessThanOrEqual(scanned * (1 + 1e-12))
        expect(yieldAt(shaft, weak.atM ?? -1) / weak.torqueNm).toBeCloseTo(1, 12)
      }),
      { numRuns: 150 },
    )
  })

  it('follows a hole that is moved', () => {
    const plain = {
      steelId: '4340-200',
      caseDepthM: 0,
      sections: [
        { name: 'a', outerDiameterM: 0.026, boreDiameterM: 0.008, lengthM: 0.1 },
        { name: 'b', outerDiameterM: 0.0262, boreDiameterM: 0.008, lengthM: 0.1 },
      ],
    }
    fc.assert(
      fc.property(between(0.01, 0.19), (fromFrontM) => {
        const weak = weakestPlace({ ...plain, holes: [{ name: 'hole', fromFrontM, diameterM: 0.004 }] })
        expect([weak?.feature, Math.abs((weak?.atM ?? 0) - fromFrontM) < 0.004]).toEqual(['cross-hole', true])
      }),
    )
  })

  it('is not sought where no torque runs', () => {
    const nose = { name: 'nose', outerDiameterM: 0.015, boreDiameterM: 0, lengthM: 0.02 }
    const land = { name: 'land', outerDiameterM: 0.03, boreDiameterM: 0, lengthM: 0.1 }
    const weak = (idle: boolean) => weakestPlace({ steelId: '300m', caseDepthM: 0, sections: [{ ...nose, idle }, land] })?.name
    expect([weak(true), weak(false)]).toEqual(['land', 'nose'])
  })
})

describe('features that cannot be', () => {
  const shaft = (more: Partial<ShaftGeometry>) =>
    shaftIssues({
      steelId: '300m',
      caseDepthM: 0,
      sections: [{ name: 'land', outerDiameterM: 0.03, boreDiameterM: 0.01, lengthM: 0.1 }],
      ...more,
    })
  const hole: CrossHole = { name: 'h', fromFrontM: 0.05, diameterM: 0.004 }
  const groove: Groove = { name: 'g', fromFrontM: 0.05, widthM: 0.004, bottomDiameterM: 0.028, radiusM: 0.0005 }
  it.each([
    ['a hole beside the shaft', { holes: [{ ...hole, fromFrontM: 0.0995 }] }, 'geometry.holes.0.fromFrontM', 'feature-off-shaft'],
    ['more hole than the net section allows', { holes: [{ ...hole, drillings: 3 }] }, 'geometry.holes.0.diameterM', 'cross-hole-too-large'],
    ['a groove beside the shaft', { grooves: [{ ...groove, fromFrontM: 0 }] }, 'geometry.grooves.0.fromFrontM', 'feature-off-shaft'],
    [
      'a groove that is none',
      { grooves: [{ ...groove, bottomDiameterM: 0.03 }] },
      'geometry.grooves.0.bottomDiameterM',
      'groove-above-shaft',
    ],
    [
      'a groove into the bore',
      { grooves: [{ ...groove, bottomDiameterM: 0.009 }] },
      'geometry.grooves.0.bottomDiameterM',
      'groove-through-wall',
    ],
    ['one name for two holes', { holes: [hole, { ...hole, fromFrontM: 0.07 }] }, 'geometry.holes.1.name', 'place-name-repeated'],
    [
      'a certificate that contradicts itself',
      { certified: { certificate: 'A', yieldPa: 2e9, ultimatePa: 1.9e9 } },
      'geometry.certified.yieldPa',
      'yield-above-tensile',
    ],
  ])('refuses %s where it stands', (_name, more, path, code) => expect(shaft(more)).toMatchObject([{ path, code }]))
  it('and accepts the possible ones', () => expect(shaft({ holes: [hole], grooves: [groove] })).toEqual([]))
})
