import fc from 'fast-check'
import type { Part } from '../model/part.js'
import type { Unit } from '../model/unit.js'
import { specCost } from './cost.js'
import { misfits } from './misfit.js'
import { misfitKey, propose, type ProposalContext } from './propose.js'
import { afterOperations, type Operation } from './operation.js'
import { fittedParts, withPart, withWorks, type Catalogue, type Fits } from './spec.js'

const STATIONS = ['a', 'b', 'c', 'd'] as const
const OPTIONS = 3
const FEATURES = ['x', 'y', 'z']

const unit = {
  id: 'u',
  name: 'U',
  stations: STATIONS.map((id) => ({ id, code: id, name: id, kind: 'shell' })),
  variants: [{ id: 'v', name: 'V', tell: '', offers: ['z'] }],
} as unknown as Unit

const shell = (id: string, stationId: string, more: Partial<Part> = {}) =>
  ({
    id,
    name: id,
    maker: 'm',
    kind: 'shell',
    unitIds: ['u'],
    stationIds: [stationId],
    price: 10,
    hours: 0,
    stock: false,
    stated: [],
    geometry: { thicknessM: 0.003, neckRadiusM: 0.03, outerRadiusM: 0.06, lengthM: 0.05 },
    ...more,
  }) as Part
const catalogueOf = (parts: readonly Part[], operations: readonly Operation[] = []): Catalogue => ({
  parts: new Map(parts.map((part) => [part.id, part])),
  operations: new Map(operations.map((operation) => [operation.id, operation])),
  kits: new Map(),
})

/** A shelf of a few parts at each of four stations, with what they offer, need and clash with drawn at random. */
const anyShelf = fc
  .array(
    fc.record({
      price: fc.integer({ min: 1, max: 60 }),
      offers: fc.subarray(FEATURES),
      need: fc.option(fc.tuple(fc.constantFrom(...STATIONS), fc.constantFrom(...FEATURES)), { freq: 2 }),
      clash: fc.option(fc.tuple(fc.constantFrom(...STATIONS), fc.constantFrom(...FEATURES)), { freq: 1 }),
    }),
    { minLength: STATIONS.length * OPTIONS, maxLength: STATIONS.length * OPTIONS },
  )
  .map((drawn) =>
    drawn.map(({ price, offers, need, clash }, i) => {
      const stationId = STATIONS[Math.floor(i / OPTIONS)] as string
      const asked = (pair: readonly [string, string] | null) => (pair ? [{ stationId: pair[0], feature: pair[1], why: 'drawn' }] : [])
      return shell(`${stationId}${i % OPTIONS}`, stationId, { price, offers, needs: asked(need), clashes: asked(clash) })
    }),
  )

/** Every spec that four stations can hold. */
const everySpec = Array.from({ length: OPTIONS ** STATIONS.length }, (_, n): Fits => {
  const digit = (i: number) => Math.floor(n / OPTIONS ** i) % OPTIONS
  return { fits: Object.fromEntries(STATIONS.map((id, i) => [id, `${id}${digit(i)}`])), works: {} }
})

