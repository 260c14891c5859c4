import { certain } from '@plucky/core'
import type { Problem } from '../words/error-messages.js'
import type { CsvLine } from './csv-lines.js'
import { delimiterOf, figuresIn, firstRow, isFigure, SPACES, tableLines, turned, withoutUnits } from './table-lines.js'

/** A unit in which a column may stand, by the ways it is written, and its factor to SI. */
export interface ColumnUnit {
  readonly name: string
  readonly written: RegExp
  readonly toSi: number
}

/** A figure that is looked for among the columns. */
export interface ColumnRole {
  readonly id: string
  readonly label: string
  /** How its column is usually headed. */
  readonly headers: RegExp
  /** Empty for a plain number. */
  readonly units: readonly ColumnUnit[]
  /** Allowed SI range. A value outside it is an error of the row. */
  readonly above: number
  readonly most: number
  /** What a figure in its usual unit never reaches below or above; tells a decimal comma from a comma between thousands. */
  readonly usual: readonly [number, number]
}

/** Decimal marks that a table may use. */
export const DECIMAL_MARKS = ['.', ','] as const

/** What a person decided about a table. */
export interface TableChoices {
  readonly delimiter?: string
  readonly decimal?: (typeof DECIMAL_MARKS)[number]
  /** Column by role, or none. */
  readonly columns?: Readonly<Record<string, number | null>>
  /** Unit by role. */
  readonly units?: Readonly<Record<string, string>>
  readonly leaveOut?: boolean
}

/** Something that the table does not say and that a person is asked. */
export interface ImportQuestion {
  readonly id: string
  readonly question: string
  readonly answers: readonly { readonly value: string; readonly words: string }[]
}

export interface BadRow {
  readonly line: number
  readonly sentence: string
}

/** A table of figures as far as it was understood. */
export interface FigureTable {
  readonly delimiter: string
  readonly decimal: '.' | ','
  readonly heads: readonly string[]
  /** Chosen or recognised, by role; what is not there is missing. */
  readonly columns: Readonly<Record<string, number>>
  readonly units: Readonly<Record<string, string>>
  readonly doubts: readonly ImportQuestion[]
  readonly bad: readonly BadRow[]
  /** Good rows in SI, by role. Empty while there is a doubt. */
  readonly rows: readonly { readonly line: number; readonly values: Readonly<Record<string, number>> }[]
  /** Rows of figures in the table, good and bad. */
  readonly count: number
  readonly problems: readonly Problem[]
}

/** A table in which nothing was recognized. */
export const EMPTY_TABLE: FigureTable = {
  delimiter: ',',
  decimal: '.',
  heads: [],
  columns: {},
  units: {},
  doubts: [],
  bad: [],
  rows: [],
  count: 0,
  problems: [],
}

/** What may part the cells of a table, in words. */
export const DELIMITER_WORDS: Record<string, string> = {
  ',': 'comma',
  ';': 'semicolon',
  '\t': 'tab',
  '|': 'vertical bar',
  [SPACES]: 'spaces',
}
const SAMPLE_LINES = 40

/**
 * Reads a table of figures: what parts its cells, its decimal mark, its header and the units in it are recognised where they can be, and
 * asked for where they can't. Lines count from 1, the header's included. Nothing is guessed silently: while a doubt stands there are no rows.
 */
export function readFigures(text: string, roles: readonly ColumnRole[], choices: TableChoices = {}): FigureTable {
  const sample = text.replace(/^\ufeff/, '').split(/\r\n|\n|\r/, SAMPLE_LINES)
  const delimiter = choices.delimiter ?? delimiterOf(sample)
  const raw = tableLines(text.replace(/^\ufeff/, ''), delimiter).filter(
    ({ cells, broken }) => broken !== undefined || cells.some((cell) => cell.trim() !== ''),
  )
  const { lines, units: inCells } = withoutUnits(turned(raw, (cell) => roles.some(({ headers }) => headers.test(cell))))
  const first = firstRow(lines, (line) => isWords(line) && namedIn(line, roles) > 0)
  const empty = { ...EMPTY_TABLE, delimiter }
  if (first < 0)
    return {
      ...empty,
      problems: [
        problem(
          'no-figures',
          `No rows with at least two numbers were found (delimiter: ${DELIMITER_WORDS[delimiter] ?? delimiter}). The file begins “${beginning(text)}”. Try another delimiter, or export the pull as CSV with rpm and torque or power.`,
        ),
      ],
    }
  const { heads, body } = headed(lines, first, roles, inCells)
  const columns = columnsOf(heads, roles, choices)
  const decimal = decimalOf(body, roles, columns.found, choices.decimal)
  const units = unitsOf(heads, roles, columns.found, choices)
  const doubts = [...columns.doubts, ...decimal.doubts, ...units.doubts]
  const known = { ...empty, decimal: decimal.mark, heads, columns: columns.found, units: units.found, doubts, count: body.length }
  return doubts.length > 0 ? known : { ...known, ...rowsOf(body, roles, known) }
}

