import { readUnitFile, writeUnit, checkUnit, updateReasonWords, type JobContent } from '@plucky/contract'
import { engineOfBrief, updateList, valueOf, weakPlacesOf, withPart, type Unit } from '@plucky/core'
import { demoShop } from './index.js'

const { units, jobs, catalogue, standards } = demoShop()
const unitOf = ({ unitId }: JobContent) => units.find(({ id }) => id === unitId) as Unit
const listOf = (job: JobContent, spec = job.spec) =>
  updateList({
    unit: unitOf(job),
    variantId: job.variantId,
    brief: job.brief,
    powerW: valueOf(engineOfBrief(job.brief.engine)).on.peakPowerW,
    arrived: job.arrived,
    spec,
    catalogue,
    found: job.teardown.found,
    standards,
    marks: {},
  })

describe('weak places of the made-up transmissions', () => {
  it.each(units.map((unit) => [unit.name, unit] as const))(
    '%s: twenty or more, each with a remedy that the shelf can do',
    (_name, unit) => {
      const places = weakPlacesOf(unit)
      expect(places.length).toBeGreaterThanOrEqual(20)
      expect(new Set(places.map(({ stationId }) => stationId)).size).toBeGreaterThan(12)
      for (const { id, stationId, remedies } of places) {
        expect([id, remedies.length]).not.toEqual([id, 0])
        for (const { by, itemId = '' } of remedies) {
          const item = by === 'operation' ? catalogue.operations.get(itemId) : by === 'part' ? catalogue.parts.get(itemId) : undefined
          if (by === 'operation' || by === 'part') expect([id, item?.unitIds.includes(unit.id)]).toEqual([id, true])
          if (by === 'replace') {
            const choices = [...catalogue.parts.values()].filter(
              (part) => part.unitIds.includes(unit.id) && part.stationIds.includes(stationId ?? ''),
            )
            expect([id, choices.length > 1]).toEqual([id, true])
          }
        }
      }
    },
  )
  it('come back unchanged from their file, and a unit of one’s own can have them', () => {
    for (const unit of units) expect(readUnitFile(JSON.parse(writeUnit(unit)))).toEqual(unit)
    const [unit] = units as [Unit]
    const own = {
      ...unit,
      id: 'own',
      weakPlaces: [{ id: 'a', place: 'A', failure: 'f', sign: 's', cause: 'c', often: 'rare', remedies: [] }],
    }
    expect(checkUnit(own).ok).toBe(true)
    expect(checkUnit({ ...own, weakPlaces: [{ ...own.weakPlaces[0], often: 'always' }] }).ok).toBe(false)
  })
})

describe('update lists of the made-up jobs', () => {
  it('have every state that the build and the brief can make, each with a reason', () => {
    const entries = jobs.flatMap((job) => listOf(job).map((entry) => ({ ...entry, words: updateReasonWords(unitOf(job), entry.reason) })))
    expect(new Set(entries.map(({ state }) => state))).toEqual(new Set(['done', 'to-do', 'not-here']))
    for (const { words } of entries) expect(words).toMatch(/^[A-Z].*\.$/)
  })
  it('change with dual feed in one go: the ring to leave out and reverse come up, the single feed is done', () => {
    const job = jobs.find(({ unitId, spec }) => unitId === 'alder-3' && spec.fits['direct-pack'] !== 'dir-dual') as JobContent
    const stateOf = (list: ReturnType<typeof listOf>, id: string) => list.find((entry) => entry.id === id)?.state
    const before = listOf(job)
    const after = listOf(job, {
      ...job.spec,
      ...withPart(job.spec, 'direct-pack', 'dir-dual'),
      works: { ...job.spec.works, 'stator-support': ['op-dual-feed'] },
    })
    for (const id of ['direct-dual-ring', 'dual-feed-reverse']) {
      expect(stateOf(before, id)).toBe('not-here')
      expect(stateOf(after, id)).toBe('to-do')
    }
    expect([stateOf(before, 'direct-single-feed'), stateOf(after, 'direct-single-feed')]).toEqual(['to-do', 'done'])
  })
})
