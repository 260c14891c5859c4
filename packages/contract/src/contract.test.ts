import { typicalPeaksFor, toSi } from '@plucky/core'
import fc from 'fast-check'
import {
  checkBrief,
  checkPart,
  checkShape,
  checkUnit,
  decodeQuantities,
  encodeQuantities,
  filePath,
  figure,
  listed,
  PressureDto,
  quantity,
  readQuantity,
  spanProblem,
} from './index.js'

const brief = (change: object = {}) => ({
  engine: { kind: 'petrol', form: 'headline', headline: typicalPeaksFor('petrol', toSi(400, 'hp')) },
  openQuestion: false,
  use: 'road',
  launch: 'rolling',
  upperRangeStart: 'after-shift',
  reverseThrottle: 0.5,
  vehicleMassKg: null,
  budget: null,
  ...change,
})
const problemsOf = (checked: ReturnType<typeof checkBrief> | ReturnType<typeof checkPart>) => (checked.ok ? [] : checked.problems)

describe('the brief', () => {
  it('is accepted unchanged without an error', () => expect(checkBrief(brief())).toEqual({ ok: true, value: brief() }))

  it.each([
    [{ budget: 'abc' }, 'budget', 'Budget must be a number from 0 to 1,000,000 (got "abc").'],
    [{ budget: -1 }, 'budget', 'got −1'],
    [{ reverseThrottle: 0 }, 'reverseThrottle', 'above 0 and at most 1'],
    [{ use: 'flying' }, 'use', 'must be one of'],
    [{ extra: 1 }, 'extra', 'Unknown field "extra".'],
    [
      {
        engine: {
          kind: 'petrol',
          form: 'points',
          points: [
            { speedRadPerS: 100, torqueNm: -500 },
            { speedRadPerS: 200, torqueNm: 500 },
          ],
        },
      },
      'engine.points.0.torqueNm',
      'Torque must be a number above 0',
    ],
    [
      { engine: { kind: 'petrol', form: 'points', points: [{ speedRadPerS: 100, torqueNm: 500 }] } },
      'engine.points',
      'at least two points (got 1)',
    ],
    [
      {
        engine: {
          kind: 'petrol',
          form: 'points',
          points: [
            { speedRadPerS: 300, torqueNm: 500 },
            { speedRadPerS: 200, torqueNm: 500 },
          ],
        },
      },
      'engine.points.1.speedRadPerS',
      'must rise',
    ],
    [
      { engine: { kind: 'petrol', form: 'headline', headline: { ...typicalPeaksFor('petrol', toSi(400, 'hp')), peakTorqueNm: 100 } } },
      'engine.headline.peakTorqueNm',
      'conflict',
    ],
    [{ engine: { kind: 'petrol', form: 'points' } }, 'engine.points', 'a list is expected'],
    [{ engine: null }, 'engine', 'must be an object with fields'],
  ])('%j is refused where it stands', (change, path, words) => {
    const found = problemsOf(checkBrief(brief(change))).find((p) => p.path === path)
    expect(found?.sentence).toContain(words)
  })

  it('names every mistake at once', () => {
    const paths = problemsOf(
      checkBrief(
        brief({
          budget: 'abc',
          engine: { kind: 'petrol', form: 'headline', headline: { ...typicalPeaksFor('petrol', toSi(400, 'hp')), peakTorqueNm: 100 } },
        }),
      ),
    ).map((p) => p.path)
    expect(paths).toEqual(expect.arrayContaining(['budget', 'engine.headline.peakTorqueNm']))
  })

  it('names no possible torque that follows from a figure out of range, but other contradictions', () => {
    const of = (change: object) => {
      const headline = { ...typicalPeaksFor('petrol', toSi(400, 'hp')), ...change }
      return problemsOf(checkBrief(brief({ engine: { kind: 'petrol', form: 'headline', headline } }))).map(({ code, path }) => [code, path])
    }
    expect(of({ peakPowerW: -5 })).toEqual([['out-of-range', 'engine.headline.peakPowerW']])
    expect(of({ peakTorqueNm: 100 })).toEqual([['headline-inconsistent', 'engine.headline.peakTorqueNm']])
    expect(of({ peakPowerW: -5, redlineRadPerS: 100 })).toEqual([
      ['out-of-range', 'engine.headline.peakPowerW'],
      ['headline-speeds-out-of-order', 'engine.headline.peakTorqueSpeedRadPerS'],
    ])
  })

  it('never throws, for any content', () => {
    fc.assert(fc.property(fc.anything(), (thing) => expect(typeof checkBrief(thing).ok).toBe('boolean')))
    fc.assert(fc.property(fc.object(), (engine) => expect(checkBrief(brief({ engine })).ok).toBe(false)))
    fc.assert(fc.property(fc.anything(), (thing) => expect(checkUnit(thing).ok || checkPart(thing).ok).toBe(false)))
  })
})

