import { misfitSentence, type JobContent } from '@plucky/contract'
import {
  DEFAULT_RULES,
  placeKey,
  fittedParts,
  fromSi,
  misfits,
  operationsFor,
  partsFor,
  propose,
  specAnswer,
  specCost,
  stationLimits,
  toSi,
  weldYieldTorque,
  withPart,
  withWorks,
  deriveMargin,
  type Answer,
  type Fits,
  type Kit,
  type Part,
  type Proposal,
  type Unit,
  type Derivation,
} from '@plucky/core'
import fc from 'fast-check'
import { demoShop } from './index.js'

const { units, jobs, catalogue } = demoShop()
const unit = units[0] as Unit
const [weak, balanced] = jobs as [JobContent, JobContent]
const inputOf = (job: JobContent, spec: Fits) => ({
  unit,
  brief: job.brief,
  fitted: fittedParts(spec, catalogue),
  pressure: job.spec.pressure,
  rules: job.rules,
})
const answered = (job: JobContent, spec: Fits): Answer => {
  const answer = specAnswer(inputOf(job, spec))
  if (answer.outcome !== 'answered') throw new Error(answer.outcome)
  return answer
}
const worth = (job: JobContent) => (spec: Fits) => {
  const answer = specAnswer(inputOf(job, spec))
  return answer.outcome === 'answered' && answer.held.outcome === 'held' ? answer.held.powerW : 0
}
const unfit = (job: JobContent, spec: Fits) => misfits(unit, fittedParts(spec, catalogue), job.variantId)
const proposed = (job: JobContent, chosen: Fits): Proposal =>
  propose(
    {
      unit,
      variantId: job.variantId,
      catalogue,
      arrived: job.arrived,
      hourRate: job.rules.hourRate,
      worth: worth(job),
    },
    job.spec,
    chosen,
  )
const limitsOf = (stationId: string, part: Part) =>
  new Map(
    stationLimits(unit, unit.stations.find((s) => s.id === stationId) as Unit['stations'][number], part, {
      engineKind: 'petrol',
      rules: DEFAULT_RULES,
    }).limits.map((l) => [placeKey(l.place), l]),
  )
const oil = {
  lockupOil: { applyPa: 0, releasePa: 0 },
  linePressurePa: toSi(190, 'psi'),
  drumSpeedRadPerS: 0,
  rangeId: '3',
  dragSense: 1 as const,
}

