import fc from 'fast-check'
import { lockupPressureFor } from '../../reports/lockup-oil.js'
import { asOneHole, holesFor, inSeries } from './release.js'
import { toSi } from '../../quantity/units.js'
import { bendPlate, POISSON, type AnnularPlate } from './annular-plate.js'
import { cyclesAt, enduranceOf, goodmanReversed } from '../../material/fatigue.js'
import {
  flatPressureLike,
  lockupIssues,
  lockupSpan,
  lockupState,
  meanRadius,
  type LockupGeometry,
  type LockupState,
} from './lockup-clutch.js'

/** Slopes of a plate by finite differences on a fine grid: φ'' + φ'/r − φ/r² = −Q/D, solved as one tridiagonal system. */
function slopesByDifferences(plate: AnnularPlate, n = 4000): { r: number[]; slope: number[] } {
  const D = (plate.youngPa * plate.thicknessM ** 3) / (12 * (1 - POISSON ** 2))
  const [inner, outer] = [plate.innerRadiusM, plate.rings.at(-1)?.outerRadiusM as number]
  const h = (outer - inner) / n
  const r = Array.from({ length: n + 1 }, (_, i) => inner + i * h)
  /** Load within a radius over its circumference; a ring load is spread over half a step at either side. */
  const shear = (at: number) => {
    let [from, load] = [inner, 0]
    for (const { outerRadiusM, pressurePa, ringLoadN = 0 } of plate.rings) {
      load += Math.PI * pressurePa * Math.max(0, Math.min(at, outerRadiusM) ** 2 - from ** 2)
      if (at > outerRadiusM) load += ringLoadN
      from = Math.min(at, outerRadiusM)
    }
    return load / (2 * Math.PI * at)
  }
  const [a, b, c, d] = [0, 0, 0, 0].map(() => new Array<number>(n + 1).fill(0)) as [number[], number[], number[], number[]]
  for (let i = 1; i < n; i++) {
    const at = r[i] as number
    a[i] = 1 / h ** 2 - 1 / (2 * at * h)
    b[i] = -2 / h ** 2 - 1 / at ** 2
    c[i] = 1 / h ** 2 + 1 / (2 * at * h)
    d[i] = -shear(at) / D
  }
  // Edges: φ = 0, or M_r = 0 with a ghost point beyond the edge.
  const edge = (i: number, held: boolean, sign: 1 | -1) => {
    const at = r[i] as number
    if (held) return void (b[i] = 1)
    const ghost = (2 * h * POISSON) / at // φ beyond the edge = φ within, less or more by 2h·ν·φ/r
    const [toward, away] = [1 / h ** 2 + sign / (2 * at * h), 1 / h ** 2 - sign / (2 * at * h)]
    b[i] = -2 / h ** 2 - 1 / at ** 2 - toward * ghost * sign
    if (sign > 0) a[i] = toward + away
    else c[i] = toward + away
    d[i] = -shear(at * (1 - sign * 1e-12)) / D
  }
  edge(0, plate.inner === 'guided', -1)
  edge(n, plate.outer === 'fixed', 1)
  for (let i = 1; i <= n; i++) {
    const m = (a[i] as number) / (b[i - 1] as number)
    b[i] = (b[i] as number) - m * (c[i - 1] as number)
    d[i] = (d[i] as number) - m * (d[i - 1] as number)
  }
  const slope = new Array<number>(n + 1).fill(0)
  for (let i = n; i >= 0; i--) slope[i] = ((d[i] as number) - (c[i] as number) * (slope[i + 1] ?? 0)) / (b[i] as number)
  return { r, slope }
}

