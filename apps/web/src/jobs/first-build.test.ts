import { checkJob, verdictSentence } from '@plucky/contract'
import { ENGINE_KINDS, fittedParts, specAnswer, toSi, USES, type Unit } from '@plucky/core'
import { demoShop } from '@plucky/demo'
import fc from 'fast-check'
import { firstBuild, powerProblem } from './first-build.js'

const { units, shelf, lookup, catalogue } = demoShop()
const parts = new Map(shelf.map((part) => [part.id, part]))
const anyNew = fc.record({
  unit: fc.constantFrom(...units),
  kind: fc.constantFrom(...ENGINE_KINDS),
  use: fc.constantFrom(...USES),
  hp: fc.integer({ min: 60, max: 2500 }),
})
const build = (unit: Unit, kind: (typeof ENGINE_KINDS)[number], use: (typeof USES)[number], hp: number) =>
  firstBuild({ name: 'new', kind, use, powerW: toSi(hp, 'hp') }, unit, parts)
const answerOf = (job: ReturnType<typeof build>, unit: Unit) =>
  specAnswer({
    unit,
    brief: job.brief,
    rules: job.rules,
    fitted: fittedParts(job.spec, catalogue, job.book),
    pressure: job.spec.pressure,
  })

describe('a new job', () => {
  it('can be saved and has an answer in words, for every transmission, engine and use', () => {
    fc.assert(
      fc.property(anyNew, ({ unit, kind, use, hp }) => {
        const job = build(unit, kind, use, hp)
        const checked = checkJob(job, lookup)
        expect(checked.ok ? [] : checked.problems).toEqual([])
        expect(verdictSentence(answerOf(job, unit), unit, job.brief)).toMatch(/^[A-Z](?!.*(NaN|undefined|null)).*\.$/)
      }),
      { numRuns: 40 },
    )
  })

  it('is stock: each station as received, nothing else installed', () => {
    for (const unit of units) {
      const { spec, arrived } = build(unit, 'petrol', 'road', 400)
      expect([spec.fits, spec.works]).toEqual([arrived, {}])
      expect(Object.keys(spec.fits).sort()).toEqual(unit.stations.map(({ id }) => id).sort())
      for (const id of Object.values(spec.fits)) expect(id === null || parts.get(id)?.stock).toBe(true)
    }
  })

  it('peaks at the typed power', () => {
    fc.assert(
      fc.property(anyNew, ({ unit, kind, use, hp }) => {
        const answer = answerOf(build(unit, kind, use, hp), unit)
        if (answer.outcome === 'answered') expect(answer.peakPowerW / toSi(hp, 'hp')).toBeCloseTo(1, 3)
      }),
      { numRuns: 60 },
    )
  })
})

describe('a typed power', () => {
  it.each(['twelve', '', -5, 0, 1e9, NaN, Infinity])('%p is refused in a sentence', (typed) => {
    for (const kind of ENGINE_KINDS) expect(powerProblem(kind, typed)).toMatch(/^[A-Z].*\.$/)
  })

  it('is accepted for any engine', () => {
    for (const kind of ENGINE_KINDS) for (const hp of [80, 300, 1500, 3000]) expect(powerProblem(kind, toSi(hp, 'hp'))).toBeUndefined()
  })
})
