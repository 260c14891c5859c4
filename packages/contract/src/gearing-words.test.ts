import { effectsOf, explainRange, solveRange, type GearRange, type GearTrain } from '@plucky/core'
import { breakageWords, explanationSentence, rangeSentence } from './words/gearing.js'
import { checkUnit } from './dto/unit.dto.js'
import { readUnit, writeUnit } from './files/open-files.js'
import { rangesOf } from './files/ranges.js'

/** Two sets, the first on the input's ring, with a brake, a clutch and a one-way clutch. */
const train: GearTrain = {
  members: ['input', 'sun', 'ring', 'carrier', 'output'],
  sets: [{ id: 'front set', kind: 'simple', sun: 'input', ring: 'ring', carrier: 'carrier', sunTeeth: 40, ringTeeth: 80, pinions: 4 }],
  joints: [{ id: 'flange', a: 'carrier', b: 'output' }],
  elements: [
    { id: 'low', kind: 'brake', a: 'ring', b: 'case' },
    { id: 'direct', kind: 'clutch', a: 'input', b: 'ring' },
    { id: 'roller', kind: 'one-way', a: 'sun', b: 'case', holds: 'backward' },
  ],
  input: 'input',
  output: 'output',
  ranges: [{ id: '1', name: 'first', on: ['low'], reverse: false, lockup: false }],
}
const range = (...on: string[]): GearRange => ({ id: 'x', name: 'range x', on, reverse: false, lockup: false })

describe('a gear train in words', () => {
  it('gives the reason if a range does not drive', () => {
    const say = (...on: string[]) => explanationSentence(explainRange(train, range(...on)))
    expect(say('low', 'direct')).toBe('Tied up: low and direct lock the input together. Release any one of them.')
    expect(say()).toBe(
      'Neutral: nothing drives the output. sun, ring, carrier and output are free to turn. Applying one of these would drive it: low (3.0000) or direct (1.0000).',
    )
    expect(say('low')).toBe('')
    const held: GearTrain = { ...train, output: 'ring', joints: [] }
    expect(explanationSentence(explainRange(held, range('low')))).toBe('Output locked by low while the input turns.')
    const locked: GearTrain = { ...train, joints: [...train.joints, { id: 'pin', a: 'input', b: 'case' }] }
    expect(explanationSentence(explainRange(locked, range()))).toContain('Tied up by the gear train itself')
  })
  it('describes a driven range', () => {
    expect(rangeSentence(train, range('low'), solveRange(train, range('low')))).toBe('Range x: low holds. Gear mesh efficiency 98.7%.')
  })
  it('names what breaks as it is spoken', () => {
    const words = effectsOf(train).map((effect) => breakageWords(train, effect))
    expect(words).toEqual([
      'low brake does not apply',
      'low brake slips',
      'low brake stuck applied',
      'direct clutch does not apply',
      'direct clutch slips',
      'direct clutch stuck applied',
      'roller one-way clutch freewheels both ways',
      'roller one-way clutch seized',
      'flange broken',
      'front set: teeth or pinions broken',
    ])
  })
})

describe('a unit file', () => {
  const inch = (name: string) => (name === 'sun' ? '2 in' : name)
  const file = { format: 'plucky-unit', version: 1, id: 'mine', name: 'Mine', train }
  it('requires a train, and names the value and the expected shape of anything else', () => {
    const read = readUnit(file)
    expect(read.ok && [read.value.stations, read.value.train.ranges[0]?.reverse]).toEqual([[], false])
    const refusal = (odd: object) => {
      const wrong = readUnit({ ...file, ...odd })
      return wrong.ok ? '' : wrong.problems[0]?.sentence
    }
    const required = 'Format "plucky-unit", version 1 to 2, is required; this file'
    expect(refusal({ format: 'other' })).toBe(`${required} is "other".`)
    expect(refusal({ format: undefined })).toBe(`${required} names no format.`)
    expect(refusal({ version: undefined })).toBe(`${required} names no version.`)
    expect(refusal({ version: 3 })).toBe(`${required} is version 3.`)
    for (const odd of [null, 5, 'text', [], {}]) expect(readUnit(odd).ok).toBe(false)
  })
  it('is read back unchanged, also members with names like figures', () => {
    const named = {
      ...file,
      train: { ...train, members: train.members.map(inch), elements: train.elements.map((e) => ({ ...e, a: inch(e.a) })) },
    }
    const unit = readUnit({ ...named, train: { ...named.train, sets: train.sets.map((set) => ({ ...set, efficiency: 0.97 })) } })
    if (!unit.ok) throw new Error(JSON.stringify(unit.problems))
    const text = writeUnit(unit.value)
    expect(readUnit(JSON.parse(text))).toEqual(unit)
    const again = readUnit(JSON.parse(text))
    expect(again.ok && writeUnit(again.value)).toBe(text)
  })
  it('names every missing field', () => {
    const checked = checkUnit({ id: 'x', name: 'X', train: { ...train, sets: [{ id: 'front set', kind: 'simple', sun: 'input' }] } })
    expect(checked.ok ? [] : checked.problems.map(({ path }) => path)).toEqual(
      ['ring', 'carrier', 'sunTeeth', 'ringTeeth', 'pinions'].map((key) => `train.sets.0.${key}`),
    )
  })
  it('is solved completely: ratio, efficiency, ranges lost by each break', () => {
    const said = rangesOf({ ...file, stations: [] }) as {
      ranges: Record<string, unknown>[]
      breaks: { at: string; kind: string; loses: string[] }[]
    }
    expect(said.ranges[0]).toMatchObject({ outcome: 'driven', step: null, onTheOverrun: 'driven', outputTorque: 3 })
    expect(said.ranges[0]?.['efficiency']).toBeCloseTo((1 + 2 * 0.98) / 3, 9)
    expect(said.breaks.filter(({ loses }) => loses.length > 0).map(({ at, kind }) => `${at} ${kind}`)).toEqual([
      'low lost',
      'flange broken',
      'front set broken',
    ])
  })
})
