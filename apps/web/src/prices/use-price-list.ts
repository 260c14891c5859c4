import {
  itemKey,
  matchPrices,
  numbersOf,
  PRICE_COLUMNS,
  readNumber,
  withNumbers,
  type KnownSupplier,
  type MatchedLine,
  type PricedItem,
  type PriceList,
  type PriceListChoices,
  type PriceMatch,
  type SupplierDto,
} from '@plucky/contract'
import type { Kit, Part } from '@plucky/core'
import { useMemo, useState } from 'react'
import { placesOf, unitOf } from '../shelf/listed.js'
import { api } from '../state/api.js'
import { messageOf } from '../state/message-of.js'
import { outcomeOf } from '../state/outcome-of.js'
import { queries, useFetched } from '../state/queries.js'
import { takePrices, versionOf } from '../state/shop.js'
import { useShop } from '../state/use-shop.js'
import { priceReader } from './reader.js'

/** A list and the choices with which it was read. */
interface ReadList {
  readonly file: string
  readonly text: string
  readonly choices: PriceListChoices
  readonly list: PriceList
}

const NEW: KnownSupplier = { item: { id: '', name: '', headings: {}, factor: 1 }, version: 0, numbers: [] }

const sameName = (a: string, b: string) => a.trim().toLowerCase() === b.trim().toLowerCase()

/** Supplier of the list: a known one, or a new one. */
function useSupplier() {
  const { data: all = [], error } = useFetched(['suppliers'], api.suppliers)
  const [known, setKnown] = useState(NEW)
  const [name, setName] = useState('')
  const [factorText, setFactorText] = useState('1')
  const set = (next: KnownSupplier) => {
    setKnown(next)
    setName(next.item.name)
    setFactorText(String(next.item.factor))
  }
  const taken = known.version === 0 && all.some(({ item }) => sameName(item.name, name))
  const problem = error ? `Suppliers could not be loaded: ${error.message}` : taken ? 'There is a supplier with this name. Select it.' : ''
  return { all, known, name, factorText, factor: factorOf(factorText), problem, set, setName, setFactorText }
}

/** Matched lines of a list, and the selected changes. */
function useMatches(list: PriceList | undefined, factor: number | undefined, numbers: KnownSupplier['numbers']) {
  const shop = useShop()
  const [byHand, setByHand] = useState<ReadonlyMap<string, string | null>>(new Map())
  const [ticked, setTicked] = useState<ReadonlyMap<string, boolean>>(new Map())
  const items = useMemo(() => (shop.state === 'ready' ? pricedItems(shop) : undefined), [shop])
  const match = useMemo(
    () => (list && items && factor !== undefined ? matchPrices(list.lines, factor, items, { numbers, byHand }) : undefined),
    [list, factor, numbers, items, byHand],
  )
  const chosen = useMemo(() => (match ? match.matched.filter((each) => isTicked(each, ticked)) : []), [match, ticked])
  return {
    items: items ?? [],
    isLoading: !items,
    match,
    chosen,
    ticked,
    byHand,
    tick: (line: MatchedLine, on: boolean) => setTicked(new Map(ticked).set(itemKey(line.item), on)),
    assign: (key: string, item: string | null) => setByHand(new Map(byHand).set(key, item)),
    forget: () => {
      setByHand(new Map())
      setTicked(new Map())
    },
  }
}

/** Status of the page, and `step`, which runs a step with its status. It returns `undefined` if the step fails, and the sentence of `failed` is shown. */
function useSteps() {
  const [status, setStatus] = useState(QUIET)
  const step = async <T>(busy: string, run: () => Promise<T>, failed: (error: unknown) => string, taken = ''): Promise<T | undefined> => {
    setStatus({ ...QUIET, busy })
    try {
      const result = await run()
      setStatus({ ...QUIET, taken })
      return result
    } catch (error) {
      setStatus({ ...QUIET, problem: failed(error) })
      return undefined
    }
  }
  return { status, step }
}

/** The list that was read last. */
function useReadList(step: ReturnType<typeof useSteps>['step']) {
  const [read, setRead] = useState<ReadList>()
  const readList = (file: string, textOf: () => Promise<string> | string, choices: PriceListChoices, { item }: KnownSupplier) =>
    step(
      `Reading ${file}…`,
      async () => {
        const { headings, decimal: usualDecimal } = item
        const text = await textOf()
        const list = await priceReader().read(text, { headings, ...(usualDecimal ? { usualDecimal } : {}), ...choices })
        setRead({ file, text, choices, list })
      },
      (error) => `${file} can’t be read: ${messageOf(error)}`,
    )
  return { read, readList, close: () => setRead(undefined) }
}

