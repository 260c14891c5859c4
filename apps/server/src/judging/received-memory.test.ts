import { jobFileOf, receivedWords, type JobContent, type Lookup } from '@plucky/contract'
import { certain } from '@plucky/core'
import { demoShop } from '@plucky/demo'
import { ReceivedMemory } from './received-memory.js'

const { jobs, lookup } = demoShop()
const job = certain(jobs[0])
/** The shop with parts that hold half of their stated torques. */
const weaker: Lookup = {
  ...lookup,
  part(id) {
    const part = lookup.part(id)
    return part && { ...part, stated: part.stated?.map((each) => ({ ...each, torqueNm: (each.torqueNm ?? 0) / 2 })) }
  },
}
const fileOf = (content: JobContent, among: Lookup = lookup) => jobFileOf(structuredClone(content), among, [])

describe('power held as received', () => {
  it('is not calculated again if only the spec or the customer of the job has changed', () => {
    const memory = new ReceivedMemory()
    const first = memory.of(1, fileOf(job))
    expect(first).toEqual(receivedWords(fileOf(job)))
    const changed = {
      ...job,
      customer: 'Esme Holt',
      spec: { ...job.spec, fits: job.arrived, pressure: { ...job.spec.pressure, drivePa: 1e6 } },
    }
    expect(memory.of(1, fileOf(changed))).toBe(first)
    expect(memory.of(2, fileOf(job))).not.toBe(first)
  })

  it.each([
    { name: 'the brief', change: { brief: { ...job.brief, openQuestion: !job.brief.openQuestion } } },
    { name: 'a rule', change: { rules: { ...job.rules, hourRate: job.rules.hourRate + 1 } } },
    { name: 'the pressure as received', change: { arrivedPressure: { ...job.arrivedPressure, drivePa: 5e5 } } },
    { name: 'a part as received', change: { arrived: { ...job.arrived, 'input-shaft': null } } },
    { name: 'the values of a part', among: weaker },
  ])('is calculated again after a change of $name', ({ change, among }: { change?: Partial<JobContent>; among?: Lookup }) => {
    const memory = new ReceivedMemory()
    const before = memory.of(1, fileOf(job))
    const file = fileOf({ ...job, ...change }, among)
    const after = memory.of(1, file)
    expect(after).not.toBe(before)
    expect(after).toEqual(receivedWords(file))
  })
})