/** First non-blank line of a file, shortened. */
const beginning = (text: string) => (text.split(/\r\n|\n|\r/).find((line) => line.trim() !== '') ?? '').trim().slice(0, 60)

const problem = (code: string, sentence: string): Problem => ({ code, path: '', sentence })

/** True for a line with at least two text cells and no number. */
const isWords = (line: CsvLine): boolean => figuresIn(line) === 0 && line.cells.filter((cell) => cell.trim() !== '').length >= 2

/** Number of roles that a line names. */
const namedIn = ({ cells }: CsvLine, roles: readonly ColumnRole[]): number =>
  roles.filter((role) => cells.some((cell) => role.headers.test(cell))).length

/**
 * Parts the header from the rows. The header is the line of words above the first figures that names the most of what is looked for, with a
 * line of units below it where there is one; all that follows is a row, also one in which nothing can be read.
 */
function headed(
  lines: readonly CsvLine[],
  first: number,
  roles: readonly ColumnRole[],
  inCells: ReadonlyMap<number, string>,
): { heads: string[]; body: readonly CsvLine[] } {
  let [at, most] = [-1, -1]
  lines.slice(0, first).forEach((line, i) => {
    if (isWords(line) && namedIn(line, roles) > most) [at, most] = [i, namedIn(line, roles)]
  })
  const below = lines[at + 1]
  const units = at >= 0 && at + 1 < first && below && isWords(below) && isUnits(below) ? below.cells : []
  const body = at < 0 ? lines.slice(lines.findIndex((line) => figuresIn(line) > 0)) : lines.slice(at + (units.length > 0 ? 2 : 1))
  const width = Math.max(...body.slice(0, SAMPLE_LINES).map(({ cells }) => cells.length))
  const heads = Array.from({ length: width }, (_, i) =>
    [lines[at]?.cells[i]?.replace(/\s+/g, ' ').trim(), units[i]?.trim(), inCells.get(i)].filter(Boolean).join(' '),
  )
  return { heads, body }
}

const KNOWN_UNIT =
  /^[[(]?\s*(k?rpm|1\/min|min\^?-1|u\/min|tr\/min|n[·.\- ]?m|lb[·.\- ]?ft|ft[·.\- ]?lbs?|m?k[gp]f?[·.\- ]?m?|b?hp|k?w|ps|cv)\s*[\])]?$/i
/** Short unit of another channel, such as °C, mbar or a dash. */
const SHORT_UNIT = /^[[(]?\s*[°%µa-zλ·/\-^*().0-9]{0,10}\s*[\])]?$/i

/** True for a line of units: at least one known unit and no longer text. */
const isUnits = ({ cells }: CsvLine): boolean =>
  cells.some((cell) => KNOWN_UNIT.test(cell.trim())) && cells.every((cell) => cell.trim() === '' || SHORT_UNIT.test(cell.trim()))

interface Found<T> {
  readonly found: Readonly<Record<string, T>>
  readonly doubts: readonly ImportQuestion[]
}

/** The column of each role: chosen, or the only one that is headed like it. Roles that share a group of names are sorted out by the caller's choice. */
function columnsOf(heads: readonly string[], roles: readonly ColumnRole[], { columns = {} }: TableChoices): Found<number> {
  const found: Record<string, number> = {}
  const doubts: ImportQuestion[] = []
  for (const role of roles) {
    const chosen = columns[role.id]
    if (chosen === null) continue
    if (chosen !== undefined && chosen < heads.length) {
      found[role.id] = chosen
      continue
    }
    const alike = heads.flatMap((head, i) => (role.headers.test(head) ? [i] : []))
    const [only] = alike
    if (alike.length === 1 && only !== undefined) found[role.id] = only
    else if (alike.length > 1) doubts.push(whichColumn(role, heads, alike))
  }
  return { found, doubts }
}

/** Asks which column a role has. */
export const whichColumn = (role: ColumnRole, heads: readonly string[], among: readonly number[]): ImportQuestion => ({
  id: `column:${role.id}`,
  question: `Which column holds ${role.label}?`,
  answers: among.map((i) => ({ value: String(i), words: heads[i] ? `${i + 1}: ${heads[i]}` : `column ${i + 1}` })),
})

/** The unit of each role's column: chosen, written in its head, or asked. */
function unitsOf(
  heads: readonly string[],
  roles: readonly ColumnRole[],
  columns: Readonly<Record<string, number>>,
  { units = {} }: TableChoices,
): Found<string> {
  const found: Record<string, string> = {}
  const doubts: ImportQuestion[] = []
  for (const { id, label, units: known } of roles) {
    const column = columns[id]
    if (column === undefined || known.length === 0) continue
    const head = heads[column] ?? ''
    const unit = known.find(({ name }) => name === units[id]) ?? known.find(({ written }) => written.test(head))
    if (unit) found[id] = unit.name
    else
      doubts.push({
        id: `unit:${id}`,
        question: `Which unit is ${label}${head ? ` (“${head}”)` : ''} in?`,
        answers: known.map(({ name }) => ({ value: name, words: name })),
      })
  }
  return { found, doubts }
}

