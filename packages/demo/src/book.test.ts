import { readUnitFile, writeUnit, checkUnit, updateReasonWords, type JobContent } from '@plucky/contract'
import {
  airTests,
  assemblyOrder,
  assemblySteps,
  fittedParts,
  lockSense,
  solveTrain,
  engineOfBrief,
  updateList,
  valueOf,
  weakPlacesOf,
  withPart,
  type GearTrain,
  type Unit,
} from '@plucky/core'
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
  it('are read back unchanged from their file, also for an own transmission', () => {
    for (const unit of units) expect(readUnitFile(JSON.parse(writeUnit(unit)))).toEqual(unit)
    const [unit] = units as [Unit]
    const own = {
      ...unit,
      id: 'own',
      weakPlaces: [{ id: 'a', place: 'A', failure: 'f', sign: 's', cause: 'c', often: 'rare', remedies: [] }],
    }
    expect(checkUnit(own).ok).toBe(true)
    const likeFigures = {
      ...unit,
      weakPlaces: [{ id: 'a', place: '2 in', failure: '3 psi', sign: '4 hp', cause: '5 mm', often: 'rare' as const, remedies: [] }],
    }
    expect(readUnitFile(JSON.parse(writeUnit(likeFigures)))).toEqual(likeFigures)
    expect(checkUnit({ ...own, weakPlaces: [{ ...own.weakPlaces[0], often: 'always' }] }).ok).toBe(false)
  })
})

describe('update lists of the made-up jobs', () => {
  it('have every state of build and brief, each with a reason', () => {
    const entries = jobs.flatMap((job) => listOf(job).map((entry) => ({ ...entry, words: updateReasonWords(unitOf(job), entry.reason) })))
    expect(new Set(entries.map(({ state }) => state))).toEqual(new Set(['done', 'to-do', 'not-here']))
    for (const { words } of entries) expect(words).toMatch(/^[A-Z].*\.$/)
  })
  it('do not call a stock part a replacement, whether it was received or not', () => {
    const job = jobs.find(({ unitId }) => unitId === 'alder-3') as JobContent
    const plate = (fits: JobContent['arrived'], arrived: JobContent['arrived']) =>
      listOf({ ...job, arrived }, { ...job.spec, fits: { ...job.spec.fits, ...fits } }).find(({ id }) => id === 'plate-center')?.state
    const stock = job.arrived['flex-plate'] ?? null
    expect(catalogue.parts.get(stock ?? '')?.stock).toBe(true)
    expect(plate({ 'flex-plate': stock }, job.arrived)).toBe('to-do')
    expect(plate({ 'flex-plate': stock }, {})).toBe('to-do')
    expect(plate({}, job.arrived)).toBe('done')
  })
  it('change with dual feed in one step: ring to omit and reverse are listed, the single feed is done', () => {
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

/** The train with the two sides of every one-way clutch exchanged, and with it the sense in which it holds. */
const mirrored = (train: GearTrain): GearTrain => ({
  ...train,
  elements: train.elements.map((element) =>
    element.kind === 'one-way'
      ? { ...element, a: element.b, b: element.a, holds: element.holds === 'forward' ? 'backward' : 'forward' }
      : element,
  ),
})

describe('one-way clutches by hand', () => {
  const other = { clockwise: 'counterclockwise', counterclockwise: 'clockwise' } as const
  it.each(units.map((unit) => [unit.name, unit] as const))('%s: lock in the sense in which the gears push them', (_name, { train }) => {
    const ranges = [...solveTrain(train).values()]
    for (const { id, kind, holds } of train.elements) {
      if (kind !== 'one-way') continue
      const pushed = ranges.flatMap(({ torques }) => (Math.abs(torques[id] ?? 0) > 1e-9 ? [Math.sign(torques[id] ?? 0)] : []))
      expect([id, pushed.length > 0]).toEqual([id, true])
      for (const sense of pushed) expect([id, lockSense(train, id)]).toEqual([id, sense > 0 ? 'clockwise' : 'counterclockwise'])
      expect(lockSense(train, id)).toBe(holds === 'forward' ? 'clockwise' : 'counterclockwise')
    }
  })
  it('lock the other member the other way in a mirrored copy', () => {
    for (const { train } of units)
      for (const { id, kind, b } of train.elements) {
        const sense = lockSense(train, id)
        if (kind !== 'one-way' || !sense || b === 'case') continue
        expect([id, lockSense(mirrored(train), id)]).toEqual([id, other[sense]])
      }
  })
  it('are in the steps of the assembly with the members that they are between', () => {
    for (const job of jobs) {
      const unit = unitOf(job)
      const steps = assemblySteps({ unit, fitted: fittedParts(job.spec, catalogue), entries: [] })
      const locks = steps.flatMap(({ work, station }) => (work.kind === 'locks' ? [{ ...work, at: station.load }] : []))
      expect(locks).toHaveLength(unit.train.elements.filter(({ kind }) => kind === 'one-way').length)
      for (const { a, b, locks: sense, at } of locks) {
        const element = unit.train.elements.find(({ id }) => at.at === 'link' && id === at.id)
        expect(element).toMatchObject({ a, b })
        expect(sense).toBe(lockSense(unit.train, element?.id ?? ''))
      }
    }
  })
})

describe('assembly', () => {
  it.each(units.map((unit) => [unit.name, unit] as const))(
    '%s: the case is filled from the rear, then the valves, then the engine side',
    (_name, unit) => {
      const order = assemblyOrder(unit.stations).map(({ id }) => id)
      expect(new Set(order)).toEqual(new Set(unit.stations.map(({ id }) => id)))
      const at = (id: string) => order.indexOf(id)
      expect(at('output-shaft')).toBe(0)
      expect(at('pump')).toBeLessThan(at('valves'))
      expect(at('valves')).toBeLessThan(at('converter'))
      expect(at('converter')).toBeLessThan(at('flex-plate'))
      expect(at('flex-plate')).toBeLessThan(at('converter-bolts'))
      const steps = assemblySteps({ unit, fitted: new Map(), entries: [] })
      expect(new Set(steps.map(({ id }) => id)).size).toBe(steps.length)
    },
  )
})

describe('air tests', () => {
  it('cover every clutch, band and lockup, with or without data of the ports', () => {
    for (const unit of units) {
      const fed = (of: Unit) => new Set(airTests({ unit: of, fitted: new Map() }).map(({ port }) => port.feeds))
      const { ports: _, ...without } = unit
      void _
      expect(fed(unit)).toEqual(fed(without))
      expect(airTests({ unit, fitted: new Map() }).every(({ station }) => station !== undefined)).toBe(true)
    }
  })
  it('name the leaks of dual feed, which are there by design', () => {
    const job = jobs.find(({ unitId }) => unitId === 'alder-3') as JobContent
    const leaksOf = (partId: string) =>
      airTests({
        unit: unitOf(job),
        fitted: fittedParts({ ...job.spec, fits: { ...job.spec.fits, 'direct-pack': partId } }, catalogue),
      }).flatMap(({ port, leaks }) =>
        leaks.filter(({ code }) => code === 'ring-left-out' || code === 'shared-feed').map(({ code }) => `${port.id} ${code}`),
      )
    expect(leaksOf('dir-dual')).toEqual(['direct-pack shared-feed', 'direct-pack-second ring-left-out'])
    expect(leaksOf(String(job.arrived['direct-pack']))).toEqual([])
  })
})
