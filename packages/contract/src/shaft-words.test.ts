import {
  readHardness,
  steelById,
  toSi,
  type Hardness,
  type ShaftGeometry,
  type ShaftLife,
  type SplinePair,
  type Steel,
  type Unit,
} from '@plucky/core'
import { hardnessSentence, lifeWords, mateWords, oilWords } from './words/shaft.js'
import { splineSentence } from './words/spline-stop.js'
import { placeName } from './words/place-name.js'

const unit = {
  stations: [
    { id: 'input-shaft', name: 'input shaft' },
    { id: 'turbine-hub', name: 'turbine hub' },
  ],
} as unknown as Unit
const life = (launches: number, mostSurvive: number, fewSurvive: number): ShaftLife => ({
  name: 'land',
  feature: 'land',
  launches,
  mostSurvive,
  fewSurvive,
})

describe('a life in words', () => {
  it.each([
    [life(40, 3, 200), 'a few hundred or less'],
    [life(999, 300, 4000), 'a few hundred or less'],
    [life(2500, 900, 8000), '10² to 10⁴'],
    [life(30_000, 11_000, 90_000), '10⁴ to 10⁵'],
    [life(5e6, 2e5, Infinity), '10⁵ and more'],
    [life(Infinity, 3e6, Infinity), '10⁶ and more'],
    [life(Infinity, Infinity, Infinity), 'no fatigue failure expected'],
    [null, '—'],
  ])('%# is an order of magnitude with its scatter, never a promise', (of, words) => expect(lifeWords(of)).toBe(words))
})

describe('a hardness in words', () => {
  const shaft = (steelId: string, hardness: Hardness, caseDepthM = 0): ShaftGeometry => ({ steelId, caseDepthM, sections: [], hardness })
  const said = (steelId: string, value: number, on: Hardness['on'] = 'surface', caseDepthM = 0) => {
    const hardness: Hardness = { scale: 'HRC', value, on }
    return hardnessSentence(readHardness(hardness, steelById(steelId) as Steel, caseDepthM), shaft(steelId, hardness, caseDepthM))
  }
  it.each([
    [
      said('4340-200', 47),
      /^47 HRC indicates 230 ksi \(215 to 247 with tester scatter\); SAE 4340, .* minimum is 220 ksi: consistent with the steel it was sold as\.$/,
    ],
    [said('300m', 52), /borderline\. Retest on clean metal/],
    [said('300m', 40), /^40 HRC indicates 182 ksi .*: not the steel it was sold as\.$/],
    [said('4140-130', 50), /much harder than this grade is usually tempered/],
    [said('1045-ih', 55, 'surface', 0.002), /^55 HRC on a hard case tells nothing about the core/],
    [said('1020-hr', 12), /^12 HRC: outside the conversion table for low-alloy steel, so no result\.$/],
  ])('%#', (sentence, expected) => expect(sentence).toMatch(expected))
})

describe('splines in words', () => {
  const pair = (differences: SplinePair['differences']) =>
    splineSentence(
      {
        stationId: 'input-shaft',
        section: 'turbine spline',
        spline: { teeth: 32, moduleM: toSi(1 / 32, 'in'), root: 'fillet' },
        lengthM: toSi(1.35, 'in'),
        otherId: 'turbine-hub',
        hub: { name: 'bore', mate: 'input-shaft', teeth: 35, moduleM: 0.0008, fit: 'major', lengthM: toSi(1.5, 'in') },
        differences,
      } as unknown as SplinePair,
      unit,
    )
  const begins = 'the input shaft’s turbine spline does not mate with the turbine hub bore: '
  it.each([
    [['teeth'], '32 teeth against 35.'],
    [['pitch'], '32 DP against 31.75 DP.'],
    [['fit'], 'side fit against major diameter fit.'],
    [['hub-longer'], '1.350 in of spline in a 1.500 in long hub, which would ride on the spline runout.'],
    [['teeth', 'fit'], '32 teeth against 35 and side fit against major diameter fit.'],
  ] as const)('%j', (differences, words) => expect(pair(differences)).toBe(begins + words))

  it('say for each mate whether it fits, and what is unknown', () => {
    const mate = { section: 'turbine spline', mateId: 'turbine-hub' }
    expect(mateWords({ ...mate, known: true, differences: [] }, unit)).toBe('turbine spline into the turbine hub: mates')
    expect(mateWords({ ...mate, known: false, differences: [] }, unit)).toMatch(/internal spline not entered$/)
    expect(mateWords({ ...mate, known: true, differences: ['teeth', 'hub-shorter'] }, unit)).toMatch(
      /does not mate, different tooth count and too little engagement$/,
    )
  })
})

it('oil is in l/min, with its share if that differs', () => {
  const oil = { boreM3PerS: 2e-3, holesM3PerS: 1e-3, bothM3PerS: 8e-4 }
  expect([
    oilWords(oil, 'holesM3PerS'),
    oilWords({ ...oil, holesM3PerS: 6.4e-4 }, 'holesM3PerS', oil),
    oilWords({ ...oil }, 'holesM3PerS', oil),
    oilWords(null, 'boreM3PerS'),
  ]).toEqual(['15.9 gpm', '10.1 gpm, 64%', '15.9 gpm', '—'])
})

it('a place is not named twice if its name is its kind', () =>
  expect([
    placeName({ name: 'land', feature: 'land' }),
    placeName({ name: 'waist', feature: 'land' }),
    placeName({ name: 'bore', feature: 'bursting' }),
  ]).toEqual(['land', 'waist, land', 'bore, wall bursts']))
