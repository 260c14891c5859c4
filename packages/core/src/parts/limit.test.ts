import { DEFAULT_RULES, LIMITS_THAT_COUNT, type HouseRules } from '../model/rules.js'
import type { StatedLimit } from '../model/stated.js'
import type { Part } from '../model/part.js'
import type { Station, Unit } from '../model/unit.js'
import { toSi } from '../quantity/units.js'
import { stationLimits } from './registry.js'

const station = { id: 'input', kind: 'shaft', load: { at: 'turbine' } } as Station
const unit = { stations: [station] } as unknown as Unit

/** A plain shaft of 1 in in 4340 steel, with limits stated of it. */
const shaft = (stated: readonly StatedLimit[]): Part => ({
  id: 'input',
  name: 'input shaft',
  maker: 'made up',
  kind: 'shaft',
  unitIds: ['u'],
  stationIds: ['input'],
  price: 0,
  hours: 0,
  stock: false,
  stated,
  geometry: {
    steelId: '4340-200',
    caseDepthM: 0,
    sections: [{ name: 'bar', outerDiameterM: toSi(1, 'in'), boreDiameterM: 0, lengthM: 0.1 }],
  },
})
const maker = (torqueNm: number, more: Partial<StatedLimit> = {}): StatedLimit => ({ place: 'station', origin: 'maker', torqueNm, ...more })
const limitsOf = (stated: readonly StatedLimit[], rules: Partial<HouseRules> = {}, engineKind: 'petrol' | 'diesel' = 'petrol') =>
  stationLimits(unit, station, shaft(stated), { engineKind, rules: { ...DEFAULT_RULES, ...rules } }).limits
const counting = (...args: Parameters<typeof limitsOf>) =>
  limitsOf(...args).flatMap(({ counts, origin, fixedNm }) => (counts ? [[origin, Math.round(fixedNm ?? NaN)]] : []))

/** Yield torque of the bar: τ_y·π·d³/16, τ_y = σ_y/√3, σ_y 200 ksi (Shigley, ch. 3 and 5). */
const byHand = (toSi(200, 'ksi') / Math.sqrt(3)) * (Math.PI / 16) * 0.0254 ** 3
const BAR_NM = Math.round(byHand)

describe('calculated and stated limits', () => {
  it('start from the yield torque of the bar, by hand', () => {
    const [bar] = limitsOf([])
    expect((bar?.fixedNm ?? 0) / byHand).toBeCloseTo(1, 9)
    expect(bar?.place).toEqual({ name: 'bar', feature: 'land' })
  })

  it.each(LIMITS_THAT_COUNT)('count by the house rule: %s', (limitThatCounts) => {
    const both = [
      ['computed', BAR_NM],
      ['maker', 900],
    ]
    const expected = { lower: both, computed: both.slice(0, 1), stated: both.slice(1) }[limitThatCounts]
    expect(counting([maker(900)], { limitThatCounts })).toEqual(expected)
    // Without a stated limit the calculated one counts in every school.
    expect(counting([], { limitThatCounts })).toEqual(both.slice(0, 1))
    // All of them stay visible.
    expect(limitsOf([maker(900)], { limitThatCounts })).toHaveLength(2)
  })

  it('over a life count in a single event only by house rule', () => {
    const life = [maker(700, { basis: 'life' })]
    expect(counting(life)).toEqual([['computed', BAR_NM]])
    expect(counting(life, { lifeLimits: 'count' })).toContainEqual(['maker', 700])
    // A life limit that does not count does not replace the calculated one either.
    expect(counting(life, { limitThatCounts: 'stated' })).toEqual([['computed', BAR_NM]])
  })

  it('by power become a torque at their own speed, or at that of the fuel', () => {
    const powerW = toSi(1000, 'hp')
    const rated = (more: Partial<StatedLimit> = {}): StatedLimit => ({ place: 'station', origin: 'maker', powerW, ...more })
    const torque = (...args: Parameters<typeof limitsOf>) => limitsOf(...args).find(({ origin }) => origin === 'maker')?.fixedNm
    expect(torque([rated()])).toBeCloseTo(powerW / toSi(6000, 'rpm'), 6)
    expect(torque([rated()], {}, 'diesel')).toBeCloseTo(powerW / toSi(2800, 'rpm'), 6)
    expect(torque([rated({ ratedAtRadPerS: toSi(5000, 'rpm') })])).toBeCloseTo(powerW / toSi(5000, 'rpm'), 6)
  })

  it('are held against the point that they refer to, and never made of a pressure or a speed', () => {
    const [, stated] = limitsOf([maker(900, { at: 'engine' })])
    expect(stated?.load).toEqual({ at: 'engine' })
    expect(limitsOf([{ place: 'station', origin: 'maker', speedRadPerS: 900 }])).toHaveLength(1)
    expect(limitsOf([{ place: 'stator-clutch', origin: 'maker', torqueNm: 900 }])).toHaveLength(1)
  })
})