describe('a proposal', () => {
  it('disturbs the fewest stations, then costs least, found by trying every spec', () => {
    fc.assert(
      fc.property(anyShelf, fc.constantFrom(...everySpec), fc.constantFrom(...STATIONS), fc.nat(OPTIONS - 1), (parts, before, at, pick) => {
        const catalogue = catalogueOf(parts)
        const context: ProposalContext = { unit, variantId: 'v', catalogue, arrived: before.fits, hourRate: 1, worth: () => 1 }
        const keys = (spec: Fits) => misfits(unit, fittedParts(spec, catalogue), 'v').map(misfitKey)
        const old = new Set(keys(before))
        const fits = (spec: Fits) => keys(spec).every((key) => old.has(key))
        const chosen = withPart(before, at, `${at}${pick}`)
        const disturbed = (spec: Fits) => STATIONS.filter((id) => spec.fits[id] !== chosen.fits[id]).length
        const costOf = (spec: Fits) => specCost(spec, before.fits, catalogue, 1).price
        const consistent = everySpec.filter((spec) => spec.fits[at] === chosen.fits[at] && fits(spec))
        const { spec, left, companions } = propose(context, before, chosen)
        if (consistent.length === 0) return expect([spec, left.length > 0]).toEqual([chosen, true])
        const fewest = Math.min(...consistent.map(disturbed))
        const cheapest = Math.min(...consistent.filter((s) => disturbed(s) === fewest).map(costOf))
        expect([fits(spec), left, disturbed(spec), costOf(spec)]).toEqual([true, [], fewest, cheapest])
        expect(companions.map((c) => c.stationId).sort()).toEqual(STATIONS.filter((id) => spec.fits[id] !== chosen.fits[id]))
        return undefined
      }),
      { numRuns: 400 },
    )
  })

  it('leaves a station empty that the transmission works without, where no other part there mends it', () => {
    const withPilot = { ...unit, stations: [...unit.stations, { id: 'p', code: 'p', name: 'p', kind: 'pilot' }] } as unknown as Unit
    const pilot = (id: string, feature: string) =>
      ({ ...shell(id, 'p', { needs: [{ stationId: 'a', feature, why: '' }] }), kind: 'pilot' }) as unknown as Part
    const parts = [shell('a0', 'a', { offers: ['x'] }), shell('a1', 'a', { offers: ['y'] }), shell('b0', 'b'), pilot('p0', 'x')]
    const before: Fits = { fits: { a: 'a0', b: 'b0', p: 'p0' }, works: {} }
    const choose = (own: readonly Part[], spec: Fits) =>
      propose(
        { unit: withPilot, variantId: null, catalogue: catalogueOf(own), arrived: before.fits, hourRate: 1, worth: () => 1 },
        before,
        spec,
      )
    const emptied = choose(parts, withPart(before, 'a', 'a1'))
    expect([emptied.spec.fits, emptied.left]).toEqual([{ a: 'a1', b: 'b0', p: null }, []])
    // another pilot that goes with it is taken instead
    expect(choose([...parts, pilot('p1', 'y')], withPart(before, 'a', 'a1')).spec.fits['p']).toBe('p1')
    // a shell is never left out
    const shellAsks = [...parts.slice(0, 2), shell('b0', 'b', { needs: [{ stationId: 'a', feature: 'x', why: '' }] })]
    expect(choose(shellAsks, withPart({ ...before, fits: { a: 'a0', b: 'b0' } }, 'a', 'a1'))).toMatchObject({
      spec: { fits: { b: 'b0' } },
      left: [{}],
    })
  })

  it('prefers a part without conflicts to a cheaper one', () => {
    const needs = [{ stationId: 'b', feature: 'x', why: '' }]
    const parts = [
      shell('a0', 'a'),
      shell('a1', 'a', { needs }),
      shell('b0', 'b'),
      shell('b1', 'b', { offers: ['x'], price: 1 }),
      shell('b2', 'b', { offers: ['x'], price: 50 }),
    ]
    const before: Fits = { fits: { a: 'a0', b: 'b0' }, works: {} }
    const worth = (weak: string) => (spec: Fits) => (spec.fits['b'] === weak ? 0.5 : 1)
    const with_ = (of: (spec: Fits) => number) =>
      propose(
        { unit, variantId: null, catalogue: catalogueOf(parts), arrived: before.fits, hourRate: 1, worth: of },
        before,
        withPart(before, 'a', 'a1'),
      ).spec.fits['b']
    expect([with_(() => 1), with_(worth('b1')), with_(worth('b2'))]).toEqual(['b1', 'b2', 'b1'])
  })
})

