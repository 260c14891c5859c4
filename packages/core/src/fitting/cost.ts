import type { Part } from '../model/part.js'
import type { Kit } from './kit.js'
import type { Operation } from './operation.js'
import { operationsAt, type Catalogue, type Fits } from './spec.js'

/** One thing that is bought or done, and the stations that it serves. */
export type CostLine =
  | { readonly what: 'part'; readonly stationIds: readonly string[]; readonly item: Part; readonly price: number; readonly hours: number }
  | {
      readonly what: 'operation'
      readonly stationIds: readonly string[]
      readonly item: Operation
      readonly price: number
      readonly hours: number
    }
  | { readonly what: 'kit'; readonly stationIds: readonly string[]; readonly item: Kit; readonly price: number; readonly hours: number }

export interface Cost {
  readonly lines: readonly CostLine[]
  readonly price: number
  readonly hours: number
}

/** Price and hours as one sum of money. */
export const moneyOf = ({ price, hours }: { price: number; hours: number }, hourRate: number): number => price + hours * hourRate

/**
 * Cost of a spec relative to the unit as received: replaced parts, operations, and kits that are cheaper than their single parts. A kit
 * counts if all of its parts are installed. Of kits that share a bought station, the cheapest combination is used, with labor at the shop's
 * rate. Parts as received cost nothing. Parts and operations of the `paid` build cost nothing either.
 */
export function specCost(spec: Fits, arrived: Fits['fits'], catalogue: Catalogue, hourRate: number, paid?: Fits): Cost {
  const bought = new Map<string, Part>()
  for (const [stationId, id] of Object.entries(spec.fits)) {
    const part = id === null || isOwned(spec, stationId, arrived, paid) ? undefined : catalogue.parts.get(id)
    if (part) bought.set(stationId, part)
  }
  const whole = [...catalogue.kits.values()]
    .filter((kit) => Object.entries(kit.parts).every(([station, id]) => spec.fits[station] === id))
    .sort((a, b) => (a.id < b.id ? -1 : 1))
  const kits = bestKits(whole, bought, hourRate)
  const inKit = new Set(kits.flatMap((kit) => Object.keys(kit.parts)))
  const lines: CostLine[] = [
    ...kits.map((kit) => ({
      what: 'kit' as const,
      stationIds: Object.keys(kit.parts),
      item: kit,
      price: kit.price,
      hours: kit.hours,
    })),
    ...[...bought].flatMap(([stationId, item]) =>
      inKit.has(stationId) ? [] : [{ what: 'part' as const, stationIds: [stationId], item, price: item.price, hours: item.hours }],
    ),
    ...Object.keys(spec.works).flatMap((stationId) =>
      operationsAt(spec, stationId, catalogue)
        .filter(({ id }) => !isDone(spec, stationId, id, paid))
        .map((item) => ({
          what: 'operation' as const,
          stationIds: [stationId],
          item,
          price: item.price,
          hours: item.hours,
        })),
    ),
  ]
  // Summed in ascending order, so that the total does not depend on the order of the stations in the spec.
  const sum = (of: (line: CostLine) => number) =>
    lines
      .map(of)
      .sort((a, b) => a - b)
      .reduce((total, each) => total + each, 0)
  return { lines, price: sum((l) => l.price), hours: sum((l) => l.hours) }
}

/** True if a station keeps the part of the paid build: the same part, with at least the operations already done to it. */
export function isPaidPiece(spec: Fits, stationId: string, paid: Fits | undefined): boolean {
  const id = spec.fits[stationId]
  const done = spec.works[stationId] ?? []
  return paid !== undefined && id != null && paid.fits[stationId] === id && (paid.works[stationId] ?? []).every((own) => done.includes(own))
}

/**
 * True if the part at a station costs nothing: it is kept from the paid build, or it is the part as received and the paid build has no
 * operations on it.
 */
const isOwned = (spec: Fits, stationId: string, arrived: Fits['fits'], paid: Fits | undefined): boolean =>
  isPaidPiece(spec, stationId, paid) ||
  (spec.fits[stationId] === arrived[stationId] && !(paid?.fits[stationId] === arrived[stationId] && paid?.works[stationId]?.length))

const isDone = (spec: Fits, stationId: string, operationId: string, paid: Fits | undefined): boolean =>
  isPaidPiece(spec, stationId, paid) && (paid?.works[stationId]?.includes(operationId) ?? false)

/** The set of kits with the greatest saving over single parts. No two kits of the set share a station. */
function bestKits(kits: readonly Kit[], bought: ReadonlyMap<string, Part>, hourRate: number): Kit[] {
  const saves = (kit: Kit) =>
    Object.keys(kit.parts).reduce((sum, station) => {
      const part = bought.get(station)
      return sum + (part ? moneyOf(part, hourRate) : 0)
    }, -moneyOf(kit, hourRate))
  const worth = kits.map((kit) => ({ kit, saved: saves(kit) })).filter(({ saved }) => saved > 0)
  const best = (from: number, taken: ReadonlySet<string>): { kits: Kit[]; saved: number } => {
    const next = worth[from]
    if (!next) return { kits: [], saved: 0 }
    const without = best(from + 1, taken)
    const stations = Object.keys(next.kit.parts)
    if (stations.some((station) => taken.has(station))) return without
    const rest = best(from + 1, new Set([...taken, ...stations]))
    const saved = rest.saved + next.saved
    return saved > without.saved ? { kits: [next.kit, ...rest.kits], saved } : without
  }
  return best(0, new Set()).kits
}
