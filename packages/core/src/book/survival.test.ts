import fc from 'fast-check'
import { normalCdf } from '../numeric/normal.js'
import { baseRates } from './base-rates.js'
import { strengthInShop, type LivedPart } from './survival.js'

const lived = (demand: number, broke = false, carriedNm?: number): LivedPart => ({
  demandNm: demand,
  computedNm: 1000,
  broke,
  ...(carriedNm === undefined ? {} : { carriedNm }),
})

describe('the normal distribution', () => {
  it('agrees with tables (Abramowitz and Stegun, table 26.1), and is symmetric', () => {
    for (const [x, p] of [
      [0, 0.5],
      [1, 0.841344746068543],
      [2, 0.977249868051821],
      [3, 0.99865010196837],
      [5, 0.999999713348428],
    ] as const)
      expect(normalCdf(x)).toBeCloseTo(p, 13)
    fc.assert(
      fc.property(fc.double({ min: -8, max: 8, noNaN: true }), (x) => {
        expect(normalCdf(x) + normalCdf(-x)).toBeCloseTo(1, 13)
        expect(normalCdf(x)).toBeLessThanOrEqual(normalCdf(x + 0.01))
      }),
    )
  })
})

describe('base rates of faults', () => {
  it('begin with practice and move by hand calculation: (20·p + n) / (20 + N)', () => {
    expect(baseRates([9, 3, 1], [0, 0, 0]).map((rate) => rate.toFixed(6))).toEqual(['0.692308', '0.230769', '0.076923'])
    // Three breakages of the rarest among three cases: (20/13 + 3) / 23.
    expect(baseRates([9, 3, 1], [0, 0, 3])[2]).toBeCloseTo((20 / 13 + 3) / 23, 12)
  })
  it('add up to one and rise with each of their cases', () => {
    const weights = fc.array(fc.constantFrom(9, 3, 1), { minLength: 2, maxLength: 12 })
    fc.assert(
      fc.property(weights, fc.array(fc.nat(9), { maxLength: 12 }), (practice, found) => {
        const rates = baseRates(
          practice,
          practice.map((_, i) => found[i] ?? 0),
        )
        expect(rates.reduce((a, b) => a + b)).toBeCloseTo(1, 12)
        const more = baseRates(
          practice,
          practice.map((_, i) => (found[i] ?? 0) + (i === 0 ? 1 : 0)),
        )
        expect(more[0]).toBeGreaterThan(rates[0] ?? 1)
      }),
    )
  })
})

describe('strength of a design in this shop', () => {
  it('is the prior without records: mean exp(0.15²/2), 90 % within exp(±1.645·0.15)', () => {
    const { mean, low, high } = strengthInShop([])
    expect(mean).toBeCloseTo(Math.exp(0.15 ** 2 / 2), 4)
    expect(low).toBeCloseTo(Math.exp(-1.6449 * 0.15), 2)
    expect(high).toBeCloseTo(Math.exp(1.6449 * 0.15), 2)
  })
  it('changes with one breakage of exactly known strength by the normal-normal formula', () => {
    // Broken between 899.5 and 900.5: strength 900. Posterior of ln θ: mean m = ln 0.9 · τ²/(τ² + σ²), variance v = τ²σ²/(τ² + σ²).
    const [tau2, sigma2] = [0.15 ** 2, 0.05 ** 2]
    const [m, v] = [(Math.log(0.9) * tau2) / (tau2 + sigma2), (tau2 * sigma2) / (tau2 + sigma2)]
    expect(strengthInShop([lived(900.5, true, 899.5)]).mean).toBeCloseTo(Math.exp(m + v / 2), 4)
  })
  it('with three breakages and nine survivals agrees with a separate integral', () => {
    const records = [...Array.from({ length: 9 }, () => lived(950)), ...[1040, 1060, 1080].map((demand) => lived(demand, true, 950))]
    // Midpoint rule over ln θ with the density written out.
    let [top, bottom] = [0, 0]
    for (let x = -0.9; x < 0.9; x += 1e-4) {
      const below = (nm: number) => normalCdf((Math.log(nm / 1000) - x) / 0.05)
      const broken = [1040, 1060, 1080].reduce((product, nm) => product * (below(nm) - below(950)), 1)
      const weight = Math.exp((-x * x) / 0.045) * (1 - below(950)) ** 9 * broken
      top += weight * Math.exp(x)
      bottom += weight
    }
    const { mean, healthy, broken } = strengthInShop(records)
    expect(mean).toBeCloseTo(top / bottom, 4)
    expect([healthy, broken]).toEqual([9, 3])
  })
  it('rises above the load that many healthy parts have carried, and does not fall with another healthy part', () => {
    expect(strengthInShop(Array.from({ length: 60 }, () => lived(1300))).low).toBeGreaterThan(1.3)
    const records = fc.array(fc.record({ demand: fc.integer({ min: 600, max: 1500 }), broke: fc.boolean() }), { maxLength: 8 })
    fc.assert(
      fc.property(records, fc.integer({ min: 600, max: 1500 }), (some, demand) => {
        const known = some.map((record) => lived(record.demand, record.broke))
        expect(strengthInShop([...known, lived(demand)]).mean).toBeGreaterThanOrEqual(strengthInShop(known).mean - 1e-9)
        expect(strengthInShop([...known, lived(demand, true)]).mean).toBeLessThanOrEqual(strengthInShop(known).mean + 1e-9)
      }),
      { numRuns: 40 },
    )
  })
})
