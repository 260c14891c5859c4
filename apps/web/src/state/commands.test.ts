import { checkJob, type JobContent, type Revision } from '@plucky/contract'
import { toSi, type Kit, type Operation, type Part } from '@plucky/core'
import { demoShop } from '@plucky/demo'
import {
  applyChoice,
  renameJob,
  restoreRevision,
  setArrivedPressure,
  setBrief,
  setCustomer,
  setPressure,
  setRules,
  setVariant,
} from './commands.js'
import { jobStore, redo, undo } from './job.js'
import { shopStore } from './shop.js'
import { answerFor, proposalFor } from './verdicts.js'

const { units, shelf, operations, kits, jobs } = demoShop()
const byId = <T extends { id: string }>(items: readonly T[]) => new Map(items.map((item) => [item.id, item]))
const [demo] = jobs
const content = ((checked) => {
  if (!checked.ok) throw new Error('the demo job is not valid')
  return checked.value
})(
  checkJob(demo, {
    unit: (id) => units.find((unit) => unit.id === id),
    part: (id) => byId<Part>(shelf).get(id),
    operation: (id) => byId<Operation>(operations).get(id),
  }),
)

const now = () => jobStore.getState().content as JobContent
const steps = () => jobStore.getState().past.length

beforeEach(() => {
  Object.assign(globalThis, { localStorage: { setItem: () => undefined, getItem: () => null, removeItem: () => undefined } })
  jest.useFakeTimers()
  shopStore.setState({ state: 'ready', units, parts: byId<Part>(shelf), operations: byId<Operation>(operations), kits: byId<Kit>(kits) })
  jobStore.setState({ content, past: [], future: [], number: 1 })
})
afterEach(() => {
  jest.clearAllTimers()
  jest.useRealTimers()
})

describe('an installed part', () => {
  const stationId = 'input-shaft'
  it('is installed with its mating parts in one step, which undo reverts and redo repeats', () => {
    const part = shelf.find(
      ({ id, stationIds }) =>
        stationIds.includes(stationId) && (proposalFor(content, { station: stationId, part: id })?.companions.length ?? 0) > 0,
    )
    expect(part).toBeDefined()
    applyChoice({ station: stationId, part: part?.id ?? '' })
    expect(now().spec.fits[stationId]).toBe(part?.id)
    const changed = Object.keys(now().spec.fits).filter((id) => now().spec.fits[id] !== content.spec.fits[id])
    expect(changed.length).toBeGreaterThan(1)
    expect(steps()).toBe(1)
    const after = now()
    undo()
    expect(now()).toBe(content)
    redo()
    expect(now()).toBe(after)
  })
  it('that is installed already changes nothing', () => {
    applyChoice({ station: stationId, part: content.spec.fits[stationId] ?? '' })
    expect(now().spec).toEqual(content.spec)
    expect(steps()).toBe(0)
  })
  it('does not change pressure and other parts of the job', () => {
    applyChoice({ station: 'lockup', part: null })
    const { spec, ...rest } = now()
    const { spec: before, ...same } = content
    expect(rest).toEqual(same)
    expect(spec.pressure).toEqual(before.pressure)
  })
})

describe('a refused command gives its reason and changes nothing', () => {
  it.each([
    ['pressure of the build', () => setPressure((pressure) => ({ ...pressure, drivePa: toSi(9000, 'psi') })), /psi/],
    ['pressure as received', () => setArrivedPressure({ ...content.arrivedPressure, reversePa: -1 }), /psi/],
    ['pressure that is no number', () => setPressure((pressure) => ({ ...pressure, drivePa: 'high' })), /number/],
    ['house rules out of range', () => setRules({ ...content.rules, hourRate: -5 }), /from/],
    ['a job without a name', () => renameJob(''), /name/],
    [
      'a revision with a part that the shelf no longer has',
      () => {
        shopStore.setState({ parts: new Map() })
        return restoreRevision({ file: { job: content } } as Revision)
      },
      /can’t be restored/,
    ],
  ])('%s', (_name, command, reason) => {
    expect(command()).toMatch(reason)
    expect(now()).toBe(content)
    expect(steps()).toBe(0)
  })
})

describe('a command without a change is no step', () => {
  it.each([
    ['the same pressure', () => setPressure((pressure) => ({ ...pressure }))],
    ['the same rules', () => setRules({ ...content.rules })],
    ['the same brief', () => setBrief({ ...content.brief })],
    ['the same variant', () => setVariant(content.variantId)],
    ['the same name', () => renameJob(content.name)],
  ])('%s', (_name, command) => {
    command()
    expect(now()).toBe(content)
    expect(steps()).toBe(0)
  })
})

it('more line pressure in reverse raises the power held by a clutch that slips in reverse', () => {
  const direct = units.find(({ id }) => id === content.unitId)?.stations.find(({ code }) => code === 'DIRECT')?.id
  const held = () => {
    const answer = answerFor(now())
    const station = answer?.outcome === 'answered' ? answer.stations.find(({ stationId }) => stationId === direct) : undefined
    return station?.held.outcome === 'held' ? station.held.powerW : NaN
  }
  const before = held()
  expect(setPressure((pressure) => ({ ...pressure, reversePa: pressure.reversePa * 0.9 }))).toBeUndefined()
  expect(held()).toBeLessThan(before)
})

it('customer, name and revision are each one step, in order', () => {
  setCustomer('Marten Racing')
  renameJob('Rail two')
  expect(restoreRevision({ file: { job: content } } as Revision)).toBeUndefined()
  expect(steps()).toBe(3)
  expect(now()).toEqual(content)
  undo()
  expect([now().name, now().customer]).toEqual(['Rail two', 'Marten Racing'])
})
