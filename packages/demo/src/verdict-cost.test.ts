import { specAnswer, type Answer, type Part } from '@plucky/core'
import { demoShop } from './index.js'
import { specInput } from './testing.js'

/** The fitted parts, with the number of times that any of them was looked up. */
class CountedParts extends Map<string, Part> {
  reads = 0

  override get(stationId: string): Part | undefined {
    this.reads++
    return super.get(stationId)
  }
}

/** Lookups of parts while a verdict is made and used. Counts, unlike times, are the same on every machine. */
function reads(input: ReturnType<typeof specInput>, use: (answer: Answer) => unknown): number {
  const fitted = new CountedParts(input.fitted)
  const answer = specAnswer({ ...input, fitted })
  if (answer.outcome !== 'answered') throw new Error(answer.outcome)
  use(answer)
  return fitted.reads
}

it.each(demoShop().jobs.map((job) => [job.name, specInput(job)] as const))(
  'a verdict looks up each part a few times; findings and stops are made at the first use only: %s',
  (_name, input) => {
    const power = reads(input, ({ held }) => held)
    expect(power).toBeLessThan(10 * input.unit.stations.length)
    const all = reads(input, ({ findings, stops }) => [findings, stops])
    expect(all).toBeGreaterThan(power)
    expect(reads(input, (answer) => [answer.findings, answer.stops, answer.findings, answer.stops])).toBe(all)
  },
)
