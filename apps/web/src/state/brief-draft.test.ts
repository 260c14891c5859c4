import { checkBrief, type JobContent } from '@plucky/contract'
import { curveFromHeadline, engineCurve, fromSi, headlineFor, toSi, valueOf, type BriefEngine } from '@plucky/core'
import { draftFor, draftStore, inForm, leaveDraft, scaledTorque, typeInBrief } from './brief-draft.js'
import { jobStore } from './job.js'

const headline = headlineFor('petrol-turbo', toSi(840, 'hp'))
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

it('what is refused stays where it was typed, the job keeps the last good brief, and all of it is taken once it is right', () => {
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

it('an undo lets go of the draft', () => {
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
