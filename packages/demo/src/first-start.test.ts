import { airTests, assemblySteps, atPressuresRead, CASE, pressuresRead, startChecks, type Part, type SpecInput } from '@plucky/core'
import { demoShop } from './index.js'
import { answered, specInput } from './testing.js'

const { jobs, units, catalogue } = demoShop()
const heldW = (input: SpecInput) => {
  const { held } = answered(input)
  return held.outcome === 'held' ? held.powerW : Infinity
}

describe('pressures read at the first start', () => {
  it.each(jobs.map((job) => [job.name, job] as const))(
    '%s: as expected they change nothing, and lower ones never hold more',
    (_name, job) => {
      const input = specInput(job)
      const answer = answered(input)
      const expected = Object.fromEntries(
        startChecks(input, answer).flatMap((check) => (check.kind === 'gauge' ? [[check.id, check.expectedPa] as const] : [])),
      )
      const read = pressuresRead(expected)
      expect(Object.keys(read)).toEqual(['drivePa', 'reversePa'])
      const at = (share: number) => {
        const pressure = atPressuresRead(input, answer, { drivePa: share * (read.drivePa ?? 0), reversePa: share * (read.reversePa ?? 0) })
        return heldW({ ...input, pressure })
      }
      expect(at(1) / heldW(input)).toBeCloseTo(1, 2)
      expect(at(0.8)).toBeLessThanOrEqual(at(1))
      expect(at(0.4)).toBeLessThan(at(1))
    },
  )
})

describe('dual feed', () => {
  it('is expected in reverse only, and only with both piston areas', () => {
    const job = jobs.find(({ spec }) => spec.fits['direct-pack'] !== undefined) as (typeof jobs)[number]
    const shared = (part: Part) => {
      const input = specInput(job, [['direct-pack', part]])
      return startChecks(input, answered(input)).flatMap((check) => (check.kind === 'felt' && check.sharesFeed ? [check.id] : []))
    }
    const dual = catalogue.parts.get('dir-dual') as Part & { kind: 'pack' }
    expect(shared(dual)).toEqual(['engage-r'])
    expect(shared({ ...dual, geometry: { ...dual.geometry, chambers: dual.geometry.chambers.slice(0, 1) } })).toEqual([])
  })
})

describe('checks by hand', () => {
  it('name for each clutch and band the members that its element joins, and never hold the case', () => {
    for (const unit of units) {
      const job = jobs.find(({ unitId }) => unitId === unit.id)
      const fitted = job ? specInput(job).fitted : new Map<string, Part>()
      const joined = unit.train.elements.map(({ a, b }) =>
        [a, b]
          .filter((id) => id !== CASE)
          .sort()
          .join(),
      )
      const checks = assemblySteps({ unit, fitted, entries: [] }).flatMap(({ work }) => (work.kind === 'air' ? [work] : []))
      expect(checks.length).toBeGreaterThan(2)
      for (const { a, b } of checks) {
        expect([a, b]).not.toContain(CASE)
        expect(joined).toContain([a, ...(b === undefined ? [] : [b])].sort().join())
      }
    }
  })

  it('test the lockup port only if the build has a lockup clutch', () => {
    for (const job of jobs) {
      const input = specInput(job)
      const lockup = input.unit.stations.find(({ kind }) => kind === 'lockup')
      const tested = airTests(input).some(({ station }) => station !== undefined && station.id === lockup?.id)
      expect([job.name, tested]).toEqual([job.name, lockup !== undefined && input.fitted.has(lockup.id)])
    }
  })
})
