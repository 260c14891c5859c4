import { checkBrief, type JobContent } from '@plucky/contract'
import { curveFromHeadline, engineCurve, fromSi, typicalPeaksFor, toSi, valueOf, type BriefEngine } from '@plucky/core'
import { draftFor, draftStore, inForm, leaveDraft, movePoint, scaledTorque, typeInBrief } from './brief-draft.js'
import { jobStore } from './job.js'

const headline = typicalPeaksFor('petrol-turbo', toSi(840, 'hp'))
const engine: BriefEngine = { kind: 'petrol-turbo', form: 'headline', headline }
const brief = {
  engine,
  openQuestion: false,
  use: 'road',
  launch: 'rolling',
  upperRangeStart: 'after-shift',
  reverseThrottle: 0.5,
  vehicleMassKg: null,
  budget: null,
} as const
const content = {
  name: 'x',
  unitId: 'u',
  brief,
  arrived: {},
  spec: { fits: {}, pressure: { drivePa: 1e6, reversePa: 1e6 } },
} as unknown as JobContent

const now = () => jobStore.getState().content as JobContent
const draft = () => draftFor(now(), draftStore.getState().draft)

beforeEach(() => {
  Object.assign(globalThis, { localStorage: { setItem: () => undefined, getItem: () => null, removeItem: () => undefined } })
  jest.useFakeTimers()
  leaveDraft()
  jobStore.setState({ content, past: [], future: [], number: 1 })
})
afterEach(() => jest.useRealTimers())

it('a refused figure is kept in its field, the job keeps the last valid brief, and all of it is saved when it is right', () => {
  typeInBrief('engine.headline.peakPowerW', toSi(1100, 'hp'))
  expect(now().brief).toEqual(brief)
  expect(draft().problems.map((p) => p.path)).toEqual(['engine.headline.peakTorqueNm'])
  typeInBrief('budget', 'abc')
  expect(
    draft()
      .problems.map((p) => p.path)
      .sort(),
  ).toEqual(['budget', 'engine.headline.peakTorqueNm'])
  typeInBrief('budget', 500)
  typeInBrief('engine.headline.peakTorqueNm', scaledTorque(engine, draft().brief.engine))
  expect(draft().problems).toEqual([])
  expect(now().brief).toMatchObject({ budget: 500, engine: { headline: { peakPowerW: toSi(1100, 'hp') } } })
})

it('an undo deletes the draft', () => {
  typeInBrief('budget', 5)
  typeInBrief('budget', 'abc')
  jobStore.setState({ content })
  expect(draft().problems).toEqual([])
})

it('two peaks become a table of the same curve, and a table its own peaks', () => {
  const table = inForm(engine, 'points')
  const [a, b] = [valueOf(curveFromHeadline(headline)), valueOf(engineCurve(table))]
  expect(checkBrief({ ...brief, engine: table }).ok).toBe(true)
  for (let rpm = 1200; rpm < 6600; rpm += 300)
    expect(Math.abs(b.torqueNm(toSi(rpm, 'rpm')) / a.torqueNm(toSi(rpm, 'rpm')) - 1)).toBeLessThan(0.02)
  const back = inForm(table, 'headline')
  expect(back.form === 'headline' && fromSi(back.headline.peakPowerW, 'hp')).toBeCloseTo(fromSi(b.peakPowerW, 'hp'), 6)
})

it('in the other form an engine keeps its other data, and its figures are at the flywheel', () => {
  const boost = { thresholdRadPerS: toSi(2800, 'rpm'), lagS: 0.6, offShare: 0.55 }
  const measured = { at: 'wheels', lossShare: 0.2, correction: 'none' } as const
  const table = inForm({ ...engine, boost, cylinders: 6, measured }, 'points')
  expect(table).toMatchObject({ boost, cylinders: 6 })
  expect(table).not.toHaveProperty('measured')
  const [a, b] = [valueOf(engineCurve({ ...engine, measured })), valueOf(engineCurve(table))]
  expect(b.peakPowerW / a.peakPowerW).toBeCloseTo(1, 2)
})

it('a point moves from its current place with fast keys; a missing curve is begun', () => {
  const points = [1500, 3000, 6000].map((rpm) => ({ speedRadPerS: toSi(rpm, 'rpm'), torqueNm: 500 }))
  typeInBrief('engine', { kind: 'petrol', form: 'points', points })
  for (let i = 0; i < 5; i++) movePoint(1, (nm) => nm + 10)
  movePoint(9, () => 1)
  expect(now().brief.engine).toMatchObject({ points: [{ torqueNm: 500 }, { torqueNm: 550 }, { torqueNm: 500 }] })
  typeInBrief('vehicle.finalDrive', 4.1)
  expect(draft().problems.map((p) => p.path)).toEqual(['vehicle.tyreRadiusM'])
  expect(now().brief).not.toHaveProperty('vehicle')
})
