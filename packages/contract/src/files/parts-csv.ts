import { certain, memberAt } from '@plucky/core'
import type { Part } from '@plucky/core'
import papaparse from 'papaparse'
import { csvLines, type CsvLine } from './csv-lines.js'
import { fieldsOf, type Dto, type Field } from '../dto/fields.js'
import { checkPart, PartDto } from '../dto/part.dto.js'
import type { Problem } from '../words/error-messages.js'
import { leavesOf } from '../words/field-values.js'
import { readQuantity, splitName, writeQuantity } from './quantities.js'

/** A cell that a spreadsheet would take for a formula is written with an apostrophe before it, and read without. */
const FORMULA = /^'*[=+\-@\t\r]/
const LIST_GAP = '; '

/**
 * Parts as a table: a row a part, a column a field, named by its path as in an open file: `geometry.sections.0.outerDiameter` holds
 * "1.102 in". Figures carry their unit, lists of names are parted by semicolons, an empty cell leaves the field out.
 * Reading it back gives the same parts.
 */
export function writePartsCsv(parts: readonly Part[]): string {
  const rows = parts.map((part) => new Map(leavesOf(part, PartDto).map((leaf) => [columnOf(leaf.path), cellOf(leaf.field, leaf.value)])))
  const columns = [...new Set(rows.flatMap((row) => [...row.keys()]))].sort(byColumn(rows))
  const data = rows.map((row) => columns.map((column) => row.get(column) ?? ''))
  return `${papaparse.unparse({ fields: columns, data }, { escapeFormulae: FORMULA, newline: '\r\n' })}\r\n`
}

/** Columns in the order in which fields are declared; those of a list beside each other by its numbers. */
function byColumn(rows: readonly ReadonlyMap<string, string>[]): (a: string, b: string) => number {
  const first = new Map<string, number>()
  for (const row of rows) for (const column of row.keys()) if (!first.has(groupOf(column))) first.set(groupOf(column), first.size)
  const rank = (column: string) => first.get(groupOf(column)) ?? 0
  const within = new Map([...new Set(rows.flatMap((row) => [...row.keys()]))].map((column, i) => [column, i]))
  return (a, b) => rank(a) - rank(b) || (within.get(a) ?? 0) - (within.get(b) ?? 0)
}

/** "geometry.sections.0" of "geometry.sections.0.length". */
const groupOf = (column: string) => /^(.*\.\d+)\./.exec(column)?.[1] ?? column

const columnOf = (path: string) =>
  path
    .split('.')
    .map((key) => splitName(key)?.name ?? key)
    .join('.')

function cellOf({ key, holds }: Field, value: unknown): string {
  if (value === null) return ''
  // The field description says that it is a list of ids.
  if (holds.type === 'ids') return (value as string[]).join(LIST_GAP)
  const split = holds.type === 'figure' && holds.span.unit ? splitName(key) : undefined
  return split && typeof value === 'number' ? writeQuantity(value, split.dimension) : String(value)
}

/** A row of a table of parts: the part that it is, or what is wrong with it. Lines count from 1, the header's included. */
export type PartRow =
  | { readonly line: number; readonly ok: true; readonly part: Part }
  | { readonly line: number; readonly ok: false; readonly id: string; readonly problems: readonly Problem[] }

export interface PartsTable {
  readonly rows: readonly PartRow[]
  /** What is wrong with the table as a whole; then no row was read. */
  readonly problems: readonly Problem[]
}

/** Reads a table of parts. Where semicolons part its cells, a comma inside a figure is a decimal comma. */
export function readPartsCsv(text: string): PartsTable {
  const delimiter = delimiterOf(text)
  const lines = csvLines(text, delimiter)
  const [header, ...body] = lines
  const columns = (header?.cells ?? []).map((cell) => cell.trim().replace(/^\ufeff/, ''))
  const problems = headerProblems(columns)
  if (problems.length > 0) return { rows: [], problems }
  const rows = body.filter(({ cells }) => cells.some((cell) => cell.trim() !== '')).map((line) => rowOf(line, columns, delimiter === ';'))
  return { rows: onceEach(rows), problems: rows.length > 0 ? [] : [problem('table-empty', '', 'The table has no rows below the header.')] }
}

/** What parts the cells: told by the heads alone, since names of columns hold none of these and cells may hold any of them. */
function delimiterOf(text: string): string {
  const [heads = ''] = text.split(/\r\n|\n|\r/, 1)
  const count = (mark: string) => heads.split(mark).length
  return [',', ';', '\t'].reduce((most, mark) => (count(mark) > count(most) ? mark : most))
}

const problem = (code: string, path: string, sentence: string): Problem => ({ code, path, sentence })

function headerProblems(columns: readonly string[]): Problem[] {
  const missing = ['id', 'name', 'kind'].filter((name) => !columns.includes(name))
  if (missing.length > 0)
    return [
      problem(
        'columns-missing',
        missing.join(', '),
        `The first line must name the columns; ${missing.map((m) => `"${m}"`).join(', ')} is missing. Export a table to see all columns.`,
      ),
    ]
  return columns
    .filter((column, i) => column !== '' && columns.indexOf(column) !== i)
    .map((column) => problem('column-twice', column, `The column "${column}" appears twice.`))
}

