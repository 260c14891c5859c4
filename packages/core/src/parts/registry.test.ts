import { demoShop } from '@plucky/demo'
import fc from 'fast-check'
import type { Part } from '../model/part.js'
import { DEFAULT_RULES, FRICTION_RADII } from '../model/rules.js'
import type { Station, Unit } from '../model/unit.js'
import { toSi } from '../quantity/units.js'
import type { ElementOil } from './limit.js'
import { placeKey } from './place.js'
import { frictionOf, mayBeEmpty, outerRadius, PART_KINDS, partIssues, pressureAt, stationLimits } from './registry.js'

const { units, shelf } = demoShop()

/** Every part of the shelf at every station that it fits. */
const sites = units.flatMap((unit) =>
  unit.stations.flatMap((station) =>
    shelf
      .filter((part) => part.kind === station.kind && part.unitIds.includes(unit.id) && part.stationIds.includes(station.id))
      .map((part) => ({ unit, station, part })),
  ),
)

const psi = (from: number, to: number) => fc.double({ min: toSi(from, 'psi'), max: toSi(to, 'psi'), noNaN: true })
const anyOil = (unit: Unit): fc.Arbitrary<ElementOil> =>
  fc.record({
    linePressurePa: psi(40, 350),
    drumSpeedRadPerS: fc.double({ min: 0, max: toSi(7000, 'rpm'), noNaN: true }),
    rangeId: fc.constantFrom(...unit.train.ranges.map(({ id }) => id)),
    dragSense: fc.constantFrom(1 as const, -1 as const),
    lockupOil: fc.record({ applyPa: psi(60, 200), releasePa: psi(0, 30) }),
  })
const anySite = fc.constantFrom(...sites).chain((site) => fc.record({ site: fc.constant(site), oil: anyOil(site.unit) }))
const limitsAt = ({ unit, station, part }: { unit: Unit; station: Station; part: Part }, rules = DEFAULT_RULES) =>
  stationLimits(unit, station, part, { engineKind: 'petrol', rules })

it('parts of every kind are on the shelf, so that the tests below meet them all', () => {
  expect(new Set(sites.map(({ part }) => part.kind))).toEqual(new Set(PART_KINDS))
  expect(shelf.flatMap(partIssues)).toEqual([])
})

describe('a limit', () => {
  it('holds the torque that its derivation gives, with any oil and friction radius', () => {
    const seen = new Set<string>()
    fc.assert(
      fc.property(anySite, fc.constantFrom(...FRICTION_RADII), ({ site, oil }, frictionRadius) => {
        for (const limit of limitsAt(site, { ...DEFAULT_RULES, frictionRadius }).limits) {
          const [held, derived] = [limit.torqueNm(oil), limit.derivation(oil).valueSi]
          // Zero: springs hold a clutch open. Infinite: no edge of the lockup has lifted.
          if (held === 0 || held === Infinity) expect(derived).toBeCloseTo(held, 9)
          else expect(derived / held).toBeCloseTo(1, 9)
          seen.add(limit.place.feature)
        }
      }),
      { numRuns: 600 },
    )
    // Every mechanism but the few that need a rare part.
    expect(seen.size).toBeGreaterThan(20)
  })

  it('is named once: two limits of one place differ in origin, load or basis', () => {
    for (const site of sites) {
      const names = limitsAt(site).limits.map(({ place, origin, load, stated }) =>
        [placeKey(place), origin, JSON.stringify(load), stated?.basis ?? '', stated?.torqueNm ?? stated?.powerW ?? ''].join(' '),
      )
      expect(names).toEqual([...new Set(names)])
    }
  })

  it('without oil is the same in any oil', () => {
    fc.assert(
      fc.property(anySite, ({ site, oil }) => {
        for (const limit of limitsAt(site).limits) if (limit.fixedNm !== undefined) expect(limit.torqueNm(oil)).toBe(limit.fixedNm)
      }),
    )
  })

  it('is there for every part that carries torque, or the part is named as not rated', () => {
    for (const site of sites) {
      const { limits, missing } = limitsAt(site)
      const carries = site.station.load.at !== 'none'
      expect([site.part.id, limits.some(({ counts }) => counts) || missing.length > 0]).toEqual([site.part.id, carries])
    }
  })
})

describe('a friction element', () => {
  const elements = sites.filter(({ part }) => frictionOf(part))

  it('just holds a torque at the pressure needed for it, and more at more', () => {
    const anyElement = fc.constantFrom(...elements).chain((site) => fc.record({ site: fc.constant(site), oil: anyOil(site.unit) }))
    let met = 0
    fc.assert(
      fc.property(anyElement, fc.double({ min: 20, max: 900, noNaN: true }), ({ site, oil }, torqueNm) => {
        const element = frictionOf(site.part) as NonNullable<ReturnType<typeof frictionOf>>
        const linePressurePa = element.pressureFor(oil, torqueNm, 'wear')
        if (!(linePressurePa > 0 && linePressurePa < 5e6)) return
        expect(element.capacityNm({ ...oil, linePressurePa }, 'wear') / torqueNm).toBeCloseTo(1, 6)
        expect(element.capacityNm({ ...oil, linePressurePa: 1.2 * linePressurePa }, 'wear')).toBeGreaterThanOrEqual(torqueNm * (1 - 1e-9))
        met++
      }),
      { numRuns: 300 },
    )
    expect(met).toBeGreaterThan(100)
  })

  it('is a clutch or a band, has pressure while it is applied, and uses oil', () => {
    expect(new Set(elements.map(({ part }) => part.kind))).toEqual(new Set(['pack', 'band']))
    for (const { unit, part } of elements) {
      expect(pressureAt(part)).toBe('applied')
      const swept = unit.train.ranges.map(({ id }) => frictionOf(part)?.sweptM3(id) ?? 0)
      expect([part.id, Math.max(...swept) > 0]).toEqual([part.id, true])
    }
  })
})

it('optional parts carry no torque, except the lockup clutch', () => {
  for (const { unit, station } of sites) {
    void unit
    if (mayBeEmpty(station)) expect(station.load.at === 'none' || station.kind === 'lockup').toBe(true)
  }
})

it('an outer radius is larger than the inner dimensions', () => {
  for (const { part } of sites) {
    const radiusM = outerRadius(part)
    if (radiusM === undefined) continue
    if (part.kind === 'pack') expect(radiusM).toBeGreaterThanOrEqual(part.geometry.liningOuterRadiusM)
    if (part.kind === 'one-way') expect(radiusM).toBeGreaterThan(part.geometry.innerRaceRadiusM)
    if (part.kind === 'shell') expect(radiusM).toBeGreaterThan(part.geometry.neckRadiusM)
    expect(radiusM).toBeLessThan(0.5)
  }
})
