import { toSi, type NextSet, type Part, type PlanReason, type Unit } from '@plucky/core'
import { changeReasonWords, excessWords, nextSetNotes, nextSetWords, planBudgetWords, planReasonSentence } from './plan.js'

const unit = {
  name: 'Alder 3',
  stations: [
    { id: 'shell', name: 'sun shell' },
    { id: 'input', name: 'input shaft' },
  ],
} as unknown as Unit
const catalogue = { parts: new Map([['p', { name: 'Alloy shaft' } as Part]]) }
const hp = (power: number) => toSi(power, 'hp')
const wishes = { code: 'wishes', targetStall: null } as const
const stall = { fromRadPerS: toSi(4120, 'rpm'), toRadPerS: toSi(4700, 'rpm'), fromK: 0, toK: 0 }

describe('the reason why there is no plan, in words', () => {
  it.each<[PlanReason, string]>([
    [{ code: 'nothing-fits', stationId: 'shell' }, 'Nothing on the shelf fits as the sun shell of this Alder 3.'],
    [
      { code: 'station-too-weak', stationId: 'shell', mostW: hp(610) },
      'No shelf item at the sun shell holds more than 610 hp in this Alder 3, margin included.',
    ],
    [
      { code: 'not-together', stationIds: ['input', 'shell'] },
      'The shelf has strong enough parts for input shaft and sun shell, but no combination is compatible.',
    ],
    [
      { code: 'weak-with-converter', stationId: 'shell', mostW: hp(480), converterId: 'p' },
      'With the most suitable converter, “Alloy shaft”, no shelf item at the sun shell holds more than 480 hp in this Alder 3, margin included.',
    ],
    [
      { ...wishes, wishes: [{ wish: 'keep', stationId: 'input', partId: 'p' }], mostW: hp(340) },
      '“Alloy shaft” kept as input shaft: at most 340 hp, margin included.',
    ],
    [
      {
        ...wishes,
        wishes: [
          { wish: 'keep', stationId: 'shell', partId: null },
          { wish: 'without-maker', maker: 'Ninepin' },
        ],
        mostW: 0,
      },
      'No sun shell and nothing by Ninepin together: the shelf has no compatible build.',
    ],
    [
      { code: 'wishes', wishes: [{ wish: 'target-stall' }], mostW: 0, targetStall: stall },
      'No converter on the shelf stalls between 4120 rpm and 4700 rpm with this engine (target stall by house rule).',
    ],
    [{ code: 'budget-too-small', leastMoney: 1653 }, 'The cheapest compatible build costs $1,653 including labor.'],
    [{ code: 'ceiling', mostW: hp(763) }, 'The strongest possible build of this Alder 3 holds 760 hp, margin included.'],
  ])('%j', (reason, sentence) => {
    expect(planReasonSentence(reason, unit, catalogue)).toBe(sentence)
  })
})

const change = (stationId: string) => ({ stationId, from: { partId: null, works: [] }, to: { partId: 'p', works: [] }, heldW: 0 })
const set = (more: Partial<NextSet>): NextSet => ({
  point: { cost: { price: 910, hours: 3, lines: [] }, thrownAway: { items: [], price: 0 } } as unknown as NextSet['point'],
  changes: [change('shell'), change('input')],
  repressured: false,
  nothingAlone: ['shell', 'input'],
  fromW: hp(610),
  toW: hp(720),
  goesFirst: ['input'],
  mends: false,
  ...more,
})

describe('the next set, in words', () => {
  it('names what changes together, the gain, the price and the hours', () => {
    expect(nextSetWords(set({}), unit)).toBe('sun shell and input shaft together, +110 hp to 720 hp, $910 and 3 h')
    expect(nextSetWords(set({ changes: [change('shell')], toW: hp(610), mends: true }), unit)).toBe(
      'sun shell, still 610 hp without the problems above, $910 and 3 h',
    )
    expect(nextSetWords(set({ changes: [], repressured: true }), unit)).toMatch(/^line pressure, \+110 hp/)
  })
  it('names what fails next, what has no effect alone, and what is removed', () => {
    expect(nextSetNotes(set({}), unit, 0.05)).toBe('Weakest link then: input shaft. Alone, each of them adds less than 5%.')
    expect(nextSetNotes(set({ nothingAlone: ['shell'] }), unit, 0.05)).toContain('Alone, sun shell adds less than 5%.')
    const thrownAway = { items: [], price: 240 }
    expect(nextSetNotes(set({ nothingAlone: [], point: { ...set({}).point, thrownAway } }), unit, 0.05)).toBe(
      'Weakest link then: input shaft. It removes paid parts worth $240.',
    )
  })
})

describe('money on a plan, in words', () => {
  const points = [
    { money: 5000, powerW: hp(400) },
    { money: 9000, powerW: hp(600) },
  ]
  it.each([
    [4000, hp(600), 'The budget of $4,000 is below the cheapest build, $5,000.'],
    [6000, hp(600), 'The budget of $6,000 holds 400 hp ($5,000); the target costs $9,000.'],
    [6000, hp(800), 'The budget of $6,000 holds 400 hp ($5,000).'],
    [9500, hp(600), 'The budget of $9,500 holds 600 hp ($9,000).'],
    [9500, null, 'The budget of $9,500 holds 600 hp ($9,000).'],
  ])('a budget of %d', (budget, targetW, words) => expect(planBudgetWords(points, budget, targetW)).toBe(words))
  it('why a station changes', () => {
    const reason = (heldW: number, saves: number) => changeReasonWords({ heldW: hp(heldW), wantedW: hp(600), saves })
    expect([reason(500, 0), reason(0, 0), reason(700, 250), reason(700, -90)]).toEqual([
      'too weak: 500 hp with margin',
      'no figure',
      'strong enough for $250 less',
      'comes with other changes',
    ])
  })
  it('what a part costs that is stronger than needed', () => {
    const excess = { ...change('input'), from: { partId: 'p', works: [] }, to: { partId: null, works: [] }, saves: 205 }
    expect(excessWords(excess, unit, { ...catalogue, operations: new Map() })).toBe(
      'Input shaft: Alloy shaft is stronger than needed, nothing saves $205',
    )
  })
})