describe('splines that must mate', () => {
  const path = {
    ...unit,
    stations: [
      { id: 'a', name: 'shaft', kind: 'shaft', load: { at: 'output' } },
      { id: 'b', name: 'hub', kind: 'hub', load: { at: 'output' } },
    ],
  } as unknown as Unit
  const common = { maker: 'm', unitIds: ['u'], hours: 0, stock: false, stated: [] }
  const shaft = (i: number, teeth: number) =>
    ({
      ...common,
      id: `a${i}`,
      name: `a${i}`,
      kind: 'shaft',
      stationIds: ['a'],
      price: 10,
      geometry: {
        steelId: '300m',
        caseDepthM: 0,
        sections: [
          {
            name: 'front',
            outerDiameterM: 0.03,
            boreDiameterM: 0,
            lengthM: 0.03,
            spline: { teeth, moduleM: 0.0008, root: 'fillet', mate: 'b' },
          },
        ],
      },
    }) as Part
  const hub = (i: number, { teeth, price }: { teeth: number; price: number }) =>
    ({
      ...common,
      id: `b${i}`,
      name: `b${i}`,
      kind: 'hub',
      stationIds: ['b'],
      price,
      geometry: {
        steelId: '300m',
        outerDiameterM: 0.05,
        lengthM: 0.03,
        splines: [{ name: 'bore', mate: 'a', teeth, moduleM: 0.0008, lengthM: 0.03 }],
      },
    }) as Part
  const teeth = fc.integer({ min: 30, max: 32 })
  const cut = (to: number): Operation => ({
    id: `cut-${to}`,
    name: `cut ${to}`,
    unitIds: ['u'],
    stationIds: ['b'],
    kind: 'hub',
    price: 25,
    hours: 0,
    skill: 'bench',
    caution: '',
    becomes: { splines: [{ name: 'bore', teeth: to }] },
    stated: [],
  })

  it('add the cheapest hub for the shaft, or cut the present one; without either they are named', () => {
    fc.assert(
      fc.property(
        fc.array(teeth, { minLength: 2, maxLength: 2 }),
        fc.array(fc.record({ teeth, price: fc.integer({ min: 1, max: 60 }) }), { minLength: 1, maxLength: 4 }),
        fc.option(teeth),
        (shafts, hubs, cutTo) => {
          const operations = cutTo === null ? [] : [cut(cutTo)]
          const catalogue = catalogueOf([...shafts.map((n, i) => shaft(i, n)), ...hubs.map((h, i) => hub(i, h))], operations)
          const before: Fits = { fits: { a: 'a0', b: 'b0' }, works: {} }
          fc.pre(misfits(path, fittedParts(before, catalogue), null).length === 0)
          const context: ProposalContext = { unit: path, variantId: null, catalogue, arrived: before.fits, hourRate: 1, worth: () => 1 }
          const { spec, left, companions, price } = propose(context, before, withPart(before, 'a', 'a1'))
          const wanted = shafts[1] ?? 0
          const ways = [...hubs.flatMap((h, i) => (i > 0 && h.teeth === wanted ? [h.price] : [])), ...(cutTo === wanted ? [25] : [])]
          if (hubs[0]?.teeth === wanted) return expect([companions, left]).toEqual([[], []])
          if (ways.length === 0) return expect([spec.fits['b'], left.map(({ code }) => code)]).toEqual(['b0', ['splines-differ']])
          expect([left, companions.map(({ stationId }) => stationId)]).toEqual([[], ['b']])
          // A part changed counts before its price: work on the one there disturbs less.
          return expect(price - 10).toBe(cutTo === wanted ? 25 : Math.min(...ways))
        },
      ),
      { numRuns: 300 },
    )
  })
})

describe('operations', () => {
  const operation = (id: string, more: Partial<Operation>): Operation => ({
    id,
    name: id,
    unitIds: ['u'],
    stationIds: ['a'],
    kind: 'shell',
    price: 5,
    hours: 1,
    skill: 'bench',
    caution: '',
    becomes: {},
    stated: [],
    ...more,
  })
  const part = shell('a0', 'a', {
    offers: ['x'],
    stated: [
      { place: 'station', origin: 'maker', torqueNm: 100 },
      { place: 'station', origin: 'maker', speedRadPerS: 9 },
    ],
  })
  const thick = operation('thick', { becomes: { thicknessM: 0.005 }, offers: ['y'], removes: ['x'] })
  const rated = operation('rated', { stated: [{ place: 'station', origin: 'measured', torqueNm: 150 }] })

  it('change the named figures only, in their order, and not the part itself', () => {
    const frozen = structuredClone(part)
    const after = afterOperations(part, [thick, rated])
    expect(after.geometry).toEqual({ ...part.geometry, thicknessM: 0.005 })
    expect([after.offers, after.stated.map((s) => s.torqueNm ?? s.speedRadPerS)]).toEqual([['y'], [9, 150]])
    expect(afterOperations(part, [thick, operation('thin', { becomes: { thicknessM: 0.001 } })]).geometry).toMatchObject({
      thicknessM: 0.001,
    })
    expect(part).toEqual(frozen)
  })
  it('give the same object for the same operations, and another if one has changed', () => {
    expect(afterOperations(part, [thick])).toBe(afterOperations(part, [thick]))
    expect(afterOperations(part, [{ ...thick, becomes: { thicknessM: 0.006 } }]).geometry).toMatchObject({ thicknessM: 0.006 })
  })
  it('belong to their part: another part at the station has none', () => {
    const spec: Fits = withWorks({ fits: { a: 'a0' }, works: {} }, 'a', ['thick'])
    expect(withPart(spec, 'a', 'a1')).toEqual({ fits: { a: 'a1' }, works: {} })
    expect(withPart(spec, 'a', 'a0')).toBe(spec)
    expect(withWorks(spec, 'a', []).works).toEqual({})
  })
})
