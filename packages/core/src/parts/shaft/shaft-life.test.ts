import fc from 'fast-check'
import { cyclesAt } from '../../material/fatigue.js'
import { notchSensitivity, surfaceFactor } from '../../material/torsion-fatigue.js'
import { toSi } from '../../quantity/units.js'
import { anyShaft } from '../../testing/any-shaft.js'
import { grooveFactor, shoulderFactor } from './notch.js'
import { sectionStarts, shaftIssues, shaftLength, type ShaftGeometry } from './shaft.js'
import { lifePlaces, shaftLife } from './shaft-life.js'
import { weakestPlace } from './shaft-limits.js'
import { torsionModulus } from './torsion.js'
import { weldCycles } from '../../joint/weld.js'

const land: ShaftGeometry = {
  steelId: '4340-200',
  caseDepthM: 0,
  sections: [{ name: 'land', outerDiameterM: 0.025, boreDiameterM: 0, lengthM: 0.2 }],
}
const launches = (shaft: ShaftGeometry, torqueNm: number) => shaftLife(shaft, [{ torqueNm, perLaunch: 1 }])?.launches ?? NaN

describe('stress concentration in torsion', () => {
  it.each([
    [2, 0.89035, -0.24075],
    [1.3, 0.8946, -0.23267],
    [1.1, 0.92311, -0.1974],
    [1.05, 0.93853, -0.16941],
  ])('of a groove, D/d %f, is within 7 %% of the fit to Peterson’s chart (Norton, Machine Design, from memory)', (step, a, b) => {
    for (const r of [0.02, 0.05, 0.1, 0.2]) expect(Math.abs(grooveFactor(step, 1, r) / (a * r ** b) - 1)).toBeLessThan(0.07)
  })
  it('of a shoulder falls to 1 with the step, never below, and rises with a sharper corner', () => {
    fc.assert(
      fc.property(fc.double({ min: 1, max: 3, noNaN: true }), fc.double({ min: 0.001, max: 0.5, noNaN: true }), (step, r) => {
        expect(shoulderFactor(step, 1, r)).toBeGreaterThanOrEqual(1)
        expect(shoulderFactor(step, 1, r / 2)).toBeGreaterThanOrEqual(shoulderFactor(step, 1, r))
      }),
    )
    expect(shoulderFactor(1, 1, 0.05)).toBe(1)
    expect(shoulderFactor(1.2, 1, 0.05)).toBeCloseTo(0.83425 * 0.05 ** -0.21649, 9)
  })
})

