import { memberAt } from '@plucky/core'
import { csvLines, type CsvLine } from './csv-lines.js'

/** Delimiter value for columns separated by spaces. */
export const SPACES = ' '

const NUMBER = /^[-+]?(\d+([.,]\d+)*|[.,]\d+)(e[-+]?\d+)?$/i
export const isFigure = (cell: string): boolean => NUMBER.test(cell.trim().replace(/[\s\u00a0']/g, ''))
export const figuresIn = ({ cells }: CsvLine): number => cells.filter(isFigure).length

/** Minimum share of cells that must match for units in cells or a transposed table to be detected. */
const MOST = 0.8

/**
 * Detects the delimiter: spaces if most lines are numbers separated only by spaces, else the mark that splits most lines
 * into the same number of cells.
 */
export function delimiterOf(sample: readonly string[]): string {
  const filled = sample.filter((line) => line.trim() !== '')
  const spaced = filled.filter((line) => {
    const words = line.trim().split(/\s+/)
    return words.length >= 2 && words.every(isFigure) && !line.trim().includes('\t')
  })
  if (spaced.length >= 2 && spaced.length >= filled.length / 2) return SPACES
  const score = (mark: string) => {
    const counts = new Map<number, number>()
    for (const line of sample) {
      const cells = line.replace(/"[^"]*"/g, '').split(mark).length
      if (cells > 1) counts.set(cells, (counts.get(cells) ?? 0) + 1)
    }
    return Math.max(0, ...counts.values())
  }
  // Comma last, because it may be the decimal mark.
  const order = [';', '\t', '|', ',']
  return order.reduce((best, mark) => (score(mark) > score(best) ? mark : best))
}

const MOST_MENDED = 200

/** Splits a table into lines and cells. An unclosed quote affects only its own line. */
export function tableLines(text: string, delimiter: string): CsvLine[] {
  if (delimiter === SPACES) return spacedLines(text)
  const lines: CsvLine[] = []
  let [rest, offset] = [text, 0]
  for (let i = 0; i < MOST_MENDED; i++) {
    const read = csvLines(rest, delimiter)
    const open = read.findIndex(
      (line, k) => line.broken !== undefined && (k === read.length - 1 || line.cells.some((cell) => /[\r\n]/.test(cell))),
    )
    const moved = read.map((line) => ({ ...line, number: line.number + offset }))
    if (open < 0) return [...lines, ...moved]
    lines.push(...moved.slice(0, open), { ...memberAt(moved, open), cells: [] })
    const physical = rest.split(/\r\n|\n|\r/)
    const done = memberAt(read, open).number
    rest = physical.slice(done).join('\n')
    offset += done
    if (rest === '') return lines
  }
  return lines
}

/** Splits number lines at any space. Splits text lines at double spaces, or at single spaces if that gives the column count. */
function spacedLines(text: string): CsvLine[] {
  const raw = text.split(/\r\n|\n|\r/).map((line) => line.trim())
  const width = Math.max(0, ...raw.map((line) => line.split(/\s+/)).map((words) => (words.every(isFigure) ? words.length : 0)))
  return raw.map((line, i) => {
    const words = line.split(/\s+/)
    const apart = line.split(/\s{2,}|\t/)
    const cells = words.every(isFigure) || (apart.length !== width && words.length === width) ? words : apart
    return { number: i + 1, cells: line === '' ? [''] : cells, broken: undefined }
  })
}

/** A number followed by a unit. */
const WITH_UNIT = /^\s*([-+]?[\d.,'\u00a0]*\d)\s*([a-z°%µ⁻¹·][^\d;|]*)\s*$/i

/** Removes units from the cells of a column and returns them by column index. */
export function withoutUnits(lines: readonly CsvLine[]): { lines: readonly CsvLine[]; units: ReadonlyMap<number, string> } {
  const found = new Map<number, Map<string, number>>()
  const count = new Map<number, number>()
  for (const { cells } of lines)
    cells.forEach((cell, i) => {
      const unit = WITH_UNIT.exec(cell)?.[2]?.trim()
      if (unit === undefined && !isFigure(cell)) return
      count.set(i, (count.get(i) ?? 0) + 1)
      if (unit === undefined) return
      const own = found.get(i) ?? new Map<string, number>()
      found.set(i, own.set(unit, (own.get(unit) ?? 0) + 1))
    })
  const units = new Map(
    [...found].flatMap(([i, own]): [number, string][] =>
      [...own].flatMap(([unit, n]): [number, string][] => (n >= 2 && n >= MOST * (count.get(i) ?? 0) ? [[i, unit]] : [])),
    ),
  )
  if (units.size === 0) return { lines, units }
  const bare = (cell: string, i: number) => {
    const [, figure, unit] = WITH_UNIT.exec(cell) ?? []
    return figure !== undefined && unit?.trim() === units.get(i) ? figure : cell
  }
  return { lines: lines.map((line) => ({ ...line, cells: line.cells.map(bare) })), units }
}

/** Transposes a table whose rows are channels: a name, then numbers, with at least two names known. Returns other tables unchanged. */
export function turned(lines: readonly CsvLine[], isName: (cell: string) => boolean): readonly CsvLine[] {
  const named = lines.filter(
    ({ cells }) => cells.length >= 4 && !isFigure(cells[0] ?? '') && cells.slice(1).filter(isFigure).length >= MOST * (cells.length - 1),
  )
  const [first] = named
  if (
    !first ||
    named.filter(({ cells }) => isName(cells[0] ?? '')).length < 2 ||
    lines.some((line) => !named.includes(line) && figuresIn(line) >= 2)
  )
    return lines
  const before = lines.slice(0, lines.indexOf(first)).filter((line) => !named.includes(line))
  const columns = first.cells.map((_, i) => ({
    number: first.number + i,
    cells: named.map(({ cells }) => cells[i] ?? ''),
    broken: undefined,
  }))
  return [...before, ...columns]
}

/**
 * Index of the first data row: below the first header, with at least two numbers, and followed by similar rows (one of the next three
 * may be bad). Numbers in the preamble are skipped. −1 if there is none.
 */
export function firstRow(lines: readonly CsvLine[], isHeader: (line: CsvLine) => boolean): number {
  const begins = (line: CsvLine, i: number) => {
    const next = lines.slice(i + 1, i + 4)
    const alike = next.filter((other) => other.cells.length === line.cells.length && figuresIn(other) >= 2)
    return figuresIn(line) >= 2 && alike.length >= next.length - 1
  }
  const header = lines.findIndex(isHeader)
  const below = lines.findIndex((line, i) => i > header && begins(line, i))
  return below >= 0 ? below : lines.findIndex((line) => figuresIn(line) >= 2)
}
