import { candidateReasons, checkCaution, checkWords, resultWords, suspectWords, teardownWords } from '@plucky/contract'
import {
  checksOf,
  NOTHING_FOUND,
  diagnose,
  effectsOf,
  suspectId,
  suspectsOf,
  type RangeState,
  type FaultFindings,
  type SeenState,
  type Suspect,
  type Unit,
} from '@plucky/core'
import fc from 'fast-check'
import { demoShop } from './index.js'

const { units } = demoShop()
const quince = units.find(({ id }) => id === 'quince-4') as Unit
const seen = (
  ranges: FaultFindings['ranges'] = {},
  signs: FaultFindings['signs'] = [],
  checks: FaultFindings['checks'] = {},
): FaultFindings => ({ ranges, signs, checks })

/** What is said of a range that is in a state. */
const SAID: Record<RangeState, SeenState> = {
  fine: 'fine',
  lost: 'lost',
  other: 'lost',
  slips: 'slips',
  binds: 'binds',
  'no-braking': 'fine',
}
const saidOf = ({ ranges }: Pick<Suspect, 'ranges'>) => Object.fromEntries(Object.entries(ranges).map(([id, state]) => [id, SAID[state]]))

describe('lost ranges', () => {
  it('second, fourth and reverse lost in Quince 4: the sun shell is first, and first and third agree', () => {
    const { candidates } = diagnose(quince, seen({ '1': 'fine', '2': 'lost', '3': 'fine', '4': 'lost', R: 'lost' }))
    const [first] = candidates
    expect(first && [first.at, first.kind]).toEqual(['shell neck', 'broken'])
    expect(first?.explains.length).toBe(5)
    expect(first && suspectWords(quince.train, first)).toBe('Shell neck broken')
    expect(first && candidateReasons(quince.train, first)[0]).toBe(
      'Explains: first gear, second gear, third gear, fourth gear and reverse.',
    )
  })

  it('any break of any transmission with all symptoms is outranked only by one with the same symptoms', () => {
    for (const unit of units)
      for (const suspect of suspectsOf(unit)) {
        const told = saidOf(suspect)
        if (Object.values(told).every((state) => state === 'fine')) continue
        const { candidates } = diagnose(unit, seen(told))
        const own = candidates.findIndex(({ id }) => id === suspectId(suspect))
        for (const better of candidates.slice(0, own))
          expect([unit.id, suspectId(suspect), saidOf(better)]).toEqual([unit.id, suspectId(suspect), told])
      }
  })

  it('shares add up to one for any findings, and frequent findings rise', () => {
    const states = fc.constantFrom<SeenState>('fine', 'lost', 'slips', 'binds')
    fc.assert(
      fc.property(fc.dictionary(fc.constantFrom('1', '2', '3', '4', 'R'), states), fc.nat(60), (ranges, pick) => {
        const before = diagnose(quince, seen(ranges))
        expect(before.candidates.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 9)
        const { id, share } = before.candidates[pick % before.candidates.length] as (typeof before.candidates)[number]
        const after = diagnose(quince, seen(ranges), { records: { [id]: 3 } }).candidates.find((one) => one.id === id)
        expect(after?.share).toBeGreaterThan(share)
      }),
      { numRuns: 60 },
    )
  })

  it('an overloaded place is likelier to have broken, and only by fracture or slip', () => {
    const found = seen({ '1': 'lost', '2': 'lost', '3': 'lost' })
    const share = (margins: Record<string, number>, kind: string) =>
      diagnose(quince, found, { margins }).candidates.find((one) => one.at === 'forward' && one.kind === kind)?.share ?? 0
    expect(share({ forward: 0.6 }, 'weak')).toBeGreaterThan(share({}, 'weak'))
    expect(share({ forward: 0.6 }, 'lost')).toBeLessThan(share({}, 'lost'))
    expect(share({ forward: 1.3 }, 'weak')).toBe(share({}, 'weak'))
  })

  it('the next check has the most information for its work, and its answer decides it', () => {
    const found = seen({ '2': 'lost', '3': 'fine' })
    const { next, candidates } = diagnose(quince, found)
    for (const [i, check] of next.entries())
      if (i > 0) expect(check.bits / check.effort).toBeLessThanOrEqual((next[i - 1]?.bits ?? 0) / (next[i - 1]?.effort ?? 1))
    expect(next[0]?.kind).toBe('drive')
    expect(next.some((check) => check.kind === 'drive' && ['2', '3'].includes(check.at ?? ''))).toBe(false)
    const air = next.find((check) => check.id === 'air:even band')
    const leaking = (result: string) =>
      diagnose(quince, seen(found.ranges, [], { [air?.id ?? '']: result })).candidates.find((one) => one.id === 'train:even band:lost')
        ?.share ?? 0
    const before = candidates.find((one) => one.id === 'train:even band:lost')?.share ?? 0
    expect([leaking('leaks') > before, leaking('tight') < before]).toEqual([true, true])
  })

  it('has every fault of every place of the train', () => {
    for (const unit of units) {
      const { elements, joints, sets } = unit.train
      const oneWays = elements.filter(({ kind }) => kind === 'one-way').length
      expect(effectsOf(unit.train).length).toBe(3 * (elements.length - oneWays) + 2 * oneWays + joints.length + sets.length)
    }
  })

  it('is in words with place, work, danger and result', () => {
    for (const unit of units) {
      for (const suspect of suspectsOf(unit)) expect(suspectWords(unit.train, suspect)).toMatch(/^[A-Z][^_]{8,}$/)
      for (const check of checksOf(unit.train)) {
        expect([checkWords(unit.train, check).length > 8, checkCaution(check).length > 20]).toEqual([true, true])
        for (const result of check.results) expect(resultWords(check, result)).toMatch(/^(OK|[a-z ]+)$/)
      }
    }
    const told = {
      ...NOTHING_FOUND,
      ranges: { '2': 'lost', '3': 'fine' },
      signs: ['bang'],
      found: 'train:shell neck:broken',
      note: 'torn all round.',
    } as const
    expect(teardownWords(quince, told)).toBe(
      'Second gear: no drive. Failed with a bang. Confirmed cause: Shell neck broken. Torn all round.',
    )
    expect(teardownWords(quince, NOTHING_FOUND)).toBe('')
  })

  it('leaves ranges that do not drive when all is sound out of it: neutral, and one that ties itself up', () => {
    const idle = (id: string, on: string[]) => ({ id, name: id, on, reverse: false, lockup: false })
    const more = [idle('N', []), idle('X', ['forward', 'upper', 'even band', 'low-reverse'])]
    const parked: Unit = { ...quince, train: { ...quince.train, ranges: [...more, ...quince.train.ranges] } }
    const found = seen({ '1': 'fine', '2': 'lost', '3': 'fine', '4': 'lost', R: 'lost', N: 'fine' })
    const [parkedFinds, soundFinds] = [diagnose(parked, found), diagnose(quince, found)]
    expect(parkedFinds.candidates.map(({ id, share }) => [id, share])).toEqual(soundFinds.candidates.map(({ id, share }) => [id, share]))
    expect(parkedFinds.next).toEqual(soundFinds.next)
    for (const one of parkedFinds.candidates) expect(candidateReasons(parked.train, one).join()).not.toContain('undefined')
  })
})