describe('a round plate with a hole', () => {
  /** Simply supported outside, free inside, uniform load: 6M/t² over q·a²/t², w over q·a⁴/(E·t³) (Timoshenko & Woinowsky-Krieger, §17, from memory). */
  const HANDBOOK = [[1.25, 0.592, 0.184], [1.5, 0.976, 0.414], [3, 1.88, 0.824], [4, 2.08, 0.83], [5, 2.19, 0.813]] as const // prettier-ignore
  it.each(HANDBOOK)('of radii in the ratio %f has the deflection and stress of the handbook', (ratio, stress, deflection) => {
    const [a, t, q, E] = [0.1, 0.003, 1e5, 207e9]
    const plate = bendPlate({
      innerRadiusM: a / ratio,
      thicknessM: t,
      youngPa: E,
      inner: 'free',
      outer: 'simple',
      rings: [{ outerRadiusM: a, pressurePa: q }],
    })
    expect(Math.abs((plate.stressPa(a / ratio) * t ** 2) / (q * a ** 2) / stress - 1)).toBeLessThan(0.003)
    expect(Math.abs((plate.deflectionM(a / ratio) * E * t ** 3) / (q * a ** 4) / deflection - 1)).toBeLessThan(0.003)
  })

  it('tilts as a finite-difference solution, with any two pressures, a load on a ring between, and any edges', () => {
    const plates = fc.record({
      inner: fc.constantFrom('free' as const, 'guided' as const),
      outer: fc.constantFrom('simple' as const, 'fixed' as const),
      hole: fc.double({ min: 0.2, max: 0.6, noNaN: true }),
      ring: fc.integer({ min: 2000, max: 3600 }),
      p: fc.tuple(fc.double({ min: -1e6, max: 1e6, noNaN: true }), fc.double({ min: -1e6, max: 1e6, noNaN: true })),
      load: fc.double({ min: 100, max: 3e4, noNaN: true }),
    })
    fc.assert(
      fc.property(plates, ({ inner, outer, hole, ring, p, load }) => {
        const [a, b] = [0.12, 0.12 * hole]
        const at = b + ((a - b) * (ring + 0.5)) / 4000 // between two points of the grid
        const plate: AnnularPlate = {
          innerRadiusM: b,
          thicknessM: 0.004,
          youngPa: 207e9,
          inner,
          outer,
          rings: [
            { outerRadiusM: at, pressurePa: p[0], ringLoadN: load },
            { outerRadiusM: a, pressurePa: p[1] },
          ],
        }
        const { r, slope } = slopesByDifferences(plate)
        const bent = bendPlate(plate)
        const most = Math.max(...slope.map(Math.abs))
        for (let i = 0; i <= 4000; i += 250)
          expect(Math.abs(bent.slopeRad(r[i] as number) - (slope[i] as number))).toBeLessThanOrEqual(2e-3 * most)
        // deflection is the sum of the slopes from the held edge inward
        const sum = r.slice(1).reduce((w, x, i) => w + (((slope[i] as number) + (slope[i + 1] as number)) / 2) * (x - (r[i] as number)), 0)
        expect(bent.deflectionM(b)).toBeCloseTo(sum, 5)
        expect(Math.abs(bent.deflectionM(b) - sum)).toBeLessThanOrEqual(3e-3 * most * (a - b))
      }),
      { numRuns: 40 },
    )
  })
})

const clutch = (change: Partial<LockupGeometry> = {}): LockupGeometry => ({
  faces: 1,
  liningInnerRadiusM: 0.1,
  liningOuterRadiusM: 0.12,
  liningThicknessM: 0.001,
  lining: 'paper',
  hotFriction: 0.11,
  sealRadiusM: 0.03,
  gapM: 0.001,
  piston: { thicknessM: 0.004, steelId: '4140-130', hub: 'free', flatAtPa: 6e5 },
  ...change,
})
const torque = (g: LockupGeometry, applyPa: number, releasePa = 0) => lockupState(g, { applyPa, releasePa }).torqueNm
const stiff = { thicknessM: 0.2, steelId: '4140-130', hub: 'free', flatAtPa: 6e5 } as const

