import {
  breakingRank,
  fittedParts,
  isBlocking,
  mayBeEmpty,
  misfits,
  moneyOf,
  operationsFor,
  partsFor,
  specAnswer,
  specCost,
  type Catalogue,
  type Fits,
  type HouseRules,
  type Part,
  type PlanInput,
  type PlannedSpec,
  type PlanWishes,
  type Random,
  type Station,
} from '@plucky/core'
import { demoShop } from './index.js'

const { jobs, units, catalogue: shelf } = demoShop()

const pick = <T>(random: Random, items: readonly T[]): T => items[Math.floor(random() * items.length)] as T
const chance = (random: Random, share: number) => random() < share

/** A demo job with a small random shelf: a few choices at some stations, with new prices, needs and clashes. */
export function smallPlan(random: Random): PlanInput {
  const job = pick(random, jobs)
  const unit = units.find(({ id }) => id === job.unitId) as PlanInput['unit']
  const wide = new Set(Array.from({ length: 6 }, () => pick(random, unit.stations).id))
  const parts = unit.stations.flatMap((station) => {
    const own = job.spec.fits[station.id]
    const others = partsFor(shelf, unit, station.id).filter(({ id }) => id !== own && wide.has(station.id))
    const kept = [shelf.parts.get(own ?? ''), ...others.filter(() => chance(random, 0.4)).slice(0, 2)]
    return kept.flatMap((part) => (part ? [drawn(random, part, [...wide])] : []))
  })
  const done = new Set(Object.values(job.spec.works).flat())
  const operations = [...shelf.operations.values()]
    .filter(({ id, unitIds }) => unitIds.includes(unit.id) && (done.has(id) || chance(random, 0.04)))
    .map((operation) => ({ ...operation, price: Math.round(random() * 200) }))
  const at = (id: string) => parts.filter(({ stationIds }) => stationIds.includes(id))
  const arrived = Object.fromEntries(unit.stations.map(({ id }) => [id, chance(random, 0.2) ? (pick(random, at(id))?.id ?? null) : null]))
  const inKit = [...wide].filter((id) => at(id).length > 0).slice(0, 2)
  const kit = {
    id: 'kit',
    name: 'kit',
    maker: 'maker',
    unitIds: [unit.id],
    parts: Object.fromEntries(inKit.map((id) => [id, pick(random, at(id)).id])),
    price: Math.round(random() * 1200),
    hours: 1,
  }
  const catalogue: Catalogue = {
    parts: new Map(parts.map((part) => [part.id, part])),
    operations: new Map(operations.map((operation) => [operation.id, operation])),
    kits: new Map(inKit.length === 2 && chance(random, 0.5) ? [['kit', kit]] : []),
  }
  const present: PlannedSpec = { fits: arrived, works: {}, pressure: job.spec.pressure }
  const { variantId, brief, book } = job
  return { unit, variantId, brief, rules: rulesOf(random, job.rules), catalogue, arrived, present, book, wishes: wishesOf(random) }
}

/** A part with a new price and sometimes a new feature, need or clash. */
function drawn(random: Random, part: Part, stationIds: readonly string[]): Part {
  const asked = (share: number) =>
    chance(random, share) ? [{ stationId: pick(random, stationIds), feature: 'drawn', why: 'drawn at random' }] : []
  return {
    ...part,
    price: Math.round(random() * 1000),
    hours: Math.round(random() * 40) / 10,
    offers: [...(part.offers ?? []), ...(chance(random, 0.25) ? ['drawn'] : [])],
    needs: [...(part.needs ?? []), ...asked(0.03)],
    clashes: [...(part.clashes ?? []), ...asked(0.02)],
  }
}

const rulesOf = (random: Random, rules: HouseRules): HouseRules =>
  pick(random, [
    rules,
    rules,
    rules,
    { ...rules, launchShock: 'ramp' },
    { ...rules, lockupInShifts: 'held' },
    { ...rules, lifeLimits: 'count' },
  ])

const wishesOf = (random: Random): PlanWishes => ({
  anyStall: true,
  keepPressure: true,
  margin: 1,
  ownBenchOnly: chance(random, 0.2),
  ...(chance(random, 0.2) ? { hoursMost: 20 + random() * 40 } : {}),
})

/** A build with its cost and its power held; 0 if it has misfits or blocking findings. */
export interface TriedBuild {
  readonly spec: Fits
  readonly money: number
  readonly heldW: () => number
}

/** Every build of a plan, cheapest first. `undefined` if there are too many to try. */
export function everyBuild(input: PlanInput, most: number): TriedBuild[] | undefined {
  let specs: Fits[] = [{ fits: {}, works: {} }]
  for (const station of input.unit.stations) {
    const own = waysToFill(input, station)
    if (specs.length * own.length > most) return undefined
    specs = specs.flatMap(({ fits, works }) =>
      own.map(({ partId, ids }) => ({
        fits: { ...fits, [station.id]: partId },
        works: ids.length > 0 ? { ...works, [station.id]: ids } : works,
      })),
    )
  }
  const { arrived, catalogue, rules, wishes } = input
  const costs = specs.map((spec) => ({ spec, cost: specCost(spec, arrived, catalogue, rules.hourRate) }))
  return costs
    .filter(({ cost }) => cost.hours <= (wishes.hoursMost ?? Infinity) + 1e-9)
    .map(({ spec, cost }) => ({ spec, money: moneyOf(cost, rules.hourRate), heldW: () => heldByJudge(input, spec) }))
    .sort((a, b) => a.money - b.money)
}

function waysToFill({ catalogue, unit, arrived, wishes }: PlanInput, station: Station): { partId: string | null; ids: string[] }[] {
  const worked = partsFor(catalogue, unit, station.id).flatMap((part) => {
    const operations = operationsFor(catalogue, unit, station.id, part).filter(({ skill }) => !wishes.ownBenchOnly || skill === 'bench')
    const sets = operations.reduce<string[][]>((all, { id }) => [...all, ...all.map((set) => [...set, id])], [[]])
    return sets.map((ids) => ({ partId: part.id, ids }))
  })
  const bare = station.load.at === 'none' && worked.length === 0
  const empty = bare || (mayBeEmpty(station) && (station.kind !== 'bolts' || !arrived[station.id]))
  return empty ? [{ partId: null, ids: [] }, ...worked] : worked
}

/** Power held of a build at margin 1, W; 0 if it has misfits or blocking findings. */
export function heldByJudge({ unit, variantId, brief, rules, catalogue, book, present }: PlanInput, spec: Fits): number {
  const fitted = fittedParts(spec, catalogue, book)
  if (misfits(unit, fitted, variantId).length > 0) return 0
  const answer = specAnswer({ unit, brief, fitted, pressure: present.pressure, rules, ...(book ? { book } : {}) })
  if (answer.outcome !== 'answered' || answer.stops.length > 0) return 0
  if (answer.stations.some(({ missing }) => missing.length > 0) || answer.findings.some(isBlocking)) return 0
  return breakingRank(answer.held)
}
