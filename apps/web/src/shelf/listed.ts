import { capital, ORIGIN_WORDS, partMarks, quantity, stationName } from '@plucky/contract'
import { type Catalogue, DEFAULT_RULES, type Part, stationLimits, type Unit } from '@plucky/core'
import { isPart, itemsOf, type Item, type ItemKind } from '../state/shop.js'

/** What of the shelf is wanted. */
export interface Wanted {
  readonly kind: ItemKind
  readonly text: string
  readonly unitId: string
  readonly stationId: string
}

/** The unit by which an item is shown: the one that is looked at, if it is for that; else the first that it is for. */
export const unitOf = (item: Pick<Item, 'unitIds'> | undefined, units: readonly Unit[], wantedId: string): Unit | undefined => {
  const own = units.filter(({ id }) => item?.unitIds.includes(id))
  return own.find(({ id }) => id === wantedId) ?? own[0] ?? units.find(({ id }) => id === wantedId) ?? units[0]
}

const stationsOf = (item: Item): readonly string[] => ('stationIds' in item ? item.stationIds : Object.keys(item.parts))

/** Stations, transmission and maker of an item. */
export function placesOf(item: Item, unit: Unit): string {
  const maker = 'maker' in item ? ` · ${item.maker}` : ''
  const stations = capital(
    stationsOf(item)
      .map((id) => stationName(unit, id))
      .join(', '),
  )
  return `${stations} · ${unit.name}${maker}${isPart(item) ? partMarks(item) : ''}`
}

/** Everything by which an item is found. */
function wordsOf(item: Item): string {
  const more = 'stationIds' in item ? [...(item.offers ?? []), ...(item.needs ?? []).map((need) => need.why)] : []
  const maker = 'maker' in item ? item.maker : ''
  const donor = 'donor' in item && item.donor ? `donor used ${item.donor.from}` : ''
  return [item.name, item.id, maker, donor, ...stationsOf(item), ...more].join(' ').toLowerCase()
}

/** The items that are wanted, unit by unit, by station front to rear, then by price; every word of the text must be found. */
export function listed(shop: Catalogue, units: readonly Unit[], { kind, text, unitId, stationId }: Wanted): Item[] {
  const words = text.toLowerCase().split(/\s+/).filter(Boolean)
  const unitAt = (item: Item) => unitOf(item, units, unitId)
  const order = (item: Item) => units.findIndex(({ id }) => id === unitAt(item)?.id)
  const place = (item: Item) => Math.min(...stationsOf(item).map((id) => unitAt(item)?.stations.findIndex((s) => s.id === id) ?? 0))
  return [...itemsOf(shop, kind).values()]
    .filter((item) => unitId === '' || item.unitIds.includes(unitId))
    .filter((item) => stationId === '' || stationsOf(item).includes(stationId))
    .filter((item) => words.length === 0 || words.every((word) => wordsOf(item).includes(word)))
    .sort((a, b) => order(a) - order(b) || place(a) - place(b) || a.price - b.price || (a.id < b.id ? -1 : 1))
}

/** Lowest torque limit of a part that counts under the default house rules. Undefined if every limit depends on oil pressure. */
export function leastLimit(part: Part, unit: Unit): { readonly nm: number; readonly words: string } | undefined {
  const station = unit.stations.find((s) => part.stationIds.includes(s.id) && s.kind === part.kind)
  if (!station) return undefined
  const { limits } = stationLimits(unit, station, part, { engineKind: 'petrol', rules: DEFAULT_RULES })
  const fixed = limits.flatMap((limit) => (limit.counts && limit.fixedNm !== undefined ? [{ limit, nm: limit.fixedNm }] : []))
  const least = fixed.reduce<(typeof fixed)[number] | undefined>((a, b) => (a && a.nm <= b.nm ? a : b), undefined)
  return least && { nm: least.nm, words: `${quantity(least.nm, 'lb-ft')} ${ORIGIN_WORDS[least.limit.origin].mark}` }
}