function rowOf({ number: line, cells, broken }: CsvLine, columns: readonly string[], decimalComma: boolean): PartRow {
  const cell = (name: string) => unescaped(cells[columns.indexOf(name)] ?? '')
  const id = cell('id')
  const bad = (problems: readonly Problem[]): PartRow => ({ line, ok: false, id, problems })
  if (broken !== undefined) return bad([problem('quotes-broken', '', `Quotation marks in this row don’t match: ${broken}.`)])
  if (cells.length > columns.length)
    return bad([problem('row-too-long', '', `The row has ${cells.length} cells, the header names ${columns.length}.`)])
  const holder: Record<string, unknown> = { kind: cell('kind') }
  const problems = columns.flatMap((column, i) => {
    const text = unescaped(cells[i] ?? '')
    if (column === '' || text === '') return []
    const read = valueOf(column, text, holder, decimalComma)
    if ('problem' in read) return [read.problem]
    put(holder, read.path, read.value)
    return []
  })
  const checked = checkPart(dense({ stated: [], geometry: {}, ...holder }))
  if (checked.ok && problems.length === 0) return { line, ok: true, part: checked.value }
  // What is wrong beside the cells that can't be read; what holds such a cell is not complained of once more.
  const others = checked.ok ? [] : checked.problems.map((p) => ({ ...p, path: columnOf(p.path) }))
  return bad([...problems, ...others.filter((other) => !problems.some((p) => p.path.startsWith(other.path)))])
}

const unescaped = (cell: string) => (/^'+[=+\-@\t\r]/.test(cell) ? cell.slice(1) : cell).trim()

type Read = { readonly path: string; readonly value: unknown } | { readonly problem: Problem }

/** What a cell says, by the rule of the field that its column names. */
function valueOf(column: string, text: string, holder: object, decimalComma: boolean): Read {
  const found = fieldAt(column, holder)
  const refuse = (code: string, sentence: string): Read => ({ problem: problem(code, column, sentence) })
  if (!found) return refuse('field-unknown', `There is no field "${column}" for this part type (cell: "${text.slice(0, 40)}").`)
  const { field, path } = found
  switch (field.holds.type) {
    case 'figure': {
      const { unit, label } = field.holds.span
      const written = decimalComma ? text.replace(/(\d),(\d)/, '$1.$2') : text
      if (!unit) {
        const value = Number(written.replace(/(?<=\d),(?=\d{3}\b)/g, ''))
        return Number.isFinite(value) ? { path, value } : refuse('figure-unreadable', `${label} must be a number (got "${text}").`)
      }
      const read = readQuantity(written)
      if (!read) return refuse('figure-unreadable', `${label} needs a number with a unit, such as "12 ${unit}" (got "${text}").`)
      if (read.dimension !== splitName(field.key)?.dimension)
        return refuse('unit-of-another-kind', `${label} can’t use the unit in "${text}"; use ${unit}.`)
      return { path, value: read.valueSi }
    }
    case 'yes-no':
      return /^(true|false|yes|no)$/i.test(text)
        ? { path, value: /^(true|yes)$/i.test(text) }
        : refuse('yes-or-no', `${field.label} must be true or false (got "${text}").`)
    case 'ids':
      return { path, value: text.split(';').map((each) => each.trim()) }
    default:
      return { path, value: text }
  }
}

/** The field that a column names, with its path in the contract, whose figures end in their unit. */
function fieldAt(column: string, part: object): { field: Field; path: string } | undefined {
  const keys = column.split('.')
  let [dto, holder, path]: [Dto | undefined, object | undefined, string[]] = [PartDto, part, []]
  for (let i = 0; i < keys.length; i++) {
    const field: Field | undefined = dto && fieldsOf(dto).find(({ key }) => key === keys[i] || splitName(key)?.name === keys[i])
    if (!field) return undefined
    path.push(field.key)
    if (i === keys.length - 1) return ['shape', 'shapes'].includes(field.holds.type) ? undefined : { field, path: path.join('.') }
    if (field.holds.type === 'shape') [dto, holder] = [field.holds.dto(holder), undefined]
    else if (field.holds.type === 'shapes' && /^\d{1,3}$/.test(keys[i + 1] ?? ''))
      [dto, path] = [field.holds.dto(), [...path, memberAt(keys, ++i)]]
    else return undefined
  }
  return undefined
}

/** Puts a value at a path, making objects and lists on the way. */
function put(into: Record<string, unknown>, path: string, value: unknown): void {
  const keys = path.split('.')
  const last = certain(keys.pop())
  let at = into
  keys.forEach((key, i) => {
    at[key] ??= /^\d+$/.test(keys[i + 1] ?? last) ? [] : {}
    // Created on the line above if missing.
    at = at[key] as Record<string, unknown>
  })
  at[last] = value
}

/** Lists without the gaps that empty cells leave. */
function dense(value: unknown): unknown {
  if (Array.isArray(value)) return value.filter((each) => each !== undefined).map(dense)
  if (typeof value !== 'object' || value === null) return value
  return Object.fromEntries(Object.entries(value).map(([key, inner]) => [key, dense(inner)]))
}

/** The same part twice in one table: the later row is refused and names the earlier. */
function onceEach(rows: readonly PartRow[]): PartRow[] {
  const seen = new Map<string, number>()
  return rows.map((row) => {
    if (!row.ok) return row
    const before = seen.get(row.part.id)
    if (before === undefined) {
      seen.set(row.part.id, row.line)
      return row
    }
    return {
      line: row.line,
      ok: false,
      id: row.part.id,
      problems: [problem('part-twice', 'id', `"${row.part.id}" is already on line ${before}.`)],
    }
  })
}