describe('an operation', () => {
  // What makes pressure changes it everywhere.
  const everyOperation = unit.stations
    .filter(({ load }) => load.at !== 'none')
    .flatMap((s) =>
      partsFor(catalogue, unit, s.id).flatMap((part) =>
        operationsFor(catalogue, unit, s.id, part).map((o) => [o.id, part.id, s.id] as const),
      ),
    )
  it.each(everyOperation)('%s on %s changes nothing at any other station', (operationId, partId, stationId) => {
    const before = withPart(weak.spec, stationId, partId)
    const [a, b] = [answered(weak, before), answered(weak, withWorks(before, stationId, [operationId]))]
    const others = (answer: Answer) => answer.stations.filter((s) => s.stationId !== stationId)
    expect(others(b)).toEqual(others(a))
    expect(b.cases).toEqual(a.cases)
  })

  it('fills out a weld: the weld holds more in proportion to its leg, and no other place of the shaft changes', () => {
    const spec = withPart(weak.spec, 'input-shaft', 'input-welded')
    const [before, after] = [spec, withWorks(spec, 'input-shaft', ['op-fuller-weld'])].map((s) =>
      limitsOf('input-shaft', fittedParts(s, catalogue).get('input-shaft') as Part),
    ) as [ReturnType<typeof limitsOf>, ReturnType<typeof limitsOf>]
    for (const [place, limit] of before) {
      const ratio = (after.get(place)?.torqueNm(oil) ?? 0) / limit.torqueNm(oil)
      expect(ratio).toBeCloseTo(place === 'hub weld|weld' ? 0.26 / 0.18 : 1, 12)
    }
    // 2π · 0.75² · 0.707 · 0.18 · 57/√3 kip-in, by hand (Shigley, weld group in torsion)
    expect(fromSi(before.get('hub weld|weld')?.torqueNm(oil) ?? 0, 'lb-ft')).toBeCloseTo(1233, 0)
    const held = (s: Fits) => answered(weak, s).stations.find((v) => v.stationId === 'input-shaft')
    expect(held(spec)?.worst?.limit.place).toEqual({ name: 'hub weld', feature: 'weld' })
    expect(held(withWorks(spec, 'input-shaft', ['op-fuller-weld']))?.worst?.limit.place).not.toEqual({ name: 'hub weld', feature: 'weld' })
  })

  it('is not offered without an effect: a lever no longer than the installed one, a hole of the present size', () => {
    const van = demoShop()
    const medlar = van.units.find(({ id }) => id === 'medlar-4') as Unit
    const band = van.shelf.find(({ id }) => id === 'medlar-low-band-stock') as Extract<Part, { kind: 'band' }>
    const levers = (leverRatio: number) =>
      operationsFor(van.catalogue, medlar, 'low-band', { ...band, geometry: { ...band.geometry, leverRatio } }).filter(({ id }) =>
        /lever/.test(id),
      )
    expect([levers(2.2), levers(3), levers(3.4)].map(({ length }) => length)).toEqual([1, 0, 0])
    const shaft = catalogue.parts.get('input-4340') as Part
    const sleeved = fittedParts(
      withWorks(withPart(weak.spec, 'input-shaft', 'input-4340'), 'input-shaft', ['op-sleeve-holes']),
      catalogue,
    ).get('input-shaft') as Part
    const sleeves = (part: Part) => operationsFor(catalogue, unit, 'input-shaft', part).some(({ id }) => id === 'op-sleeve-holes')
    expect([sleeves(shaft), sleeves({ ...sleeved })]).toEqual([true, false])
  })

  it('files the rings: the pack gains as much as the pressure at its piston', () => {
    const slip = (works: readonly string[]) =>
      limitsOf('direct-pack', fittedParts(withWorks(weak.spec, 'direct-pack', works), catalogue).get('direct-pack') as Part)
        .get('slip')
        ?.torqueNm(oil) ?? 0
    const area = Math.PI * (0.07 ** 2 - 0.05 ** 2)
    const gained = toSi(2.5, 'psi') * area * 0.13 * 10 * ((0.072 + 0.056) / 2)
    expect(slip(['op-file-rings']) - slip([])).toBeCloseTo(gained, 6)
  })

  it('replaces the figure of the part by a stated one', () => {
    const spec = withWorks(withPart(weak.spec, 'sun-shell', 'shell-stock'), 'sun-shell', ['op-neck-sleeve'])
    const { stated } = fittedParts(spec, catalogue).get('sun-shell') as Part
    expect(stated.filter((s) => s.torqueNm !== undefined)).toEqual([{ place: 'station', origin: 'thumb', torqueNm: toSi(600, 'lb-ft') }])
  })
})

describe('mating parts', () => {
  it('the demo jobs fit, and give the reason if a swapped part does not', () => {
    for (const job of jobs.filter((j) => j.unitId === unit.id)) expect(unfit(job, job.spec)).toEqual([])
    const said = unfit(balanced, withWorks(balanced.spec, 'forward-pack', [])).map((m) => misfitSentence(m, unit))
    expect(said).toEqual(['The main shaft’s drum spline does not mate with the forward clutch main shaft hub: 35 teeth against 32.'])
    expect(unfit({ ...balanced, variantId: 'early' }, balanced.spec).map((m) => `${m.code} ${m.stationId}`)).toEqual([
      'need-unmet low-one-way',
      'other-variant output-shaft',
    ])
  })

  it('an oversize input shaft requires a turbine hub and a support for it', () => {
    const { spec, companions, left, price, hours } = proposed(weak, withPart(weak.spec, 'input-shaft', 'input-300m-35'))
    expect(companions.map((c) => c.stationId).sort()).toEqual(['drum-joint', 'stator-support', 'turbine-hub'])
    expect([spec.works['turbine-hub'], spec.fits['drum-joint'], spec.fits['stator-support'], left]).toEqual([
      ['op-hub-35'],
      'joint-whole-35',
      'stator-thick',
      [],
    ])
    expect([price, hours]).toEqual([740 - 390 + 110 + 480 - 190 + 520 - 340, 1.5 - 0.5 + 1 + 2 - 1.5 + 2.5 - 2])
  })

  const choice = fc
    .record({ job: fc.constantFrom(weak, balanced), station: fc.constantFrom(...unit.stations), pick: fc.nat() })
    .map(({ job, station, pick }) => {
      const parts = partsFor(catalogue, unit, station.id)
      return { job, stationId: station.id, part: parts[pick % parts.length] as Part }
    })
  it('a proposal keeps the choice, leaves no misfit on this shelf, and costs the difference of the specs', () => {
    fc.assert(
      fc.property(choice, ({ job, stationId, part }) => {
        const { spec, left, price, hours, companions } = proposed(job, withPart(job.spec, stationId, part.id))
        expect(spec.fits[stationId]).toBe(part.id)
        expect([left, unfit(job, spec)]).toEqual([[], []])
        const [a, b] = [job.spec, spec].map((s) => specCost(s, job.arrived, catalogue, job.rules.hourRate))
        expect([price, hours]).toEqual([(b?.price ?? 0) - (a?.price ?? 0), (b?.hours ?? 0) - (a?.hours ?? 0)])
        const changed = unit.stations.filter((s) => job.spec.fits[s.id] !== spec.fits[s.id] || job.spec.works[s.id] !== spec.works[s.id])
        const told = new Set([stationId, ...companions.map((c) => c.stationId)])
        expect(changed.every((s) => told.has(s.id))).toBe(true)
      }),
      { numRuns: 40 },
    )
  })

  it('a part without mating parts on the shelf is installed alone, and the missing ones are named', () => {
    const alien: Part = {
      ...(catalogue.parts.get('shell-neck') as Part),
      id: 'alien',
      needs: [{ stationId: 'direct-pack', feature: 'none-has-it', why: 'invented' }],
    }
    const parts = new Map(catalogue.parts).set(alien.id, alien)
    const context = { unit, variantId: 'late', catalogue: { ...catalogue, parts }, arrived: weak.arrived, hourRate: 95, worth: () => 1 }
    const { spec, companions, left } = propose(context, weak.spec, withPart(weak.spec, 'sun-shell', 'alien'))
    expect([spec.fits['sun-shell'], companions, left.map((m) => m.code)]).toEqual(['alien', [], ['need-unmet']])
  })
})