describe('a lockup clutch', () => {
  it('with a stiff piston passes μ·n·Δp·π(R² − r²)·R, less with release pressure, and zero with more of that', () => {
    const g = clutch({ piston: stiff })
    expect(torque(g, 6e5)).toBeCloseTo(0.11 * 6e5 * Math.PI * (0.11 ** 2 - 0.03 ** 2) * 0.11, 6)
    expect(torque(g, 7e5, 1e5)).toBeCloseTo(torque(g, 6e5), 2)
    expect(torque(g, 1e5, 2e5)).toBe(0)
    expect(torque(clutch({ piston: stiff, faces: 3, pistonOuterRadiusM: 0.118 }), 6e5)).toBeCloseTo(
      3 * 0.11 * 6e5 * Math.PI * (0.118 ** 2 - 0.03 ** 2) * 0.11,
      6,
    )
  })

  it('is decided between many small faces and one large one by computing both', () => {
    const large = clutch({ piston: stiff, liningInnerRadiusM: 0.112, liningOuterRadiusM: 0.132 })
    const [three, two] = [3, 2].map((faces) => clutch({ piston: stiff, faces, liningInnerRadiusM: 0.078, liningOuterRadiusM: 0.098 })) as [
      LockupGeometry,
      LockupGeometry,
    ]
    // one face at 122 mm: 0.122·(0.122² − 0.03²) = 1.706e-3; three at 88 mm: 3·0.088·(0.088² − 0.03²) = 1.807e-3; two: 1.205e-3
    expect(torque(three, 8e5)).toBeGreaterThan(torque(large, 8e5))
    expect(torque(two, 8e5)).toBeLessThan(torque(large, 8e5))
    expect(torque(three, 8e5) / torque(large, 8e5)).toBeCloseTo(
      (3 * 0.088 * (0.088 ** 2 - 0.03 ** 2)) / (0.122 * (0.122 ** 2 - 0.03 ** 2)),
      3,
    )
  })

  it('is flat at its design pressure; below it the outer edge is in contact, above it the inner one', () => {
    const at = (applyPa: number) => lockupState(clutch(), { applyPa, releasePa: 0 })
    expect(at(6e5)).toMatchObject({ edge: 'flat', lifted: false, tiltRad: 0 })
    expect([at(1e5).edge, at(2e6).edge]).toEqual(['outer', 'inner'])
    expect(at(1e5).radiusM).toBeGreaterThan(meanRadius(clutch()))
    expect(at(2e6).radiusM).toBeLessThan(meanRadius(clutch()))
    expect(at(2e6)).toMatchObject({ lifted: true })
  })

  it('tilts less with the cube of thickness, the other way with a thin cover, with a contact span that the states confirm', () => {
    const tilt = (g: LockupGeometry) => lockupState(g, { applyPa: 1e6, releasePa: 0 }).tiltRad
    const thick = clutch({ piston: { ...clutch().piston, thicknessM: 0.008 } })
    expect(tilt(clutch()) / tilt(thick)).toBeCloseTo(8, 9)
    expect(tilt(clutch({ cover: { thicknessM: 0.003, pilotRadiusM: 0.03, outerRadiusM: 0.128 } }))).toBeLessThan(tilt(clutch()))
    const { bearsFromPa, liftsAbovePa } = lockupSpan(clutch(), 0) ?? { bearsFromPa: NaN, liftsAbovePa: NaN }
    const lifted = (applyPa: number) => lockupState(clutch(), { applyPa, releasePa: 0 }).lifted
    expect([lifted(bearsFromPa * 0.999), lifted(bearsFromPa * 1.001)]).toEqual([true, false])
    expect([lifted((liftsAbovePa ?? NaN) * 0.999), lifted((liftsAbovePa ?? NaN) * 1.001)]).toEqual([false, true])
  })

  it('has its contact further in with more pressure, always on the lining, and passes the torque of a force there', () => {
    const made = fc.record({
      thicknessM: fc.double({ min: 0.003, max: 0.012, noNaN: true }),
      faces: fc.integer({ min: 1, max: 5 }),
      hub: fc.constantFrom('free' as const, 'guided' as const),
      applyPa: fc.double({ min: 5e4, max: 3e6, noNaN: true }),
    })
    fc.assert(
      fc.property(made, ({ thicknessM, faces, hub, applyPa }) => {
        const g = clutch({ faces, piston: { ...clutch().piston, thicknessM, hub } })
        const [state, harder] = [applyPa, applyPa * 1.05].map((p) => lockupState(g, { applyPa: p, releasePa: 0 })) as [
          LockupState,
          LockupState,
        ]
        expect(harder.radiusM).toBeLessThanOrEqual(state.radiusM + 1e-9)
        expect(state.radiusM).toBeGreaterThan(g.liningInnerRadiusM)
        expect(state.radiusM).toBeLessThan(g.liningOuterRadiusM)
        const slipNm = 0.11 * faces * applyPa * Math.PI * (state.radiusM ** 2 - 0.03 ** 2) * state.radiusM
        expect(state.slipNm / slipNm).toBeCloseTo(1, 7)
        expect(state.torqueNm).toBe(Math.min(state.slipNm, state.loadedNm))
      }),
    )
  })

  it('holds less with more pressure after an edge has lifted, for any piston, cover and linings', () => {
    const made = fc.record({
      thicknessM: fc.double({ min: 0.002, max: 0.005, noNaN: true }),
      flatAtPa: fc.double({ min: 1e5, max: 1e6, noNaN: true }),
      coverM: fc.option(fc.double({ min: 0.004, max: 0.012, noNaN: true }), { nil: undefined }),
      faces: fc.integer({ min: 1, max: 4 }),
      releasePa: fc.double({ min: 0, max: 1e5, noNaN: true }),
      beyond: fc.double({ min: 0, max: 2, noNaN: true }),
    })
    let seen = 0
    fc.assert(
      fc.property(made, ({ thicknessM, flatAtPa, coverM, faces, releasePa, beyond }) => {
        const cover = coverM === undefined ? {} : { cover: { thicknessM: coverM, pilotRadiusM: 0.03, outerRadiusM: 0.128 } }
        const g = clutch({ faces, ...cover, piston: { ...clutch().piston, thicknessM, flatAtPa } })
        const { liftsAbovePa } = lockupSpan(g, releasePa) ?? { liftsAbovePa: null }
        if (liftsAbovePa === null) return
        seen++
        const torque = (acrossPa: number) => lockupState(g, { applyPa: acrossPa + releasePa, releasePa }).torqueNm
        const [edge, past, further] = [1, 1 + beyond, (1 + beyond) * 1.05].map((times) => torque(liftsAbovePa * times)) as [
          number,
          number,
          number,
        ]
        expect(past).toBeLessThanOrEqual(edge * (1 + 1e-6))
        expect(further).toBeLessThanOrEqual(past * (1 + 1e-6))
      }),
      { numRuns: 200 },
    )
    expect(seen).toBeGreaterThan(50)
  })

  it('is refused with crossing radii, an unknown steel, and a window outside its piston', () => {
    const wrong = clutch({
      sealRadiusM: 0.11,
      liningOuterRadiusM: 0.09,
      piston: { ...stiff, steelId: 'tin', notches: [{ name: 'windows', radiusM: 0.2, factor: 2 }] },
    })
    expect(lockupIssues(wrong).map((f) => `${f.path} ${f.code}`)).toEqual([
      'geometry.liningInnerRadiusM radii-crossed',
      'geometry.sealRadiusM radii-crossed',
      'geometry.piston.steelId steel-unknown',
      'geometry.piston.notches.0.radiusM notch-off-piston',
    ])
    expect(lockupIssues(clutch())).toEqual([])
  })
})

