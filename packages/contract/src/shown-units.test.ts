import { toSi, UNITS, type UnitName } from '@plucky/core'
import fc from 'fast-check'
import {
  CURRENCIES,
  figure,
  kindUnit,
  money,
  ofShown,
  powerOf,
  quantity,
  readUnitChoice,
  roundedPower,
  SHOWN_KINDS,
  shownCurrency,
  shownDigits,
  shownIn,
  shownUnit,
  spanProblem,
  temperatureRise,
  toShown,
  unitChoiceText,
  US_UNITS,
  type UnitChoice,
  type UnitSystem,
} from './index.js'

const system = fc.constantFrom<UnitSystem>('us', 'metric')
const choice: fc.Arbitrary<UnitChoice> = fc.record({
  base: system,
  except: fc.dictionary(fc.constantFrom(...SHOWN_KINDS), system),
})
const unit = fc.constantFrom(...(Object.keys(UNITS) as UnitName[]))
const metric = { units: { base: 'metric', except: {} } } as const

describe('the units of a person', () => {
  // NIST SP 811, appendix B: lbf·ft 1.355818, psi 6.894757e3, US gallon a minute 6.309020e-5, lb 4.535924e-1, in³ 1.638706e-5.
  it.each([
    [300, 'lb-ft', '407 N·m'],
    [128, 'psi', '8.8 bar'],
    [1, 'in', '25.40 mm'],
    [600, 'hp', '447 kW'],
    [2100, 'lb', '953 kg'],
    [90, 'ksi', '621 MPa'],
    [70, 'mph', '113 km/h'],
    [77, '°F', '25.00 °C'],
    [4000, 'rpm', '4000 rpm'],
  ] as const)('%f %s is %s in metric units', (value, name, words) =>
    expect(shownIn(metric, () => quantity(toSi(value, name), name))).toBe(words),
  )
  it.each([
    [60, 'L/min', '15.9 gpm'],
    [2000, 'N', '450 lbf'],
    [0.8, 'mm module', '31.75 DP'],
    [25.4 / 24, 'mm pitch', '24 tpi'],
    [6, 'cm³', '0.3661 in³'],
    [1.5, 'J/mm²', '714 ft-lb/in²'],
    [2, 'W/mm²', '1.73 hp/in²'],
  ] as const)('%f %s is %s in US units', (value, name, words) => expect(quantity(siOf(value, name), name)).toBe(words))

  it('are read back from their shown text, for every unit and choice', () =>
    fc.assert(
      fc.property(choice, unit, fc.double({ min: 1e-3, max: 1e6, noNaN: true }), (units, name, value) =>
        shownIn({ units }, () => {
          const si = toSi(value, name)
          expect(Math.abs(ofShown(toShown(si, name), name) - si)).toBeLessThanOrEqual(1e-9 * Math.abs(si))
        }),
      ),
    ))

  it('are shown about as finely as the figure was meant: no coarser than six steps of its own, no finer than a fortieth of one', () =>
    fc.assert(
      fc.property(choice, unit, fc.integer({ min: 0, max: 3 }), (units, name, digits) =>
        shownIn({ units }, () => {
          fc.pre(![name, shownUnit(name)].some((each) => each === 'DP' || each === 'tpi'))
          const own = UNITS[name].toSi * 10 ** -digits
          const other = (ofShown(1, name) - ofShown(0, name)) * 10 ** -shownDigits(name, digits)
          if (shownDigits(name, digits) === 0) return // no step is larger than one
          expect(other / own).toBeLessThan(6)
          expect(other / own).toBeGreaterThan(1 / 40)
        }),
      ),
    ))

  it('are read back from their text; other text is refused', () => {
    fc.assert(
      fc.property(choice, (units) => {
        const read = readUnitChoice(unitChoiceText(units))
        for (const kind of SHOWN_KINDS) expect(read && (read.except[kind] ?? read.base)).toBe(units.except[kind] ?? units.base)
      }),
    )
    for (const text of ['', 'imperial', 'us;length', 'us;speed=metric', 'us;length=metric=us', 'metric;'])
      expect(readUnitChoice(text)).toBeUndefined()
  })

  it('differ for every kind between the two systems', () => {
    for (const kind of SHOWN_KINDS) expect(kindUnit(kind, 'us')).not.toBe(kindUnit(kind, 'metric'))
  })

  it('are restored after a text, also after one that fails', () => {
    expect(() =>
      shownIn({ ...metric, currency: 'EUR' }, () => {
        throw new Error('no text')
      }),
    ).toThrow('no text')
    expect([shownUnit('hp'), shownCurrency(), unitChoiceText(US_UNITS)]).toEqual(['hp', 'USD', 'us'])
  })

  it('word the allowed span and the value, also for units that count down', () => {
    const span = { label: 'Spline pitch', unit: 'mm module', from: 0.2, to: 6 } as const
    expect(spanProblem(0.01, span)).toBe('Spline pitch must be a number from 4.233 to 127 DP (got 2.540 DP).')
    expect(shownIn(metric, () => spanProblem(0.01, span))).toBe(
      'Spline pitch must be a number from 0.2000 to 6 mm module (got 10 mm module).',
    )
  })
})

describe('figures in words', () => {
  it('round power held to ten of the shown unit, and not the target', () => {
    const [held, target] = [toSi(664, 'hp'), toSi(845, 'hp')]
    expect([roundedPower(held), powerOf(held, target), powerOf(held, null)]).toEqual(['660 hp', '660 / 845 hp', '660 hp'])
    expect(shownIn(metric, () => powerOf(held, target))).toBe('500 / 630 kW')
    expect(powerOf(toSi(838, 'hp'), toSi(840, 'hp'))).toBe('830 / 840 hp')
  })
  it('turn a rise of temperature without its zero', () => {
    expect([temperatureRise(100), shownIn(metric, () => temperatureRise(100))]).toEqual(['180 °F', '100 °C'])
  })
  it.each(CURRENCIES)('money in %s has thousands parted and no cents', (currency) =>
    expect(shownIn({ currency }, () => money(6269.4))).toMatch(/6,269$/),
  )
  it('part thousands from five digits on', () => {
    expect([figure(9999), figure(10000), figure(-1234567.891, 2), figure(-0.0001, 2)]).toEqual(['9999', '10,000', '−1,234,567.89', '0.00'])
  })
})

function siOf(value: number, name: Parameters<typeof quantity>[1]): number {
  return shownIn({ units: { base: 'metric', except: {} } }, () => ofShown(value, name))
}