describe('cost', () => {
  const stations = unit.stations
    .filter(({ strip }) => strip.lane !== 'beside')
    .slice(5, 10)
    .map((s) => s.id)
  const anyKit = fc
    .record({ from: fc.uniqueArray(fc.nat(4), { minLength: 2, maxLength: 4 }), price: fc.integer({ min: 100, max: 1200 }) })
    .map(({ from, price }) => ({ from, price }))
  it('selects the kits of the cheapest job, as a search of all sets does', () => {
    fc.assert(
      fc.property(fc.array(anyKit, { maxLength: 6 }), (drawn) => {
        const kits = drawn.map(({ from, price }, i): Kit => ({
          id: `kit-${i}`,
          name: '',
          maker: '',
          unitIds: [],
          price,
          hours: 0,
          parts: Object.fromEntries(from.map((n) => [stations[n] as string, weak.spec.fits[stations[n] as string] as string])),
        }))
        const shelf = { ...catalogue, kits: new Map(kits.map((kit) => [kit.id, kit])) }
        const sum = ({ price, hours }: { price: number; hours: number }) => price + 95 * hours
        const singles = specCost(weak.spec, weak.arrived, { ...catalogue, kits: new Map() }, 95)
        const partSum = (ids: readonly string[]) => ids.reduce((s, id) => s + sum(catalogue.parts.get(weak.spec.fits[id] ?? '') as Part), 0)
        let cheapest = sum(singles)
        for (let set = 0; set < 2 ** kits.length; set++) {
          const chosen = kits.filter((_, i) => set & (1 << i))
          const at = chosen.flatMap((kit) => Object.keys(kit.parts))
          if (new Set(at).size === at.length)
            cheapest = Math.min(cheapest, sum(singles) - partSum(at) + chosen.reduce((s, k) => s + sum(k), 0))
        }
        expect(sum(specCost(weak.spec, weak.arrived, shelf, 95))).toBeCloseTo(cheapest, 9)
      }),
      { numRuns: 60 },
    )
  })
})

describe('a donor', () => {
  it('is measured, and its working says so for every figure of the piece', () => {
    const spec = withPart(weak.spec, 'input-shaft', 'input-donor')
    const working = deriveMargin(inputOf(weak, spec), answered(weak, spec), 'input-shaft', 'launch') as Derivation
    const leaves = (w: Derivation): string[] => w.inputs.flatMap((i) => (i.working ? leaves(i.working) : [i.origin]))
    const capacity = working.inputs.find((i) => i.symbol === 'capacity')?.working as Derivation
    expect(leaves(capacity)).toContain('measured')
    expect(leaves(capacity)).not.toContain('part')
  })
})

describe('a weld', () => {
  it('holds with the square of its radius and with its leg', () => {
    const weld = { name: 'w', radiusM: 0.02, legM: 0.004, metalYieldPa: 4e8 }
    expect(weldYieldTorque({ ...weld, radiusM: 0.04 }) / weldYieldTorque(weld)).toBeCloseTo(4, 12)
    expect(weldYieldTorque({ ...weld, legM: 0.006 }) / weldYieldTorque(weld)).toBeCloseTo(1.5, 12)
  })
})