/** The decimal mark: chosen, shown by a cell that can only be read one way, or asked. */
export function decimalOf(
  body: readonly CsvLine[],
  roles: readonly ColumnRole[],
  columns: Readonly<Record<string, number>>,
  chosen: TableChoices['decimal'],
): { mark: '.' | ','; doubts: readonly ImportQuestion[] } {
  if (chosen) return { mark: chosen, doubts: [] }
  let open = ''
  for (const role of roles) {
    const column = columns[role.id]
    if (column === undefined) continue
    for (const { cells } of body) {
      const cell = bare(cells[column] ?? '')
      if (!/[.,]/.test(cell) || !isFigure(cell)) continue
      const mark = markOf(cell, role)
      if (mark !== null) return { mark, doubts: [] }
      open ||= cell
    }
  }
  if (!open) return { mark: '.', doubts: [] }
  return {
    mark: '.',
    doubts: [
      {
        id: 'decimal',
        question: `Is the mark in “${open}” a decimal point or a thousands separator?`,
        answers: [
          { value: open.includes(',') ? ',' : '.', words: 'decimal point' },
          { value: open.includes(',') ? '.' : ',', words: 'thousands separator' },
        ],
      },
    ],
  }
}

/** The decimal mark that a cell shows, or null where it could be read both ways. */
export function markOf(cell: string, { usual, units }: Pick<ColumnRole, 'usual' | 'units'>): '.' | ',' | null {
  const [dots, commas] = [cell.split('.').length - 1, cell.split(',').length - 1]
  if (dots > 0 && commas > 0) return cell.lastIndexOf('.') > cell.lastIndexOf(',') ? '.' : ','
  const [mark, other] = commas > 0 ? ([',', '.'] as const) : (['.', ','] as const)
  const groups = cell.replace(/^[-+]/, '').split(mark)
  if (groups.length > 2) return other
  const [whole = '', part = ''] = groups
  if (part.length !== 3 || whole.length > 3 || whole === '' || whole.startsWith('0')) return mark
  const factor = units.length > 0 ? 1 : 0
  const [asDecimal, asThousands] = [Number(`${whole}.${part}`), Number(whole + part)]
  const fits = (value: number) => factor === 0 || (value >= usual[0] && value <= usual[1])
  if (fits(asDecimal) === fits(asThousands)) return null
  return fits(asDecimal) ? mark : other
}

const bare = (cell: string) => cell.trim().replace(/[\s\u00a0']/g, '')

/** A cell as a number, by the table's decimal mark; not a number where it can't be read. */
export function numberOf(cell: string, decimal: '.' | ','): number {
  const text = bare(cell)
  if (!isFigure(text)) return NaN
  return Number(decimal === ',' ? text.replaceAll('.', '').replace(',', '.') : text.replaceAll(',', ''))
}

function rowsOf(body: readonly CsvLine[], roles: readonly ColumnRole[], table: FigureTable): Pick<FigureTable, 'rows' | 'bad'> {
  const rows: { line: number; values: Readonly<Record<string, number>> }[] = []
  const bad: BadRow[] = []
  const used = roles.filter(({ id }) => table.columns[id] !== undefined)
  for (const line of body) {
    const read = line.broken === undefined ? used.map((role) => [role.id, cellOf(line, role, table)] as const) : []
    const wrong =
      line.broken === undefined
        ? read.flatMap(([, cell]) => (typeof cell === 'string' ? [cell] : []))
        : [`quotation marks don’t match (${line.broken})`]
    if (wrong.length > 0) bad.push({ line: line.number, sentence: `Line ${line.number}: ${wrong.join('; ')}.` })
    // All values were parsed as numbers above.
    else rows.push({ line: line.number, values: Object.fromEntries(read) as Record<string, number> })
  }
  return { rows, bad }
}

/** A cell's figure in SI, or why it is none of its role. */
function cellOf({ cells }: CsvLine, role: ColumnRole, table: FigureTable): number | string {
  const text = cells[certain(table.columns[role.id])] ?? ''
  const value = numberOf(text, table.decimal)
  if (text.trim() === '') return `${role.label} is missing`
  if (!Number.isFinite(value)) return `${role.label}: not a number: “${text.trim().slice(0, 30)}”`
  const unit = role.units.find(({ name }) => name === table.units[role.id])
  const si = value * (unit?.toSi ?? 1)
  const reads = `${text.trim()}${unit ? ` ${unit.name}` : ''}`
  if (!(si > role.above)) return `${role.label} must be above ${shown(role.above / (unit?.toSi ?? 1))}; found ${reads}`
  if (!(si <= role.most)) return `${role.label} must be ${shown(role.most / (unit?.toSi ?? 1))} or less; found ${reads}`
  return si
}

const shown = (value: number) => String(Number(value.toPrecision(6)))
