import fc from 'fast-check'
import {
  breakingRank,
  fittedParts,
  isBlocking,
  misfits,
  moneyOf,
  nextSets,
  planForBudget,
  planForPower,
  planFrontier,
  planOnUnit,
  seeded,
  specAnswer,
  specCost,
  toSi,
  unitOffer,
  type PlanAnswer,
  type PlanInput,
  type PlanPoint,
  type PlanWishes,
} from '@plucky/core'
import { planInputOf, type JobContent } from '@plucky/contract'
import { demoShop } from './index.js'
import { everyBuild, heldByJudge, smallPlan } from './small-shelf.js'

const { jobs, units, catalogue } = demoShop()
const [weak] = jobs as [JobContent]
const planOf = (job: JobContent, wishes: PlanWishes, more: Partial<PlanInput> = {}): PlanInput => ({
  ...planInputOf(job, units.find(({ id }) => id === job.unitId) as PlanInput['unit'], catalogue, wishes),
  ...more,
})
const planned = (answer: PlanAnswer): PlanPoint => {
  if (answer.outcome !== 'planned') throw new Error(JSON.stringify(answer))
  return answer.point
}
const answered = ({ unit, brief, rules, book }: PlanInput, { spec }: Pick<PlanPoint, 'spec'>) => {
  const answer = specAnswer({
    unit,
    brief,
    rules,
    pressure: spec.pressure,
    fitted: fittedParts(spec, catalogue, book),
    ...(book ? { book } : {}),
  })
  if (answer.outcome !== 'answered') throw new Error(answer.outcome)
  return answer
}
/** Every seed gives a small shelf; those with more builds are left out. */
const MOST_BUILDS = 200
const anySeed = fc.nat(1e9)
/** Share of power and money within which two are the same. */
const EXACT = 1e-6

describe('on small shelves drawn at random, against every build judged one by one', () => {
  it('the plan for a power costs as much as the cheapest build that holds it, and there is none without such a build', () => {
    const outcomes = { planned: 0, impossible: 0 }
    fc.assert(
      fc.property(anySeed, fc.constantFrom(0.6, 0.8, 0.95), (seed, share) => {
        const input = smallPlan(seeded(seed))
        const builds = everyBuild(input, MOST_BUILDS)
        fc.pre(builds !== undefined)
        const wantedW = share * (engineOf(input) ?? 0)
        const cheapest = builds?.find((build) => build.heldW() >= wantedW)
        const answer = planForPower(input, wantedW)
        if (answer.outcome !== 'planned') {
          outcomes.impossible++
          return expect([answer.outcome, cheapest]).toEqual(['impossible', undefined])
        }
        outcomes.planned++
        const { spec, money, powerW } = answer.point
        expect(money).toBeCloseTo(cheapest?.money ?? NaN, 6)
        expect(moneyOf(specCost(spec, input.arrived, input.catalogue, input.rules.hourRate), input.rules.hourRate)).toBeCloseTo(money, 6)
        return expect(heldByJudge(input, spec) / powerW).toBeCloseTo(1, 6)
      }),
      { numRuns: 200 },
    )
    expect(Math.min(outcomes.planned, outcomes.impossible)).toBeGreaterThan(20)
  })

  it('the frontier is every build that no other beats', () => {
    fc.assert(
      fc.property(anySeed, (seed) => {
        const input = smallPlan(seeded(seed))
        const builds = everyBuild(input, MOST_BUILDS / 4)
        fc.pre(builds !== undefined)
        const all = (builds ?? []).map(({ money, heldW }) => ({ money, powerW: heldW() })).filter(({ powerW }) => powerW > 0)
        const best = all.filter(
          (own) =>
            !all.some(
              (o) =>
                (o.money < own.money - EXACT && o.powerW >= own.powerW * (1 - EXACT)) ||
                (o.money <= own.money + EXACT && o.powerW > own.powerW * (1 + EXACT)),
            ),
        )
        const distinct = best.filter((own, i) => best.findIndex((o) => Math.abs(o.money - own.money) < EXACT) === i)
        const answer = planFrontier(input)
        const points = answer.outcome === 'planned' ? answer.points : []
        expect(points.map(({ money }) => Math.round(money * 100))).toEqual(distinct.map(({ money }) => Math.round(money * 100)))
        points.forEach(({ powerW }, i) => expect(powerW / (distinct[i]?.powerW ?? NaN)).toBeCloseTo(1, 5))
      }),
      { numRuns: 40 },
    )
  })
})