describe('fatigue of a plate', () => {
  it('falls with stress, and does not begin at the endurance limit', () => {
    const steel = enduranceOf({ ultimatePa: toSi(150, 'ksi') })
    expect(cyclesAt(steel, steel.endurancePa)).toBe(Infinity)
    expect(cyclesAt(steel, 0.9 * steel.ultimatePa)).toBeCloseTo(1000, 3)
    expect(cyclesAt(steel, steel.endurancePa * 1.0001) / 1e6).toBeCloseTo(1, 2)
    expect(goodmanReversed(2 * steel.ultimatePa, steel.ultimatePa)).toBe(Infinity)
  })
})

describe('a piston made like another one', () => {
  const made: LockupGeometry = {
    faces: 1,
    liningInnerRadiusM: 0.087,
    liningOuterRadiusM: 0.107,
    liningThicknessM: 0.0012,
    lining: 'paper',
    hotFriction: 0.11,
    sealRadiusM: 0.03,
    gapM: 0.0012,
    piston: { thicknessM: 0.004, steelId: '4140-130', hub: 'guided', flatAtPa: toSi(110, 'psi') },
  }
  const as = (change: Partial<LockupGeometry>, thicknessM = 0.004): LockupGeometry => ({
    ...made,
    ...change,
    piston: { ...made.piston, thicknessM },
  })

  it('leans at rest as that one does: the cone that it was turned to stays', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.003, max: 0.007, noNaN: true }), fc.double({ min: 0.1, max: 0.13, noNaN: true }), (thick, outer) => {
        const g = as({ liningOuterRadiusM: outer, liningInnerRadiusM: outer - 0.02 }, thick)
        const like = { ...g, piston: { ...g.piston, flatAtPa: flatPressureLike(made, g) } }
        const rest = { applyPa: 0, releasePa: 0 }
        expect(lockupState(like, rest).tiltRad).toBeCloseTo(lockupState(made, rest).tiltRad, 12)
      }),
      { numRuns: 50 },
    )
    // Plate stiffness varies with thickness cubed, so double thickness needs eight times the pressure.
    expect(flatPressureLike(made, as({}, 0.008)) / made.piston.flatAtPa).toBeCloseTo(8, 6)
    expect(flatPressureLike(made, made)).toBe(made.piston.flatAtPa)
  })
})

