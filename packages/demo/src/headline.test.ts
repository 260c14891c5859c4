import {
  asReceived,
  evaluation,
  headlinesOf,
  jobFileOf,
  OUTCOMES,
  type Headline,
  type JobContent,
  type JobFile,
  withDefaults,
} from '@plucky/contract'
import { toSi, suspectId, suspectsOf, withPart, type Suspect, type Unit } from '@plucky/core'
import { demoShop } from './index.js'

const { units, jobs, kits, lookup } = demoShop()
const fileOf = (job: JobContent): JobFile => jobFileOf(job, lookup, kits)
const of = (job: JobContent): Headline => headlinesOf(fileOf(job)).us
const [weak, balanced] = jobs as [JobContent, JobContent]

describe('the headline of a job', () => {
  it.each(jobs.map((job) => [job.name, job] as const))('%s: says what its own evaluation says', (_name, job) => {
    const headline = of(job)
    const whole = JSON.parse(JSON.stringify(evaluation(fileOf(job)))) as { sentence: string }
    expect(headline.sentence).toBe(whole.sentence)
    expect(OUTCOMES).toContain(headline.outcome)
    expect(headline.outcome).toBe((headline.heldW as number) >= (headline.targetW as number) ? 'holds' : 'short')
    expect(headline.stations).toBe(units.find(({ id }) => id === job.unitId)?.stations.length)
  })

  it('names the weakest stations in breaking order, the first with the power of the whole build', () => {
    const { weakest, heldW } = of(weak)
    const powers = weakest.map(({ held }) => Number(held.replace(/[^\d.]/g, '')))
    expect(weakest).toHaveLength(3)
    expect(powers).toEqual([...powers].sort((a, b) => a - b))
    expect(powers[0]).toBeCloseTo((heldW as number) / 745.7, -0.5)
    expect(weakest[0]).toMatchObject({ station: 'Input shaft', where: 'in first gear at stall' })
  })

  it('says of each of the weakest stations whether it holds less than the target', () => {
    const { engine } = weak.brief
    if (engine.form !== 'headline') throw new Error('the job of this test has an engine by peak figures')
    const { peakPowerW, peakTorqueNm } = engine.headline
    const seen = [0.66, 0.72, 0.78, 0.79, 0.8, 0.81, 0.82, 0.84, 1].flatMap((scale) => {
      const headline = { ...engine.headline, peakPowerW: scale * peakPowerW, peakTorqueNm: scale * peakTorqueNm }
      const { weakest, targetW } = of({ ...weak, brief: { ...weak.brief, engine: { ...engine, headline } } })
      return weakest.map(({ held, short }) => {
        expect({ held, short }).toEqual({ held, short: toSi(Number.parseFloat(held), 'hp') < (targetW as number) })
        return short
      })
    })
    expect(new Set(seen).size).toBe(2)
    const open = of({ ...weak, brief: { ...weak.brief, openQuestion: true } })
    expect(open.weakest.map(({ short }) => short)).toEqual([false, false, false])
  })

  it('lists no change, no cost and the power as received where the build is still as received', () => {
    const received = asReceived(weak)
    const headline = of(received)
    expect([headline.changed, headline.price, headline.hours]).toEqual([[], 0, 0])
    expect(headline.sentence.startsWith(`Holds about ${headline.received}`)).toBe(true)
    expect(of(weak).received).toBe(headline.received)
  })

  it('keeps the power as received for any later pressure; without its own pressure it has that of the build', () => {
    const pressed = { ...weak, spec: { ...weak.spec, pressure: { drivePa: toSi(120, 'psi'), reversePa: toSi(150, 'psi') } } }
    expect(of(pressed).received).toBe(of(weak).received)
    expect(of({ ...weak, arrivedPressure: pressed.spec.pressure }).received).not.toBe(of(weak).received)
    const { arrivedPressure, ...before } = pressed
    expect((withDefaults(before) as JobContent).arrivedPressure).toEqual(pressed.spec.pressure)
    expect(arrivedPressure).toEqual(weak.arrivedPressure)
  })

  it('counts a station as changed by its part or by an operation on it, front to rear', () => {
    const unit = units.find(({ id }) => id === balanced.unitId) as Unit
    const changed = of(balanced).changed.map(({ station }) => station.toLowerCase())
    const expected = unit.stations.filter(({ id }) => balanced.spec.fits[id] !== balanced.arrived[id] || balanced.spec.works[id]?.length)
    expect(changed).toEqual(expected.map(({ name }) => name.toLowerCase()))
  })

  it('has no target for an open question', () => {
    const asked = of({ ...weak, brief: { ...weak.brief, openQuestion: true } })
    expect([asked.outcome, asked.targetW, asked.heldW]).toEqual(['open', null, of(weak).heldW])
  })

  it.each(['input-shaft', 'pump', 'main-shaft'])(
    'names a %s that is not installed beside the power that the other parts hold',
    (station) => {
      const { sentence } = of({ ...weak, spec: withPart(weak.spec, station, null) })
      expect(sentence).toMatch(/^Holds about \d+ hp .* Not installed: (input shaft|oil pump|main shaft)\.$/)
    },
  )

  it('names the symptoms and the likeliest cause, or the confirmed one', () => {
    expect(of(weak).condition).toBe('')
    const dead = { ...weak.teardown, ranges: { '2': 'lost' as const, R: 'fine' as const } }
    const guess = of({ ...weak, teardown: dead }).condition
    expect(guess).toContain('Most likely: ')
    const [suspect] = suspectsOf(fileOf(weak).unit) as [Suspect]
    const confirmed = of({ ...weak, teardown: { ...dead, found: suspectId(suspect) } }).condition
    expect(confirmed).not.toContain('Most likely')
    expect(confirmed).not.toBe(guess)
  })
})
