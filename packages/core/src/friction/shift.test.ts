import fc from 'fast-check'
import { PLATE_DIFFUSIVITY, PLATE_STEEL, bulkRise, fourierNumber, newcombRise, slabRise, surfaceRise } from './shift-heat.js'
import { packHeat } from '../parts/pack/pack-heat.js'
import type { PackGeometry } from '../parts/pack/pack.js'
import type { Plate } from '../parts/pack/stack.js'
import { plateauPressure, shiftTime, USUAL_PLATEAU } from './shift-time.js'

const { conductivityWPerMK: k, densityKgPerM3: rho, specificHeatJPerKgK: c } = PLATE_STEEL

/** Surface of a slab heated on both faces by a falling flux: explicit finite differences, another way than the series. */
function bySteps(flux: number, shiftS: number, thicknessM: number, cells = 100): { peakK: number; endK: number } {
  const dx = thicknessM / 2 / cells
  const steps = Math.ceil(shiftS / ((0.4 * dx * dx) / PLATE_DIFFUSIVITY))
  const dt = shiftS / steps
  const r = (PLATE_DIFFUSIVITY * dt) / dx ** 2
  let t = new Float64Array(cells)
  let peakK = 0
  let surface = 0
  for (let n = 0; n < steps; n++) {
    const q = flux * (1 - (n + 0.5) / steps)
    const next = new Float64Array(cells)
    for (let i = 0; i < cells; i++) {
      const out = i === 0 ? (q * dx) / k : (t[i - 1] as number) - (t[i] as number)
      const into = i === cells - 1 ? 0 : (t[i + 1] as number) - (t[i] as number)
      next[i] = (t[i] as number) + r * (out + into)
    }
    t = next
    surface = (t[0] as number) + (q * dx) / (2 * k)
    peakK = Math.max(peakK, surface)
  }
  return { peakK, endK: surface }
}

describe('heat of a shift', () => {
  it('Newcomb’s coefficient is that of a numerical solution on thick steel, within 1 %', () => {
    for (const [flux, seconds] of [
      [1e6, 0.4],
      [3e6, 0.15],
    ] as const) {
      const thick = 0.06
      expect(fourierNumber(seconds, thick)).toBeLessThan(0.2)
      expect(newcombRise(flux, seconds) / bySteps(flux, seconds, thick, 300).peakK).toBeCloseTo(1, 2)
    }
    expect(newcombRise(1, 1) * Math.sqrt(k * rho * c)).toBeCloseTo(0.532, 3)
  })
  it('the slab is that of the numerical solution at any thickness, and ends at the bulk rise of a thin plate', () => {
    for (const thickness of [0.0016, 0.0022, 0.008, 0.03]) {
      const { peakK, endK } = bySteps(2e6, 0.3, thickness)
      expect(surfaceRise(2e6, 0.3, thickness) / peakK).toBeCloseTo(1, 2)
      expect(slabRise(2e6, 0.3, thickness, 0.3) / endK).toBeCloseTo(1, 2)
    }
    // ½·q₀·t_s on both faces into ρ·c·b
    expect(slabRise(2e6, 0.3, 0.0016, 0.3) / bulkRise(2e6 * 0.3, rho * 0.0016)).toBeCloseTo(1, 2)
  })
})

describe('time and energy of a shift', () => {
  it('is t = I·Δω/(T_c − T_in) and E = T·Δω·t/2 with steady torques', () => {
    const some = (min: number, max: number) => fc.double({ min, max, noNaN: true })
    fc.assert(
      fc.property(
        some(0.05, 0.6),
        some(50, 400),
        some(100, 900),
        some(1.05, 2),
        some(0.3, 3),
        some(20, 500),
        (inertia, drop, input, over, lever, slip) => {
          const clutch = (input * over) / lever
          const result = shiftTime({
            inertiaKgM2: inertia,
            dropRadPerS: drop,
            inputNm: input,
            clutchNm: () => clutch,
            steadyAfterS: 0.35,
            inputPerClutch: lever,
            slipRadPerS: slip,
          })
          const seconds = (inertia * drop) / (clutch * lever - input)
          if (seconds > 3.9) return
          expect(result.outcome).toBe('done')
          if (result.outcome !== 'done') return
          expect(result.seconds / seconds).toBeCloseTo(1, 9)
          expect(result.energyJ / ((clutch * slip * seconds) / 2)).toBeCloseTo(1, 6)
        },
      ),
    )
  })
  it('does not complete if the clutch passes no more than engine torque: the heat of the full time counts', () => {
    const draw = { inertiaKgM2: 0.3, dropRadPerS: 200, inputNm: 500, inputPerClutch: 1, slipRadPerS: 200, steadyAfterS: 4 }
    // 490 N·m at 200 rad/s for all 4 s that a driver waits
    expect(shiftTime({ ...draw, clutchNm: () => 490 })).toMatchObject({
      outcome: 'does-not-complete',
      seconds: 4,
      energyJ: expect.closeTo(490 * 200 * 4, 3) as number,
    })
    expect(shiftTime({ ...draw, clutchNm: (t) => 490 + 200 * t }).outcome).toBe('done')
  })
  it('the plateau rises evenly, then the line is constant', () => {
    const at = (s: number) => plateauPressure(USUAL_PLATEAU, 200, s)
    expect([at(0), at(0.175), at(0.349), at(0.35)].map(Math.round)).toEqual([100, 120, 140, 200])
  })
})

