import { toSi, type Part, type PlanReason, type Unit } from '@plucky/core'
import { planReasonSentence } from './plan.js'

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
