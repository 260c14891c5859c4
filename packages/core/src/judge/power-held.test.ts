import fc from 'fast-check'
import { breakingRank, GREATEST_SCALE, heldInCase, LEAST_SCALE, powerHeld, type PowerHeld } from './power-held.js'
import { askedOf, torqueAt, type WorstPoint } from './worst-point.js'

const PEAK_W = 500_000
const scaleOf = (held: PowerHeld) => (held.outcome === 'held' ? held.powerW / PEAK_W : NaN)
const between = (min: number, max: number) => fc.double({ min, max, noNaN: true })

describe('power held', () => {
  it('is where utilization reaches 1, for any shape', () => {
    const shapes = [
      (scale: number, at: number) => (scale / at) ** 2,
      (scale: number, at: number) => Math.sqrt(scale / at),
      (scale: number, at: number) => (scale + 0.3) / (at + 0.3),
      (scale: number, at: number) => Math.expm1(scale) / Math.expm1(at),
      (scale: number, at: number) => Math.max(0.4 * (scale / at), (scale / at) ** 3),
    ]
    fc.assert(
      fc.property(fc.constantFrom(...shapes), between(0.05, 7), (shape, at) => {
        expect(scaleOf(powerHeld((scale) => shape(scale, at), PEAK_W)) / at).toBeCloseTo(1, 7)
      }),
    )
  })

  it('gives the reason if there is none in the range searched', () => {
    expect(powerHeld(() => Infinity, PEAK_W)).toEqual({ outcome: 'fails-at-smallest', belowW: LEAST_SCALE * PEAK_W })
    expect(powerHeld((scale) => 0.1 * scale, PEAK_W)).toEqual({ outcome: 'not-limiting', aboveW: GREATEST_SCALE * PEAK_W })
    expect(powerHeld((scale) => 0.2 * scale, PEAK_W, 3)).toEqual({ outcome: 'not-limiting', aboveW: 3 * PEAK_W })
  })

  it('at a jump is at the jump', () => {
    const jump = powerHeld((scale) => (scale < 1.7 ? 0.5 * scale : 3 * scale), PEAK_W)
    expect(scaleOf(jump)).toBeCloseTo(1.7, 6)
  })

  it('is in order of failure, without a figure last', () => {
    const order: PowerHeld[] = [
      { outcome: 'fails-at-smallest', belowW: 1 },
      { outcome: 'held', powerW: 10 },
      { outcome: 'held', powerW: 20 },
      { outcome: 'not-limiting', aboveW: 5 },
      { outcome: 'no-figure' },
    ]
    expect([...order].reverse().sort((a, b) => breakingRank(a) - breakingRank(b))).toEqual(order)
  })
})

describe('power held in one case', () => {
  const anyPoint: fc.Arbitrary<WorstPoint> = fc
    .record({
      engineNm: between(100, 900),
      inertiaNm: between(0, 300),
      mostNm: fc.constantFrom(Infinity, 1500),
      tyres: fc.option(fc.record({ mostNm: between(200, 2000), regripNm: between(0, 500) }), { nil: undefined }),
      proportional: fc.boolean(),
    })
    .map(({ engineNm, inertiaNm, mostNm, tyres, proportional }) => ({
      torqueNm: proportional ? engineNm : Math.min(mostNm, engineNm + inertiaNm),
      speedRadPerS: 300,
      ...(proportional ? {} : { made: { engineNm, inertiaNm, mostNm } }),
      ...(tyres ? { tyres } : {}),
    }))

  it('is where demand reaches capacity: below it holds, above it does not', () => {
    fc.assert(
      fc.property(
        anyPoint,
        between(150, 4000),
        between(1, 2),
        fc.constantFrom('hard' as const, 'friction' as const),
        (point, capacityNm, factor, shock) => {
          const held = heldInCase(capacityNm, { factor, shock }, point, PEAK_W)
          const asked = (scale: number) => askedOf(point, { factor, shock }, scale)
          if (held.outcome === 'held') {
            const scale = scaleOf(held)
            expect(asked(scale * (1 - 1e-9))).toBeLessThanOrEqual(capacityNm * (1 + 1e-6))
            expect(asked(scale * (1 + 1e-6))).toBeGreaterThanOrEqual(capacityNm * (1 - 1e-6))
          }
          if (held.outcome === 'not-limiting') expect(asked(GREATEST_SCALE)).toBeLessThanOrEqual(capacityNm * (1 + 1e-9))
          if (held.outcome === 'fails-at-smallest') expect(asked(LEAST_SCALE)).toBeGreaterThanOrEqual(capacityNm * (1 - 1e-9))
        },
      ),
      { numRuns: 500 },
    )
  })
})

describe('torque at a multiple of engine power', () => {
  it('scales, but for inertia, a slip limit and the tires', () => {
    const plain: WorstPoint = { torqueNm: 400, speedRadPerS: 1 }
    expect(torqueAt(plain, 1.5)).toBe(600)
    const made: WorstPoint = { torqueNm: 500, speedRadPerS: 1, made: { engineNm: 400, inertiaNm: 100, mostNm: 650 } }
    expect([torqueAt(made, 1), torqueAt(made, 1.25), torqueAt(made, 2)]).toEqual([500, 600, 650])
    const rolling: WorstPoint = { ...plain, tyres: { mostNm: 700, regripNm: 150 } }
    expect(askedOf(rolling, { factor: 1.5, shock: 'hard' }, 1)).toBe(600)
    expect(askedOf(rolling, { factor: 1.5, shock: 'hard' }, 2)).toBe(850)
    expect(askedOf(rolling, { factor: 1.5, shock: 'friction' }, 2)).toBe(700)
  })
})