describe('heat in the plates of a pack', () => {
  const packOf = (plates: readonly Plate[]): PackGeometry => ({
    liningInnerRadiusM: 0.05,
    liningOuterRadiusM: 0.07,
    linedPlates: plates.length,
    facesPerPlate: 2,
    hotStaticFriction: 0.13,
    chambers: [{ innerRadiusM: 0.04, outerRadiusM: 0.07 }],
    returnSpringN: 0,
    cushionN: 0,
    ringLossPa: 0,
    balanced: true,
    platesThicknessM: 0.002,
    steelThicknessM: 0.002,
    stack: { plates, drumDepthM: 0.05, pistonHeightM: 0.02, ringThicknessM: 0.001, ringGrooveM: 0.0011 },
  })
  const single = (thicknessM: number, turnsWith: 'hub' | 'drum'): Plate => ({ kind: 'lined', thicknessM, lining: 'ring', turnsWith })
  const shift = { energyJ: 40000, seconds: 0.4, mostW: 2e5 }
  const area = Math.PI * (0.07 ** 2 - 0.05 ** 2)

  it('heats the cores of single-sided plates by their mass, the thinnest most (by hand)', () => {
    const plates: Plate[] = [
      { kind: 'apply', thicknessM: 0.004, lining: 'ring', turnsWith: 'drum' },
      single(0.0025, 'hub'),
      single(0.0021, 'drum'),
      { kind: 'backing', thicknessM: 0.006, turnsWith: 'hub' },
    ]
    // three faces; the core of 2.1 mm less 0.5 mm of lining takes a third of the heat on one face
    const { bulkK, hottest, energyJPerM2 } = packHeat(packOf(plates), shift)
    expect(bulkK).toBeCloseTo(40000 / 3 / (0.0016 * area * rho * c), 6)
    expect(hottest).toBe(2)
    expect(energyJPerM2).toBeCloseTo(40000 / (3 * area), 3)
  })

  it('is never cooler at a surface than in the bulk, falls with every plate that gets thicker there, for any stack', () => {
    const any = fc.record({
      thickness: fc.array(fc.double({ min: 0.0014, max: 0.006, noNaN: true }), { minLength: 3, maxLength: 9 }),
      singleSided: fc.boolean(),
      seconds: fc.double({ min: 0.05, max: 4, noNaN: true }),
    })
    fc.assert(
      fc.property(any, ({ thickness, singleSided, seconds }) => {
        const made = (times: number) =>
          packOf([
            ...thickness.map((t, i): Plate => {
              const thicknessM = t * times
              if (singleSided) return single(thicknessM, i % 2 ? 'drum' : 'hub')
              return i % 2 ? { kind: 'lined', thicknessM } : { kind: 'steel', thicknessM }
            }),
            {
              kind: 'backing',
              thicknessM: 0.006 * times,
              turnsWith: thickness.length % 2 ? (singleSided ? 'drum' : 'hub') : singleSided ? 'hub' : 'drum',
            },
          ])
        const [own, thicker] = [1, 1.2].map((times) => packHeat(made(times), { ...shift, seconds })) as [
          ReturnType<typeof packHeat>,
          ReturnType<typeof packHeat>,
        ]
        expect(own.surfaceK).toBeGreaterThanOrEqual(own.bulkK)
        expect(own.bulkK).toBeGreaterThan(0)
        expect(thicker.bulkK).toBeLessThan(own.bulkK)
        expect(thicker.surfaceK).toBeLessThanOrEqual(own.surfaceK * (1 + 1e-9))
      }),
      { numRuns: 100 },
    )
  })
})
