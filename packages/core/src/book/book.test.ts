import fc from 'fast-check'
import { simpson } from '../testing/trains.js'
import { defaultStations } from '../model/default-stations.js'
import { unitIssues } from '../model/unit-issues.js'
import type { Unit } from '../model/unit.js'
import type { WeakPlace } from '../model/weak-place.js'
import { memberAt } from '../numeric/certain.js'
import { toSi } from '../quantity/units.js'
import { anyTrain } from '../testing/any-train.js'
import { CASE } from '../gearing/train.js'
import { lockSense } from './assembly.js'
import { cardRecord, markIssues, updateMarks, type Mark } from './marks.js'
import { cardsOf, FINDINGS_OF, PIECE_FINDINGS, PIECES, showsSuspect, usualVerdict } from './pieces.js'
import { UPDATE_STATES, updateList, type UpdateInput } from './update-list.js'

const train = simpson(40, 68, 40, 68)
const stations = defaultStations(train)
const place = (id: string, more: Partial<WeakPlace> = {}): WeakPlace => ({
  id,
  place: id,
  failure: 'f',
  sign: 's',
  cause: 'c',
  often: 'common',
  remedies: [{ by: 'check', text: 'look' }],
  ...more,
})
const unit = (weakPlaces: readonly WeakPlace[], more: Partial<Unit> = {}): Unit => ({
  id: 'u',
  name: 'U',
  train,
  stations,
  weakPlaces,
  ...more,
})
const first = memberAt(stations, 0).id
const { id: clutch } = memberAt(train.elements, 0)
const CLUTCH_BURNT = `train:${clutch}:weak`
const inputFor = (of: Unit, more: Partial<UpdateInput> = {}): UpdateInput => ({
  unit: of,
  variantId: null,
  brief: { use: 'tow' },
  powerW: toSi(400, 'hp'),
  arrived: {},
  spec: { fits: {}, works: {} },
  catalogue: { parts: new Map(), operations: new Map() },
  found: null,
  standards: [],
  marks: {},
  ...more,
})
const only = (weakPlace: WeakPlace, more: Partial<UpdateInput> = {}) => memberAt(updateList(inputFor(unit([weakPlace]), more)), 0)

describe('the update list', () => {
  it('follows the torque path, whatever the order of the entries; places without a station are last', () => {
    const some = fc.shuffledSubarray([undefined, ...stations.map(({ id }) => id)])
    fc.assert(
      fc.property(some, (ids) => {
        const list = updateList(inputFor(unit(ids.map((id, i) => place(`p${i}`, id === undefined ? {} : { stationId: id })))))
        const order = list.map(({ stationId }) =>
          stationId === undefined ? stations.length : stations.findIndex(({ id }) => id === stationId),
        )
        expect(order).toEqual([...order].sort((a, b) => a - b))
        expect(list).toHaveLength(ids.length)
      }),
    )
  })

  it('excludes an entry by variant, feature, use and power, and names the reason', () => {
    const fromPowerW = toSi(500, 'hp')
    expect(only(place('a', { fromPowerW }))).toMatchObject({ state: 'not-here', reason: { code: 'below-power', fromPowerW } })
    expect(only(place('a', { fromPowerW }), { powerW: fromPowerW })).toMatchObject({ state: 'to-do', reason: { code: 'above-power' } })
    expect(only(place('a', { uses: ['drag'] }))).toMatchObject({ state: 'not-here', reason: { code: 'other-use' } })
    expect(only(place('a', { uses: ['drag', 'tow'] }))).toMatchObject({ state: 'to-do', reason: { code: 'use', use: 'tow' } })
    expect(only(place('a', { variants: ['late'] }), { variantId: 'early' })).toMatchObject({
      state: 'not-here',
      reason: { code: 'other-variant' },
    })
    expect(only(place('a', { variants: ['late'] }))).toMatchObject({ state: 'to-do', reason: { code: 'variant-unknown' } })
    expect(only(place('a', { withFeature: 'dual-feed' }))).toMatchObject({ state: 'not-here', reason: { code: 'without-feature' } })
    expect(only(place('a'))).toMatchObject({ state: 'to-do', reason: { code: 'known' } })
  })

  it('keeps the confirmed cause of the failure to do, below its power too', () => {
    const faults = [CLUTCH_BURNT]
    const weak = place('a', { fromPowerW: toSi(900, 'hp'), faults })
    expect(only(weak, { found: faults[0] ?? null })).toMatchObject({ state: 'to-do', reason: { code: 'found-here' } })
    expect(only(weak, { found: 'outside:pump:weak' }).state).toBe('not-here')
  })

  it('follows the mark of a person if it differs, else the build', () => {
    for (const state of UPDATE_STATES) {
      const entry = only(place('a'), { marks: { a: state } })
      expect(entry).toMatchObject({ state, reason: { code: state === 'to-do' ? 'known' : 'marked' } })
    }
    expect(only(place('a'), { marks: { a: 'nonsense' } }).state).toBe('to-do')
  })

  it('names standards of this transmission only, after the weak places', () => {
    const standards = [
      { id: 'seals', work: 'seals', why: 'w' },
      { id: 'other', work: 'other', why: 'w', unitIds: ['x'] },
      { id: 'drag', work: 'drag', why: 'w', uses: ['drag'] as const },
    ]
    const list = updateList(inputFor(unit([place('a')]), { standards }))
    expect(list.map(({ id, state, reason }) => [id, state, reason.code])).toEqual([
      ['a', 'to-do', 'known'],
      ['standard-seals', 'to-do', 'every-unit'],
      ['standard-drag', 'not-here', 'other-use'],
    ])
  })
})

