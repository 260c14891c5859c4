import { lineKey, NAMED, type PriceLine } from './price-list.js'
import type { PricedKind, SupplierNumberDto } from '../dto/supplier.dto.js'

/** A part or kit of the shelf as far as a price list concerns it. */
export interface PricedItem {
  readonly kind: PricedKind
  readonly id: string
  readonly name: string
  readonly maker: string
  /** Stations, transmission and maker in words. */
  readonly where: string
  readonly price: number
  readonly leadDays?: number | undefined
  readonly inStock?: boolean | undefined
}

/** How an item was matched: by remembered number, by a person, by its id or by its name. */
export type MatchedBy = 'remembered' | 'hand' | 'id' | 'name'

/** A line with its item and the new values of the item. */
export interface MatchedLine {
  readonly line: PriceLine
  readonly item: PricedItem
  readonly by: MatchedBy
  /** Price for the shop: the list price times the supplier's factor, in whole cents. */
  readonly price: number
  readonly leadDays?: number
  readonly inStock?: boolean
  /** True if price, lead time and stock are as on the shelf. */
  readonly same: boolean
  /** True if the price is more than twice or less than half of the price on the shelf: more often a mistake than a change. */
  readonly unlikely: boolean
}

/** A line without an item. `why` is empty if no item has the name of the line. */
export interface UnmatchedLine {
  readonly line: PriceLine
  readonly why: string
}

export interface PriceMatch {
  readonly matched: readonly MatchedLine[]
  readonly unmatched: readonly UnmatchedLine[]
  /** Items of remembered numbers that are not in this list. */
  readonly notListed: readonly PricedItem[]
}

export const itemKey = ({ kind, id }: Pick<PricedItem, 'kind' | 'id'>): string => `${kind}/${id}`

/** What decides the item of a line: a person (item key by line key; `null` for no item), and the remembered numbers of the supplier. */
interface Decided {
  readonly byHand?: ReadonlyMap<string, string | null>
  readonly numbers: readonly SupplierNumberDto[]
}

/**
 * Finds the item of each line and its new price: the list price times the supplier's factor. In this order: by hand, by remembered number, by the
 * id of an item, by the name of an item with or without its maker. A name that several items have, and an item that several lines have, are left to a
 * person; a line by hand or by remembered number comes before the others.
 */
export function matchPrices(lines: readonly PriceLine[], factor: number, items: readonly PricedItem[], decided: Decided): PriceMatch {
  const { find, remembered } = finderOf(items, decided)
  const found = lines.map((line) => ({ line, ...find(line) }))
  const claims = new Map<PricedItem, { sure: number; others: number }>()
  for (const { item, by } of found) {
    if (!item) continue
    const own = claims.get(item) ?? { sure: 0, others: 0 }
    claims.set(item, isSure(by) ? { ...own, sure: own.sure + 1 } : { ...own, others: own.others + 1 })
  }
  const contestOf = (item: PricedItem, by: MatchedBy): string => {
    const { sure, others } = claims.get(item) ?? { sure: 0, others: 0 }
    const rivals = isSure(by) ? sure : sure + others
    return rivals > 1 ? `${rivals} lines are ${item.name}` : ''
  }
  const judged = found.map(({ line, item, by, why }) => ({ line, item, by, why: item ? contestOf(item, by) : why }))
  return {
    matched: judged.flatMap(({ line, item, by, why }) => (item && why === '' ? [matchedLine(line, item, by, factor)] : [])),
    unmatched: judged.flatMap(({ line, item, why }) => (item && why === '' ? [] : [{ line, why }])),
    notListed: remembered.filter((item) => !claims.has(item)),
  }
}

interface FoundItem {
  readonly item: PricedItem | undefined
  readonly by: MatchedBy
  /** Why there is none, if something on the shelf is alike. */
  readonly why: string
}