/** What changes from one build to another cost, with the first one paid. */
const costs = ({ arrived, rules }: PlanInput, spec: JobContent['spec'], paid: JobContent['spec']): number =>
  moneyOf(specCost(spec, arrived, catalogue, rules.hourRate, paid), rules.hourRate)

const engineOf = (input: PlanInput): number | undefined => {
  const answer = specAnswer({
    unit: input.unit,
    brief: input.brief,
    rules: input.rules,
    pressure: input.present.pressure,
    fitted: new Map(),
  })
  return answer.outcome === 'answered' ? answer.peakPowerW : undefined
}

describe('a plan for a job of the made-up shop', () => {
  it.each(jobs.map((job) => [job.name, job] as const))('%s: every case has the house margin at the power promised', (_, job) => {
    const input = planOf(job, { anyStall: true })
    const frontier = planFrontier(input)
    if (frontier.outcome !== 'planned') throw new Error(frontier.outcome)
    for (const point of frontier.points.slice(-3)) {
      const { peakPowerW, stations, cases, findings } = answered(input, point)
      const scale = point.powerW / peakPowerW
      const inProportion = stations.flatMap((station) =>
        station.cases.filter(({ caseId, source }) => cases.find(({ id }) => id === caseId)?.[source].made === undefined),
      )
      const least = Math.min(...inProportion.map(({ margin, limit }) => margin / scale / job.rules.houseMargin[limit.shock]))
      expect(least).toBeGreaterThan(1 - EXACT)
      expect(findings.filter(({ code }) => code === 'does-not-fit' || code === 'pressure-above-maximum')).toEqual([])
    }
  })

  it('a next set is needed completely: without one of its changes it adds less than the house share or does not fit', () => {
    for (const job of jobs.slice(0, 4)) {
      const input = planOf(job, { anyStall: true })
      let before = job.spec
      for (const { changes, fromW, point } of nextSets(input, 2)) {
        const least = fromW * (1 + job.rules.togetherWithin) * (1 - EXACT)
        if (changes.length > 1)
          for (const { stationId, from } of changes) {
            const spec = {
              ...point.spec,
              fits: { ...point.spec.fits, [stationId]: from.partId },
              works: { ...point.spec.works, [stationId]: from.works },
            }
            const fitted = fittedParts(spec, catalogue, input.book)
            const wrong = misfits(input.unit, fitted, input.variantId).length > 0
            const { held, stops, findings } = answered(input, { spec })
            const reaches = !wrong && stops.length === 0 && !findings.some(isBlocking) && breakingRank(held) >= least
            expect([job.name, stationId, reaches && costs(input, spec, before) < costs(input, point.spec, before) - EXACT]).toEqual([
              job.name,
              stationId,
              false,
            ])
          }
        before = point.spec
      }
    }
  })

  it('an offer of another transmission holds the power by full judgment, and names unmet wishes', () => {
    const own = planOf(jobs.find(({ name }) => name === 'Museum-circuit special') as JobContent, {})
    const powerW = toSi(380, 'hp')
    const offers = units.map((unit) => {
      const input = unit.id === own.unit.id ? own : planOnUnit(own, unit)
      return { input, offer: unitOffer(input, powerW, unit.id !== own.unit.id) }
    })
    expect(offers.filter(({ offer }) => offer.point).length).toBeGreaterThan(3)
    for (const { input, offer } of offers) {
      expect([offer.unit.name, offer.point !== null || offer.reasons.length > 0]).toEqual([offer.unit.name, true])
      if (!offer.point) continue
      expect(offer.ceilingW).toBeGreaterThanOrEqual(offer.point.powerW * (1 - EXACT))
      const { rear: _rear, ...brief } = input.brief
      void _rear
      const judged = offer.ignored.includes('crank') ? { ...input, brief } : input
      const { held, findings } = answered(judged, offer.point)
      expect(breakingRank(held)).toBeGreaterThan(powerW)
      expect(findings.filter(isBlocking)).toEqual([])
      expect(offer.ignored.includes('crank')).toBe(answered(input, offer.point).findings.some(({ code }) => code === 'does-not-fit'))
    }
  })

  it('the next sets reach the target, each by the power of its verdict, and cost no more than the direct plan plus replaced parts', () => {
    const input = planOf(weak, { anyStall: true })
    const target = toSi(840, 'hp')
    const sets = nextSets(input, 8)
    const reaching = sets.slice(0, sets.findIndex(({ toW }) => toW >= target) + 1)
    let held = breakingRank(answered(input, { spec: weak.spec }).held)
    for (const { fromW, toW, point } of reaching) {
      expect(fromW).toBeCloseTo(held, 3)
      held = breakingRank(answered(input, point).held)
      expect(toW).toBeCloseTo(held, 3)
      expect(toW).toBeGreaterThan(Math.min(fromW * (1 + weak.rules.togetherWithin), target) * (1 - EXACT))
    }
    expect(held).toBeGreaterThanOrEqual(target)
    const direct = planned(planForPower(planOf(weak, { anyStall: true, margin: 1, paid: true }), target))
    const steps = reaching.reduce((sum, { point }) => sum + point.money, 0)
    const waste = reaching
      .slice(1)
      .reduce(
        (sum, { point }) =>
          sum + point.thrownAway.items.reduce((own, { price, hours }) => own + moneyOf({ price, hours }, weak.rules.hourRate), 0),
        0,
      )
    expect(steps - waste).toBeLessThanOrEqual(direct.money + EXACT)
  })
})