describe('weak places of a unit', () => {
  it('are refused if they name a missing item, which is named', () => {
    const codes = (weakPlace: Partial<WeakPlace>) =>
      unitIssues(unit([place('a', weakPlace)])).flatMap(({ path, code }) => (path.startsWith('weak') ? [code] : []))
    expect(codes({ stationId: first, faults: [CLUTCH_BURNT] })).toEqual([])
    expect(codes({ stationId: 'nowhere' })).toEqual(['from-unknown'])
    expect(codes({ variants: ['late'] })).toEqual(['weak-place-variant'])
    expect(codes({ faults: ['train:nothing:weak'] })).toEqual(['weak-place-fault'])
    expect(codes({ remedies: [{ by: 'part', text: 't' }] })).toEqual(['remedy-without-item'])
    expect(codes({ remedies: [{ by: 'check', itemId: 'x', text: 't' }] })).toEqual(['remedy-with-item'])
    expect(codes({ remedies: [{ by: 'replace', text: 't' }] })).toEqual(['remedy-without-station'])
    expect(unitIssues(unit([place('a'), place('a')])).map(({ code }) => code)).toContain('weak-place-repeated')
  })
})

describe('cards of a teardown', () => {
  const cards = cardsOf(unit([]))
  it('have one name each, and together every finding has a piece', () => {
    expect(new Set(cards.map(({ id }) => id)).size).toBe(cards.length)
    expect(new Set(PIECES.flatMap((piece) => FINDINGS_OF[piece]))).toEqual(new Set(PIECE_FINDINGS))
  })
  it('show the pieces of a suspect alone', () => {
    const shown = cards.filter((card) => showsSuspect(card, { place: 'train', at: clutch }))
    expect(shown.length).toBeGreaterThan(0)
    expect(shown.every(({ station }) => station?.load.at === 'link' && station.load.id === clutch)).toBe(true)
    expect(cards.filter((card) => showsSuspect(card, { place: 'outside', at: 'cooler' })).map(({ piece }) => piece)).toEqual(['cooler'])
  })
  it('are accepted without findings, and scrapped by the worst of them', () => {
    expect(usualVerdict([])).toBe('accept')
    expect(usualVerdict(['scored'])).toBe('rework')
    expect(usualVerdict(['scored', 'bore-grooved'])).toBe('scrap')
  })
})

describe('fields of a build book', () => {
  const of = unit([])
  const drum = cardsOf(of).find(({ piece }) => piece === 'drum')
  const card = `card/${drum?.id}`
  const accepted = (name: string, value: unknown) => markIssues(of, name, value).length === 0
  it('accept their own names and values, and no others', () => {
    expect(accepted('update/any-entry/state', 'fine')).toBe(true)
    expect(accepted('update/any-entry/state', 'perfect')).toBe(false)
    expect(accepted('update/any-entry/note', 'n'.repeat(601))).toBe(false)
    expect(accepted('update/any-entry', 'fine')).toBe(false)
    expect(accepted(`${card}/verdict`, 'scrap')).toBe(true)
    expect(accepted(`${card}/verdict`, null)).toBe(true)
    expect(accepted(`${card}/finding/bore-grooved`, true)).toBe(true)
    expect(accepted(`${card}/finding/bore-grooved`, 'yes')).toBe(false)
    expect(accepted(`${card}/finding/seals-hard`, true)).toBe(false)
    expect(accepted(`${card}/photos`, ['a'.repeat(64)])).toBe(true)
    expect(accepted(`${card}/photos`, ['../../etc'])).toBe(false)
    expect(accepted('card/nowhere/shell/verdict', 'scrap')).toBe(false)
    expect(accepted('signed', true)).toBe(false)
  })
  it('never throw on any name and value', () => {
    fc.assert(fc.property(fc.string(), fc.anything(), (name, value) => Array.isArray(markIssues(of, name, value))))
  })
  it('give the record of a card, and the states of the update list', () => {
    if (!drum) throw new Error('The unit has no drum.')
    const mark = (value: Mark['value'], at: string): Mark => ({ value, by: 'Ada', at, rev: 1 })
    const marks = {
      [`${card}/verdict`]: mark('scrap', '2026-01-02'),
      [`${card}/finding/bore-grooved`]: mark(true, '2026-01-03'),
      [`${card}/finding/lugs-worn`]: mark(null, '2026-01-01'),
      'update/a/state': mark('fine', '2026-01-01'),
      'update/a/note': mark('n', '2026-01-01'),
    }
    expect(cardRecord(marks, drum)).toMatchObject({
      verdict: 'scrap',
      findings: ['bore-grooved'],
      note: '',
      photos: [],
      latest: { at: '2026-01-03' },
    })
    expect(updateMarks(marks)).toEqual({ a: 'fine' })
  })
})

describe('a one-way clutch of any train', () => {
  it('locks in its stated sense where gears load it, and its other member locks the other way', () => {
    fc.assert(
      fc.property(anyTrain, (of) => {
        const mirrored = {
          ...of,
          elements: of.elements.map((element) =>
            element.kind === 'one-way'
              ? {
                  ...element,
                  a: element.b,
                  b: element.a,
                  holds: element.holds === 'forward' ? ('backward' as const) : ('forward' as const),
                }
              : element,
          ),
        }
        for (const { id, kind, holds, b } of of.elements) {
          const sense = lockSense(of, id)
          expect(sense).toBe(kind !== 'one-way' ? undefined : holds === 'forward' ? 'clockwise' : 'counterclockwise')
          if (sense && b !== CASE) expect(lockSense(mirrored, id)).not.toBe(sense)
        }
      }),
      { numRuns: 100 },
    )
  })
})