describe('the way of the release oil', () => {
  it('is as narrow as all its holes together, in series and parallel', () => {
    // Two equal holes in series pass 1/√2 of the flow, equal to one hole of 2^(−1/4) of the diameter.
    expect(inSeries([0.004, 0.004]) / 0.004).toBeCloseTo(2 ** -0.25, 12)
    expect(inSeries([0.004, 1])).toBeCloseTo(0.004, 10)
    // A drilling through the shaft has two openings.
    expect(asOneHole([{ diameterM: 0.004 }]) / 0.004).toBeCloseTo(Math.SQRT2, 12)
    expect(asOneHole([{ diameterM: 0.003, drillings: 2 }]) / 0.003).toBeCloseTo(2, 12)
  })

  it('recognizes a hole by its purpose, else by its name', () => {
    const hole = (name: string, duty?: 'lube' | 'lockup-release') => ({ name, fromFrontM: 0, diameterM: 0.004, ...(duty ? { duty } : {}) })
    const holes = [
      hole('lockup feed'),
      hole('lockup apply'),
      hole('lube feed'),
      hole('lockup drain', 'lube'),
      hole('third', 'lockup-release'),
    ]
    expect(holesFor(holes, 'lockup-release').map(({ name }) => name)).toEqual(['lockup feed', 'third'])
    expect(holesFor(holes, 'lockup-apply').map(({ name }) => name)).toEqual(['lockup apply'])
  })
})

it('the pressure that a torque needs holds it, and a little less does not', () => {
  const g: LockupGeometry = {
    faces: 1,
    liningInnerRadiusM: 0.1,
    liningOuterRadiusM: 0.12,
    liningThicknessM: 0.001,
    lining: 'paper',
    hotFriction: 0.1,
    sealRadiusM: 0.03,
    gapM: 0.001,
    piston: { thicknessM: 0.006, steelId: '4140-130', hub: 'free', flatAtPa: 500e3 },
  }
  fc.assert(
    fc.property(fc.double({ min: 5, max: 2000, noNaN: true }), (torqueNm) => {
      const applyPa = lockupPressureFor(g, 20e3, torqueNm)
      if (applyPa === undefined) {
        const most = Math.max(...Array.from({ length: 300 }, (_, i) => lockupState(g, { applyPa: i * 1e4, releasePa: 20e3 }).torqueNm))
        return expect(most).toBeLessThan(torqueNm * 1.001)
      }
      expect(lockupState(g, { applyPa, releasePa: 20e3 }).torqueNm / torqueNm).toBeCloseTo(1, 6)
      return expect(lockupState(g, { applyPa: applyPa * 0.999, releasePa: 20e3 }).torqueNm).toBeLessThan(torqueNm)
    }),
    { numRuns: 60 },
  )
})
