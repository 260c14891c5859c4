import type { BadRow, ImportQuestion, TableChoices } from './figure-csv.js'
import { decimalOf, markOf, numberOf } from './figure-csv.js'
import type { CsvLine } from './csv-lines.js'
import { delimiterOf, isFigure, SPACES, tableLines } from './table-lines.js'
import { CURRENCIES, type Currency } from '../words/shown-units.js'
import { supplyOf } from './supply-words.js'

/** What a column of a supplier's price list may hold. */
export const PRICE_COLUMNS = ['number', 'name', 'price', 'lead', 'stock'] as const
export type PriceColumn = (typeof PRICE_COLUMNS)[number]

interface ColumnHead {
  readonly label: string
  readonly usual: RegExp
}

/** Usual headings. Earlier columns are found first: "stock no." is a number, not a stock. Source: none (common practice). */
export const PRICE_COLUMN_HEADS: Readonly<Record<PriceColumn, ColumnHead>> = {
  number: {
    label: 'item number',
    usual:
      /^(sku|p\/?n|#|no\.?|number|code|part|item)$|\b(part|item|stock|catalog|cat|art|article|order|product)\b.*(\bno\b|nr|num|code|#)/i,
  },
  name: { label: 'description', usual: /desc|name|title|^(product|article|item)$/i },
  price: { label: 'price', usual: /price|cost|msrp|\b(net|each|list|dealer)\b|^[$€£]$/i },
  lead: { label: 'lead time', usual: /\blead\b|delivery( time| days| weeks)?$|\bships? (in|within)\b|\b(days|weeks)\b/i },
  stock: { label: 'in stock', usual: /^(?!.*(\b(no|nr|num|code)\b|#)).*(stock|avail|on hand)/i },
}

/** What a person decided about a price list, or what is remembered of the supplier. */
export interface PriceListChoices {
  readonly delimiter?: string
  readonly decimal?: TableChoices['decimal']
  /** Decimal mark of the supplier's last list. It answers only if this list does not show its own. */
  readonly usualDecimal?: TableChoices['decimal']
  /** Number of the column that holds each. `null` if no column holds it. */
  readonly columns?: Readonly<Partial<Record<PriceColumn, number | null>>>
  /** Headings of the supplier's last list. Empty if that list had no such column. */
  readonly headings?: Readonly<Partial<Record<PriceColumn, string>>>
}

/** One line of a price list. */
export interface PriceLine {
  readonly line: number
  /** The supplier's own number, or empty. */
  readonly number: string
  readonly name: string
  /** As in the list. */
  readonly price: number
  readonly leadDays?: number
  readonly inStock?: boolean
}

/** Result of reading a price list. */
export interface PriceList {
  readonly delimiter: string
  readonly decimal: '.' | ','
  /** True if a price has a decimal mark or a thousands separator. */
  readonly hasMarks: boolean
  /** Headings. "column 3" for a column without a heading. */
  readonly heads: readonly string[]
  /** First rows, shown beside the headings. */
  readonly sample: readonly (readonly string[])[]
  readonly columns: Readonly<Partial<Record<PriceColumn, number>>>
  readonly doubts: readonly ImportQuestion[]
  /** Currencies that are written in price cells, such as $ or EUR. */
  readonly currencies: readonly string[]
  /** Empty while there is a doubt. */
  readonly lines: readonly PriceLine[]
  /** Unusable lines, with the reason. */
  readonly bad: readonly BadRow[]
  /** Lines with an unreadable lead time or stock. Their price is used. */
  readonly notes: readonly BadRow[]
  /** Number of lines without a price, such as group headings. */
  readonly priceless: number
  /** Reason why the list cannot be read, or empty. */
  readonly problem: string
}

const CURRENCY = new RegExp(`[$€£¥]|\\b(?:${CURRENCIES.join('|')})\\b`, 'gi')
const SAMPLE_LINES = 40
const SAMPLE_ROWS = 3

/**
 * Reads a supplier's price list from CSV text. Detects delimiter, headings, decimal mark and currency. Asks about what is not clear (`doubts`) and
 * returns no lines until it is answered. Does not throw: a list that cannot be read has a `problem`.
 * @example readPriceList('SKU,Description,Price\nA-1,Main shaft,"$1,250.00"').lines[0]?.price // → 1250
 */
export function readPriceList(text: string, choices: PriceListChoices = {}): PriceList {
  const own = text.replace(/^\ufeff/, '')
  const found = choices.delimiter ?? delimiterOf(own.split(/\r\n|\n|\r/, SAMPLE_LINES))
  const delimiter = found === SPACES ? '\t' : found
  const filled = tableLines(own, delimiter).filter(({ cells, broken }) => broken !== undefined || cells.some((cell) => cell.trim() !== ''))
  const at = headLine(filled)
  const body = filled.slice(at + 1)
  const width = Math.max(0, ...filled.slice(0, SAMPLE_LINES).map(({ cells }) => cells.length))
  const heads = Array.from({ length: width }, (_, i) => filled[at]?.cells[i]?.replace(/\s+/g, ' ').trim() || `column ${i + 1}`)
  const { columns, doubts } = columnsOf(heads, choices)
  const list = { ...EMPTY, delimiter, heads, sample: sampleOf(body), columns, doubts }
  if (width < 2 || body.length === 0)
    return { ...list, doubts: [], problem: 'No rows with a price were found. Select another delimiter or another file.' }
  return doubts.length > 0 ? list : withLines(list, body, choices)
}

const EMPTY: PriceList = {
  delimiter: ',',
  decimal: '.',
  hasMarks: false,
  heads: [],
  sample: [],
  columns: {},
  doubts: [],
  currencies: [],
  lines: [],
  bad: [],
  notes: [],
  priceless: 0,
  problem: '',
}

/**
 * Index of the heading line, or -1. Chooses the line with the most usual headings among lines with at least two texts and no figure: a title line
 * may have one of them too. If no line has a usual heading, chooses the first line.
 */
function headLine(lines: readonly CsvLine[]): number {
  const isText = ({ cells }: CsvLine) =>
    cells.filter((cell) => cell.trim() !== '').length >= 2 && !cells.some((cell) => isFigure(withoutCurrency(cell)))
  const usual = ({ cells }: CsvLine) =>
    PRICE_COLUMNS.filter((column) => cells.some((cell) => PRICE_COLUMN_HEADS[column].usual.test(cell.trim()))).length
  const scores = lines.slice(0, SAMPLE_LINES).map((line) => (isText(line) ? usual(line) : -1))
  const most = Math.max(...scores)
  return most > 0 ? scores.indexOf(most) : scores[0] === 0 ? 0 : -1
}

/** First rows with more than one text. */
const sampleOf = (body: readonly CsvLine[]): (readonly string[])[] =>
  body.flatMap(({ cells }) => (cells.filter((cell) => cell.trim() !== '').length > 1 ? [cells] : [])).slice(0, SAMPLE_ROWS)

const withoutCurrency = (cell: string): string => cell.replace(CURRENCY, '').trim()

/** Finds the columns: chosen by a person, headed as in the supplier's last list, or with a usual heading. */
function columnsOf(heads: readonly string[], { columns = {}, headings = {} }: PriceListChoices): Pick<PriceList, 'columns' | 'doubts'> {
  const found: Partial<Record<PriceColumn, number>> = {}
  const doubts: ImportQuestion[] = []
  const decided = (column: PriceColumn): number | null | undefined => {
    const chosen = columns[column]
    if (chosen === null || (chosen !== undefined && chosen < heads.length)) return chosen
    const heading = headings[column]?.toLowerCase()
    if (heading === '') return null
    const at = heads.findIndex((head) => head.toLowerCase() === heading)
    return at < 0 ? undefined : at
  }
  const ask = (column: PriceColumn, among: readonly number[]) =>
    doubts.push({
      id: `column:${column}`,
      question: `Which column holds the ${PRICE_COLUMN_HEADS[column].label}?`,
      answers: among.map((i) => ({ value: String(i), words: heads[i] ?? '' })),
    })
  for (const column of PRICE_COLUMNS) {
    const at = decided(column)
    if (typeof at === 'number') found[column] = at
  }
  for (const column of PRICE_COLUMNS) {
    if (decided(column) !== undefined) continue
    const free = heads.flatMap((_, i) => (Object.values(found).includes(i) ? [] : [i]))
    const alike = free.filter((i) => PRICE_COLUMN_HEADS[column].usual.test(heads[i] ?? ''))
    const [only] = alike
    if (alike.length === 1 && only !== undefined) found[column] = only
    else if (alike.length > 1 && column === 'price') ask(column, alike)
    else if (alike.length > 1 && only !== undefined) found[column] = only
  }
  const free = heads.flatMap((_, i) => (Object.values(found).includes(i) ? [] : [i]))
  if (found.price === undefined && doubts.length === 0) ask('price', free)
  if (found.number === undefined && found.name === undefined) ask('number', free)
  return { columns: found, doubts }
}

function withLines(list: PriceList, body: readonly CsvLine[], { decimal, usualDecimal }: PriceListChoices): PriceList {
  const at = list.columns.price ?? -1
  const currencies = [...new Set(body.flatMap(({ cells }) => cells[at]?.toUpperCase().match(CURRENCY) ?? []))]
  const bare = body.map((line) => ({ ...line, cells: line.cells.map((cell, i) => (i === at ? withoutCurrency(cell) : cell)) }))
  const role = { id: 'price', label: 'price', headers: /price/, ...PRICE_FIGURE, above: 0, most: MOST_PRICE }
  const shown = decimalOf(bare, [role], { price: at }, decimal)
  const { mark, doubts } = shown.doubts.length > 0 ? decimalOf(bare, [role], { price: at }, usualDecimal) : shown
  const hasMarks = bare.some(({ cells }) => /\d[.,]\d/.test(cells[at] ?? ''))
  if (doubts.length > 0) return { ...list, doubts, currencies, hasMarks }
  const bad: BadRow[] = []
  const notes: BadRow[] = []
  const lines: PriceLine[] = []
  let priceless = 0
  for (const line of bare) {
    const read = priceLine(line, { ...list, decimal: mark }, (sentence) => notes.push({ line: line.number, sentence }))
    if (read === undefined) priceless++
    else if (typeof read === 'string') bad.push({ line: line.number, sentence: `Line ${line.number}: ${read}.` })
    else lines.push(read)
  }
  const once = eachOnce(lines)
  return {
    ...list,
    decimal: mark,
    hasMarks,
    currencies,
    priceless,
    notes,
    lines: once.lines,
    bad: [...bad, ...once.bad].sort((a, b) => a.line - b.line),
  }
}

/** Highest price of a part on the shelf. */
const MOST_PRICE = 1_000_000

/** A price for `markOf`. */
const PRICE_FIGURE = { units: [], usual: [0, MOST_PRICE] } as const

/** Reads a line. Returns the reason if it is unusable, and `undefined` if it has no price. */
function priceLine(
  { number: line, cells, broken }: CsvLine,
  { columns, decimal, heads }: PriceList,
  onNote: (sentence: string) => void,
): PriceLine | string | undefined {
  if (broken !== undefined) return `quotation marks don’t match (${broken})`
  const cell = (column: PriceColumn) => cells[columns[column] ?? -1]?.replace(/\s+/g, ' ').trim() ?? ''
  const [number, name, text] = [cell('number'), cell('name'), cell('price')]
  if (text === '') return undefined
  const price = numberOf(text, decimal)
  const own = markOf(text.replace(/[\s']/g, ''), PRICE_FIGURE)
  if (/[.,]/.test(text) && own !== null && own !== decimal)
    return `price: “${text.slice(0, 30)}” does not have the decimal ${decimal === ',' ? 'comma' : 'point'} of the other prices`
  if (!Number.isFinite(price)) return `price: not a number: “${text.slice(0, 30)}”`
  if (!(price > 0 && price <= MOST_PRICE)) return `price must be above 0 and at most ${MOST_PRICE}; found ${text}`
  if (number === '' && name === '') return 'no item number and no description'
  const supply = supplyOf({ lead: cell('lead'), stock: cell('stock'), leadHead: heads[columns.lead ?? -1] ?? '' })
  for (const doubt of supply.unknown) onNote(`Line ${line}: ${doubt}. It is not changed.`)
  const { leadDays, inStock } = supply
  return { line, number, name, price, ...(leadDays === undefined ? {} : { leadDays }), ...(inStock === undefined ? {} : { inStock }) }
}

/** Merges lines with the same number and price. Lines with the same number and different prices are unusable. */
function eachOnce(lines: readonly PriceLine[]): { readonly lines: readonly PriceLine[]; readonly bad: readonly BadRow[] } {
  const byKey = new Map<string, PriceLine[]>()
  for (const each of lines) byKey.set(lineKey(each), [...(byKey.get(lineKey(each)) ?? []), each])
  const groups = [...byKey.values()]
  const agree = (group: readonly PriceLine[]) => group.every(({ price }) => price === group[0]?.price)
  return {
    lines: groups.flatMap((group) => (agree(group) ? group.slice(0, 1) : [])),
    bad: groups.flatMap((group) =>
      agree(group)
        ? []
        : group.map(({ line, number, name }) => ({
            line,
            sentence: `Line ${line}: ${number || name} has ${group.length} different prices, on lines ${group.map((each) => each.line).join(', ')}.`,
          })),
    ),
  }
}

/** Key of a line: the supplier's number, or the description if there is no number. Ignores case and spaces. */
export const lineKey = ({ number, name }: Pick<PriceLine, 'number' | 'name'>): string =>
  (number === '' ? `${NAMED}${name}` : number).toLowerCase().replace(/\s+/g, ' ').trim()

/** Begins the key of a line without a number. */
export const NAMED = 'name '

const SIGNS: Readonly<Record<string, readonly Currency[]>> = {
  $: ['USD', 'CAD', 'AUD', 'NZD', 'MXN'],
  '€': ['EUR'],
  '£': ['GBP'],
  '¥': ['JPY'],
}

/** Currencies of a list that are not the shop's. A $ may be any dollar or peso. */
export const otherCurrencies = ({ currencies }: Pick<PriceList, 'currencies'>, own: Currency): readonly string[] =>
  currencies.filter((mark) => !(SIGNS[mark] ?? [mark]).some((each) => each === own))