describe('figures with units', () => {
  it.each([
    ['0.31 in', 0.007874],
    ['1,200 lb-ft', 1626.98154],
    ['24mm', 0.024],
    ['−5 psi', undefined],
    ['abc', undefined],
    ['3 furlongs', undefined],
  ])('reads %s', (text, si) => {
    const value = readQuantity(text)?.valueSi
    if (si === undefined) expect(value).toBeUndefined()
    else expect(value).toBeCloseTo(si, 5)
  })
  it('converts the fields of a file to those of the contract, and no words', () => {
    const read = decodeQuantities({ name: '5 in', steelId: '300m', bore: '1 in', list: [{ torque: '100 lb-ft' }], n: 3 }) as Record<
      string,
      unknown
    >
    expect(read).toMatchObject({ name: '5 in', steelId: '300m', boreM: 0.0254, n: 3 })
    expect((read['list'] as { torqueNm: number }[])[0]?.torqueNm).toBeCloseTo(135.581795, 5)
  })
  it('names the allowed span and the value, in the shown unit', () => {
    const span = { label: 'Bore', unit: 'in', from: 0, to: 8 } as const
    expect(spanProblem(toSi(9, 'in'), span)).toBe('Bore must be a number from 0 to 8 in (got 9 in).')
    expect(spanProblem(NaN, span)).toContain('number')
    expect(spanProblem(toSi(8, 'in'), span)).toBeUndefined()
    expect(checkShape(PressureDto, { drivePa: toSi(200, 'psi'), reversePa: 'x' })).toMatchObject({
      ok: false,
      problems: [{ code: 'out-of-range', path: 'reversePa' }],
    })
  })
  it('writes figures as people do', () => {
    expect([
      figure(12345.6),
      figure(1234.5),
      figure(-3, 1),
      figure(-0.0001),
      quantity(toSi(700, 'lb-ft'), 'lb-ft'),
      listed(['a', 'b', 'c']),
    ]).toEqual(['12,346', '1235', '−3.0', '0', '700 lb-ft', 'a, b and c'])
  })
})

describe('open files', () => {
  it('write every figure so that it is read as the same number', () => {
    const figures = fc.double({ noNaN: true, noDefaultInfinity: true, min: 1e-9, max: 1e9 })
    fc.assert(
      fc.property(figures, fc.constantFrom('M', 'Nm', 'W', 'Pa', 'RadPerS', 'N', 'Kg', 'S'), (value, ending) => {
        const field = { [`size${ending}`]: value, plain: value, list: [{ [`x${ending}`]: -value }] }
        const written = encodeQuantities(field) as Record<string, unknown>
        expect(typeof written['size']).toBe('string')
        expect(decodeQuantities(JSON.parse(JSON.stringify(written)))).toEqual(field)
      }),
    )
  })
  it('write them as people do where that is exact', () => {
    expect(encodeQuantities({ boreDiameterM: toSi(0.31, 'in'), peakPowerW: toSi(840, 'hp'), vehicleMassKg: null, teeth: 40 })).toEqual({
      boreDiameter: '0.31 in',
      peakPower: '840 hp',
      vehicleMass: null,
      teeth: 40,
    })
  })
  it('name paths as in the file', () =>
    expect(filePath('parts.3.geometry.sections.0.boreDiameterM')).toBe('parts.3.geometry.sections.0.boreDiameter'))
})