describe('without a plan, the reason', () => {
  const reasonOf = (wishes: PlanWishes, hp: number, more: Partial<PlanInput> = {}) => {
    const answer = planForPower(planOf(weak, { anyStall: true, ...wishes }, more), toSi(hp, 'hp'))
    return answer.outcome === 'impossible' ? answer.reasons : answer.outcome
  }

  it('is the weakest station and the ceiling, for a power above every part', () => {
    const reasons = reasonOf({}, 5000)
    expect(reasons).toMatchObject([{ code: 'station-too-weak', stationId: 'output-shaft' }, ...Array.from({ length: 12 }, () => ({})), {}])
    expect(Array.isArray(reasons) ? reasons.at(-1) : reasons).toMatchObject({ code: 'ceiling' })
  })

  it('is the pin that cannot be kept, and only that', () => {
    const keep = { 'input-shaft': 'input-stock', 'output-shaft': 'output-stock' }
    expect(reasonOf({ keep, withoutUsed: true, hoursMost: 90 }, 500)).toMatchObject([{ code: 'wishes', wishes: [{ wish: 'keep' }] }])
  })

  it('is two conflicting pins', () => {
    const keep = { 'input-shaft': 'input-300m-35', 'turbine-hub': 'thub-stock' }
    const reasons = reasonOf({ keep }, 200)
    expect(reasons).toMatchObject([{ code: 'wishes', wishes: [{ stationId: 'input-shaft' }, { stationId: 'turbine-hub' }], mostW: 0 }])
  })

  it('is the station without a part on the shelf', () => {
    const parts = new Map([...catalogue.parts].filter(([, { stationIds }]) => !stationIds.includes('sun-shell')))
    const bare = { catalogue: { ...catalogue, parts }, arrived: { ...weak.arrived, 'sun-shell': null } }
    expect(reasonOf({}, 300, bare)).toMatchObject([{ code: 'nothing-fits', stationId: 'sun-shell' }])
  })

  it('is the cost of the cheapest build, for a budget of zero', () => {
    const answer = planForBudget(planOf(weak, { anyStall: true }), 0)
    const frontier = planFrontier(planOf(weak, { anyStall: true }))
    const least = frontier.outcome === 'planned' ? frontier.points[0]?.money : undefined
    expect(answer).toEqual({ outcome: 'impossible', reasons: [{ code: 'budget-too-small', leastMoney: least }] })
  })
})
