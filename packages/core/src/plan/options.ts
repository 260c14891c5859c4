import { isPaidPiece, moneyOf } from '../fitting/cost.js'
import { afterOperations, type Operation } from '../fitting/operation.js'
import { operationsFor, partsFor, type Fits } from '../fitting/spec.js'
import type { Part, Supply } from '../model/part.js'
import type { Station } from '../model/unit.js'
import { mayBeEmpty, partIssues } from '../parts/registry.js'
import type { PlanInput } from './input.js'
import type { PlanWishes } from './wishes.js'

/** One choice for a station: a part with operations, or no part. */
export interface Option {
  readonly partId: string | null
  readonly works: readonly string[]
  /** The part after the operations. */
  readonly part: Part | undefined
  /** Price and hours of the purchase and the operations. */
  readonly price: number
  readonly hours: number
  readonly money: number
  /** True if the part need not be bought: it is the part as received, or it is paid for. */
  readonly owned: boolean
  /** Cost and hours of the part alone, which a kit saves. Zero for an owned part. */
  readonly partMoney: number
  readonly partHours: number
  /** True if the present build has this choice. */
  readonly present: boolean
}

/** A station with its options, cheapest first. */
export interface Slot {
  readonly station: Station
  readonly options: readonly Option[]
}

/** Number of operations per part that are combined. Further operations are not tried. */
const MOST_OPERATIONS = 8

/** True if no part has more operations than that. */
export const triesAll = ({ catalogue, unit }: PlanInput): boolean =>
  unit.stations.every(({ id }) =>
    partsFor(catalogue, unit, id).every((part) => operationsFor(catalogue, unit, id, part).length <= MOST_OPERATIONS),
  )

/** Lists the options at every station that the wishes allow. */
export const slotsOf = (input: PlanInput): Slot[] => input.unit.stations.map((station) => ({ station, options: optionsAt(input, station) }))

function optionsAt(input: PlanInput, station: Station): Option[] {
  const { catalogue, unit, wishes } = input
  const cameIn = catalogue.parts.get(input.arrived[station.id] ?? '')
  const shelf = partsFor(catalogue, unit, station.id)
  const parts = cameIn && !shelf.includes(cameIn) ? [cameIn, ...shelf] : shelf
  const kept = wishes.keep && Object.hasOwn(wishes.keep, station.id) ? wishes.keep[station.id] : undefined
  const filled = parts
    .filter((part) => kept === undefined || part.id === kept)
    .flatMap((part) => workedOptions(input, station, part))
    .filter((option) => isAllowed(input, option))
  const options = kept == null && maybeNothing(input, station, parts.length) ? [emptyOption(input, station), ...filled] : filled
  return options.sort((a, b) => a.money - b.money || Number(b.present) - Number(a.present) || a.works.length - b.works.length)
}

/**
 * True if a station may stay empty: the transmission works without the part, or the station carries no torque and the shelf has no part for
 * it. Bolts are left out only if none are known as received, because a joint without a bolt set is computed with the bolts stated for the
 * plate.
 */
function maybeNothing({ arrived }: PlanInput, station: Station, parts: number): boolean {
  if (station.load.at === 'none' && parts === 0) return true
  return mayBeEmpty(station) && (station.kind !== 'bolts' || !arrived[station.id])
}

const emptyOption = ({ present }: PlanInput, { id }: Station): Option => ({
  partId: null,
  works: [],
  part: undefined,
  price: 0,
  hours: 0,
  money: 0,
  owned: true,
  partMoney: 0,
  partHours: 0,
  present: !present.fits[id],
})

/** A part with every combination of operations, in catalog order. */
function workedOptions(input: PlanInput, station: Station, part: Part): Option[] {
  const { catalogue, unit } = input
  const possible = operationsFor(catalogue, unit, station.id, part).slice(0, MOST_OPERATIONS)
  return subsets(possible).flatMap((operations): Option[] => {
    const worked = afterOperations(part, operations)
    return operations.length > 1 && partIssues(worked).length > 0 ? [] : [optionOf(input, station, part, operations, worked)]
  })
}

const subsets = <T>(items: readonly T[]): T[][] =>
  items.reduce<T[][]>((sets, item) => [...sets, ...sets.map((set) => [...set, item])], [[]])

function optionOf(input: PlanInput, { id }: Station, part: Part, operations: readonly Operation[], worked: Part): Option {
  const { arrived, present, rules, wishes } = input
  const works = operations.map((operation) => operation.id)
  const own: Fits = { fits: { [id]: part.id }, works: { [id]: works } }
  const paid = wishes.paid ? present : undefined
  const kept = isPaidPiece(own, id, paid)
  const done = kept ? (paid?.works[id] ?? []) : []
  const worksOnArrived = paid?.fits[id] === arrived[id] && (paid?.works[id]?.length ?? 0) > 0
  const free = kept || (arrived[id] === part.id && !worksOnArrived)
  const remaining = operations.filter((operation) => !done.includes(operation.id))
  const [partPrice, partHours] = free ? [0, 0] : [part.price, part.hours]
  const price = remaining.reduce((sum, operation) => sum + operation.price, partPrice)
  const hours = remaining.reduce((sum, operation) => sum + operation.hours, partHours)
  const money = (of: { price: number; hours: number }) => moneyOf(of, rules.hourRate)
  return {
    partId: part.id,
    works,
    part: worked,
    price,
    hours,
    money: money({ price, hours }),
    owned: free,
    partMoney: money({ price: partPrice, hours: partHours }),
    partHours,
    present: present.fits[id] === part.id && sameSet(present.works[id] ?? [], works),
  }
}

const sameSet = (a: readonly string[], b: readonly string[]) => a.length === b.length && a.every((each) => b.includes(each))

/** True if the wishes allow an option. Owned parts are not bought, so they are always allowed. */
function isAllowed({ wishes, catalogue }: PlanInput, { part, works, owned }: Option): boolean {
  if (!part) return true
  const operations = works.flatMap((id) => catalogue.operations.get(id) ?? [])
  return (owned || mayBeBought(part, wishes)) && operations.every((operation) => mayBeDone(operation, wishes))
}

function mayBeBought(part: Part, wishes: PlanWishes): boolean {
  if (wishes.withoutMakers?.includes(part.maker) || (wishes.withoutUsed && part.donor)) return false
  return isWanted(part, wishes)
}

const mayBeDone = (operation: Operation, wishes: PlanWishes): boolean =>
  (!wishes.ownBenchOnly || operation.skill === 'bench') && isWanted(operation, wishes)

/** True if an item is in stock and not visible, as far as the wishes require it. */
export const isWanted = ({ inStock = true, visible = false }: Supply, { inStockOnly, stockLook }: PlanWishes): boolean =>
  (!inStockOnly || inStock) && !(stockLook && visible)

/** Converts a choice of options to parts and operations by station. */
export function fitsOf(slots: readonly Slot[], choice: readonly number[]): Fits {
  const chosen = slots.map(({ station, options }, i) => ({ id: station.id, option: options[choice[i] ?? -1] }))
  return {
    fits: Object.fromEntries(chosen.map(({ id, option }) => [id, option?.partId ?? null])),
    works: Object.fromEntries(chosen.flatMap(({ id, option }) => (option && option.works.length > 0 ? [[id, option.works]] : []))),
  }
}