/** Finds the item of a line. `remembered` are the items of all remembered numbers. */
function finderOf(items: readonly PricedItem[], { byHand = new Map(), numbers }: Decided) {
  const known = new Map(items.map((item) => [itemKey(item), item]))
  const remembered = new Map(
    numbers.flatMap(({ number, kind, id }) => {
      const item = id === null ? undefined : known.get(itemKey({ kind, id }))
      return item ? [[lineKey({ number, name: '' }), item] as const] : []
    }),
  )
  const byId = new Map(items.map((item) => [folded(item.id), item]))
  const byName = namesOf(items)
  const find = (line: PriceLine): FoundItem => {
    const chosen = byHand.get(lineKey(line))
    if (chosen !== undefined) return { item: known.get(chosen ?? ''), by: 'hand', why: '' }
    const before = line.number === '' ? undefined : remembered.get(lineKey(line))
    if (before) return { item: before, by: 'remembered', why: '' }
    const own = line.number === '' ? undefined : byId.get(folded(line.number))
    if (own) return { item: own, by: 'id', why: '' }
    const named = byName.get(folded(line.name)) ?? []
    return {
      item: named.length === 1 ? named[0] : undefined,
      by: 'name',
      why: named.length > 1 ? `${named.length} items have this name` : '',
    }
  }
  return { find, remembered: [...new Set(remembered.values())] }
}

const isSure = (by: MatchedBy): boolean => by === 'hand' || by === 'remembered'

function matchedLine(line: PriceLine, item: PricedItem, by: MatchedBy, factor: number): MatchedLine {
  const price = Math.round(line.price * factor * 100) / 100
  const { leadDays, inStock } = line
  const supply = { ...(leadDays === undefined ? {} : { leadDays }), ...(inStock === undefined ? {} : { inStock }) }
  const same =
    price === item.price &&
    (leadDays === undefined || leadDays === (item.leadDays ?? 0)) &&
    (inStock === undefined || inStock === (item.inStock ?? true))
  const unlikely = item.price > 0 && (price > item.price * UNLIKELY || price * UNLIKELY < item.price)
  return { line, item, by, price, ...supply, same, unlikely }
}

/** Ratio of prices beyond which a change is not selected by itself. Source: none (common practice). */
const UNLIKELY = 2

/** Items by name, and by maker and name. */
function namesOf(items: readonly PricedItem[]): ReadonlyMap<string, readonly PricedItem[]> {
  const found = new Map<string, PricedItem[]>()
  for (const item of items)
    for (const name of new Set([folded(item.name), folded(`${item.maker} ${item.name}`)])) {
      const same = found.get(name)
      if (same) same.push(item)
      else found.set(name, [item])
    }
  return found
}

/** Text without case, accents and marks. */
const folded = (text: string): string =>
  text
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim()

/**
 * Items that a line may be, the most alike first: by the share of words that line and item have in common. With `search`, the items that have all of its
 * words.
 */
export function alike(line: PriceLine, items: readonly PricedItem[], search = '', most = 8): PricedItem[] {
  const words = new Set(folded(`${line.number} ${line.name}`).split(' '))
  const asked = folded(search).split(' ').filter(Boolean)
  return items
    .flatMap((item) => {
      const text = folded(`${item.name} ${item.where} ${item.id}`)
      if (!asked.every((word) => text.includes(word))) return []
      const own = new Set(text.split(' '))
      const common = [...own].filter((word) => words.has(word)).length
      return common > 0 || asked.length > 0 ? [{ item, score: common / Math.sqrt(own.size * words.size) }] : []
    })
    .sort((a, b) => b.score - a.score)
    .slice(0, most)
    .map(({ item }) => item)
}

/** Numbers to store: those of matched lines, and with `id: null` those that a person removed from an item. */
export function numbersOf(
  matched: readonly Pick<MatchedLine, 'line' | 'item'>[],
  byHand: ReadonlyMap<string, string | null> = new Map(),
): SupplierNumberDto[] {
  const kept = matched.flatMap(({ line, item: { kind, id } }) => (line.number === '' ? [] : [{ number: lineKey(line), kind, id }]))
  const removed = [...byHand].flatMap(([key, item]) =>
    item === null && !key.startsWith(NAMED) ? [{ number: key, kind: 'parts' as const, id: null }] : [],
  )
  return [...kept, ...removed]
}

/** Remembered numbers after a change. */
export const withNumbers = (before: readonly SupplierNumberDto[], changed: readonly SupplierNumberDto[]): SupplierNumberDto[] => [
  ...new Map([...before, ...changed].map((each) => [each.number, each])).values(),
]