describe('life of a shaft', () => {
  it('S–N of a handbook: 105 ksi steel, 52.5 ksi endurance, f 0.86: 5.5e5 cycles at 55 ksi (Shigley, ch. 6, worked example, from memory)', () =>
    expect(cyclesAt({ ultimatePa: 105, endurancePa: 52.5 }, 55, 0.86) / 1e5).toBeCloseTo(5.5, 0))

  it('a plain land, worked by hand: Marin, Goodman, S–N line', () => {
    const [ksi, torque] = [220, 2000]
    const shear = torque / torsionModulus(0.025) / toSi(1, 'ksi')
    const [ultimate, endurance] = [0.67 * ksi, 0.577 * 100 * 4.51 * (ksi * 6.894757) ** -0.265 * 1.24 * 25 ** -0.107]
    const reversed = shear / 2 / (1 - shear / 2 / ultimate)
    const a = (0.9 * ultimate) ** 2 / endurance
    const b = -Math.log10((0.9 * ultimate) / endurance) / 3
    expect(launches(land, torque) / (reversed / a) ** (1 / b)).toBeCloseTo(1, 6)
  })

  it('falls with every hole, harder launch and undercut that relieves no shoulder, and never rises by one', () => {
    const torque = fc.double({ min: 0.2, max: 0.95, noNaN: true })
    fc.assert(
      fc.property(anyShaft, torque, fc.double({ min: 0.05, max: 0.95, noNaN: true }), fc.boolean(), (shaft, share, along, hole) => {
        const carried = share * (weakestPlace(shaft)?.torqueNm ?? 0)
        const fromFrontM = along * shaftLength(shaft)
        const added: ShaftGeometry = hole
          ? { ...shaft, holes: [...(shaft.holes ?? []), { name: 'new', fromFrontM, diameterM: 0.003 }] }
          : {
              ...shaft,
              grooves: [...(shaft.grooves ?? []), { name: 'new', fromFrontM, widthM: 0.003, bottomDiameterM: 0.02, radiusM: 0.0004 }],
            }
        fc.pre(shaftIssues(added).length === 0)
        fc.pre(hole || sectionStarts(shaft).every((start) => Math.abs(start - fromFrontM) > 0.0015))
        const before = launches(shaft, carried)
        expect(launches(added, carried)).toBeLessThanOrEqual(before * (1 + 1e-12))
        if (before < Infinity) expect(launches(shaft, carried * 1.1)).toBeLessThan(before)
      }),
      { numRuns: 150 },
    )
    const one = { ...land, holes: [{ name: 'one', fromFrontM: 0.05, diameterM: 0.004 }] }
    const two = { ...land, holes: [...one.holes, { name: 'two', fromFrontM: 0.15, diameterM: 0.004 }] }
    const cut = { ...two, grooves: [{ name: 'undercut', fromFrontM: 0.1, widthM: 0.004, bottomDiameterM: 0.0235, radiusM: 0.0004 }] }
    const lives = [land, one, two, cut].map((shaft) => launches(shaft, 1800))
    expect(lives).toEqual([...lives].sort((a, b) => b - a))
    expect(new Set(lives).size).toBe(4)
  })

  it('rises with an undercut of a larger radius in the place of a sharp corner', () => {
    const stepped: ShaftGeometry = {
      ...land,
      sections: [
        { name: 'a', outerDiameterM: 0.025, boreDiameterM: 0, lengthM: 0.1 },
        { name: 'b', outerDiameterM: 0.032, boreDiameterM: 0, lengthM: 0.1 },
      ],
    }
    const undercut = { name: 'relief', fromFrontM: 0.1, widthM: 0.006, bottomDiameterM: 0.0249, radiusM: 0.002 }
    expect(launches({ ...stepped, grooves: [undercut] }, 1500)).toBeGreaterThan(launches(stepped, 1500))
  })

  it('rises with a rolled spline, a faded run-out, a rounded or coined hole, a larger fillet, a better surface', () => {
    const splined = (more: object): ShaftGeometry => ({
      ...land,
      sections: [
        { ...land.sections[0], spline: { teeth: 32, moduleM: 0.0008, root: 'fillet', ...more } } as ShaftGeometry['sections'][number],
      ],
    })
    const rising = (...shafts: ShaftGeometry[]) => {
      const lives = shafts.map((shaft) => launches(shaft, 1500))
      expect(lives.every((life, i) => i === 0 || life > (lives[i - 1] ?? 0))).toBe(true)
    }
    rising(splined({}), splined({ made: 'rolled' }), splined({ made: 'rolled', runOut: 'faded' }))
    const drilled = (edge: 'sharp' | 'rounded' | 'coined') => ({ ...land, holes: [{ name: 'h', fromFrontM: 0.1, diameterM: 0.004, edge }] })
    rising(drilled('sharp'), drilled('rounded'), drilled('coined'))
    const stepped = (filletRadiusM: number): ShaftGeometry => ({
      ...land,
      sections: [
        { name: 'a', outerDiameterM: 0.025, boreDiameterM: 0, lengthM: 0.1, filletRadiusM },
        { name: 'b', outerDiameterM: 0.032, boreDiameterM: 0, lengthM: 0.1 },
      ],
    })
    rising(stepped(0), stepped(0.001), stepped(0.004))
    rising(...(['hot-rolled', 'machined', 'peened', 'polished'] as const).map((surface): ShaftGeometry => ({ ...land, surface })))
  })

  it('of a hard case is judged at the skin and under it: a deep hole is felt in the core, a groove is not', () => {
    const hard: ShaftGeometry = { ...land, steelId: '1045-ih', caseDepthM: 0.0025 }
    const places = lifePlaces({
      ...hard,
      holes: [{ name: 'h', fromFrontM: 0.05, diameterM: 0.004 }],
      grooves: [{ name: 'g', fromFrontM: 0.1, widthM: 0.003, bottomDiameterM: 0.0235, radiusM: 0.0005 }],
    })
    expect(places.map(({ feature, deep }) => [feature, deep])).toEqual([
      ['land', false],
      ['cross-hole', true],
      ['land', false],
      ['groove', false],
      ['land', false],
    ])
    expect(launches(hard, 1100)).toBeGreaterThan(launches({ ...land, steelId: '1045-ih' }, 1100))
  })

  it('is shorter for the weak ones of a hundred and longer for the strong ones, at any load', () => {
    fc.assert(
      fc.property(anyShaft, fc.double({ min: 0.3, max: 1, noNaN: true }), (shaft, share) => {
        const life = shaftLife(shaft, [{ torqueNm: share * (weakestPlace(shaft)?.torqueNm ?? 0), perLaunch: 1 }])
        if (!life || life.mostSurvive === Infinity) return
        expect(life.mostSurvive).toBeLessThan(life.launches)
        if (life.launches < Infinity) expect(life.launches).toBeLessThan(life.fewSurvive)
      }),
    )
  })

  it('knows the usual sizes of its parts (Shigley, ch. 6, from memory)', () => {
    expect(surfaceFactor('machined', 520e6)).toBeCloseTo(0.86, 2)
    expect(surfaceFactor('hot-rolled', 520e6)).toBeCloseTo(0.647, 2)
    expect(notchSensitivity(toSi(280, 'ksi'), 0.0001)).toBe(1)
  })

  it('of a weld depends on its throat: two million cycles at 80 MPa for 97 of 100 (IIW, from memory)', () => {
    const weld = { name: 'w', radiusM: 0.03, legM: 0.005, metalYieldPa: 4e8 }
    const torque = 80e6 * 2 * Math.PI * weld.radiusM ** 2 * 0.707 * weld.legM
    expect(weldCycles(weld, torque, 1.85) / 2e6).toBeCloseTo(1, 1)
  })
})