/** State of a price list import: supplier, list, matches and decisions. */
export function usePriceList() {
  const supplier = useSupplier()
  const { known, name, factor } = supplier
  const { status, step } = useSteps()
  const { read, readList, close } = useReadList(step)
  const { byHand, forget, ...matches } = useMatches(read?.list, factor, known.numbers)

  const pickSupplier = async (id: string) => {
    const next = await step(
      'Loading supplier…',
      async () => (id === '' ? NEW : api.supplier(id)),
      (error) => `The supplier could not be loaded: ${messageOf(error)}`,
    )
    if (!next) return
    supplier.set(next)
    forget()
    if (read) await readList(read.file, () => read.text, {}, next)
  }
  const take = async ({ list }: ReadList, { matched }: PriceMatch, priceFactor: number) => {
    const changes = matches.chosen.map(changeOf)
    // An unlikely change that was not selected may be a wrong match: it is not remembered.
    const sure = matched.filter((each) => each.same || isTicked(each, matches.ticked))
    const numbers = numbersOf(sure, byHand)
    await step(
      'Changing prices…',
      async () => {
        const own = supplierOf(known, { name, factor: priceFactor, list }, supplier.all)
        const kept = await takePrices({ supplier: own, version: known.version, numbers, changes })
        supplier.set({ ...kept, numbers: withNumbers(known.numbers, numbers).filter(({ id }) => id !== null) })
        void queries.invalidateQueries({ queryKey: ['suppliers'] })
        forget()
        close()
      },
      (error) => outcomeOf(error, 'changed'),
      takenWords(changes.length, name),
    )
  }
  return {
    ...matches,
    supplier,
    read,
    status: { ...status, busy: status.busy || (matches.isLoading ? 'Loading parts shelf…' : '') },
    pickSupplier,
    open: (file: File) => readList(file.name, async () => priceReader().decoded(await file.arrayBuffer()), {}, known),
    choose: (choices: PriceListChoices) => read && readList(read.file, () => read.text, { ...read.choices, ...choices }, known),
    close,
    take: () => (read && matches.match && factor !== undefined ? take(read, matches.match, factor) : Promise.resolve()),
  }
}

export type PriceListState = ReturnType<typeof usePriceList>

interface Status {
  readonly busy: string
  readonly problem: string
  readonly taken: string
}

const QUIET: Status = { busy: '', problem: '', taken: '' }

function pricedItems({ parts, kits, units }: ReturnType<typeof useShop>): PricedItem[] {
  const whereOf = (item: Part | Kit) => {
    const unit = unitOf(item, units, '')
    return unit ? placesOf(item, unit) : item.maker
  }
  const of = (kind: PricedItem['kind'], own: ReadonlyMap<string, Part | Kit>) =>
    [...own.values()].map((item): PricedItem => {
      const { id, name, maker, price, leadDays, inStock } = item
      return { kind, id, name, maker, where: whereOf(item), price, leadDays, inStock }
    })
  return [...of('parts', parts), ...of('kits', kits)]
}

/** The typed price factor. `undefined` if it is not above 0 and at most 100. */
function factorOf(text: string): number | undefined {
  const value = readNumber(text.trim())
  return value !== undefined && value > 0 && value <= 100 ? value : undefined
}

/** A change is selected unless nothing changes or its price is unlikely. */
export const isTicked = (line: MatchedLine, ticked: ReadonlyMap<string, boolean>): boolean =>
  !line.same && (ticked.get(itemKey(line.item)) ?? !line.unlikely)

const changeOf = ({ item: { kind, id }, price, leadDays, inStock }: MatchedLine) => ({
  kind,
  id,
  version: versionOf(kind, id) ?? 0,
  price,
  ...(leadDays === undefined ? {} : { leadDays }),
  ...(inStock === undefined ? {} : { inStock }),
})

/** The supplier with the headings and the decimal mark of a list. */
function supplierOf(
  { item, version }: KnownSupplier,
  { name, factor, list }: { readonly name: string; readonly factor: number; readonly list: PriceList },
  others: readonly { readonly item: SupplierDto }[],
): SupplierDto {
  const heading = (at: number | undefined) => (at === undefined ? '' : (list.heads[at] ?? '').slice(0, 120))
  const headings = Object.fromEntries(PRICE_COLUMNS.map((column) => [column, heading(list.columns[column])]))
  const id = version > 0 ? item.id : freeId(name, new Set(others.map((other) => other.item.id)))
  // A list without any mark shows no decimal mark.
  const decimal = list.hasMarks ? list.decimal : item.decimal
  return { id, name: name.trim(), headings, factor, ...(decimal ? { decimal } : {}) }
}

function freeId(name: string, taken: ReadonlySet<string>): string {
  const words = name.toLowerCase().match(/[a-z0-9]+/g) ?? ['supplier']
  const slug = words.join('-').slice(0, 50)
  for (let i = 1; ; i++) {
    const id = i === 1 ? slug : `${slug}-${i}`
    if (!taken.has(id)) return id
  }
}

const takenWords = (count: number, supplier: string): string =>
  `${count === 1 ? 'One item' : `${count} items`} changed. Columns and item numbers of ${supplier} are remembered. Sent quotes keep their prices.`

export const counted = (match: PriceMatch): string => {
  const changed = match.matched.filter(({ same }) => !same).length
  return `${changed} changed, ${match.matched.length - changed} unchanged, ${match.unmatched.length} not on the shelf`
}
