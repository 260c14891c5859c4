import papaparse from 'papaparse'

/** A row of a table with the line of the file on which it begins, which is not its number where a cell holds several lines. */
export interface CsvLine {
  readonly number: number
  readonly cells: readonly string[]
  /** What is wrong with its quotes. */
  readonly broken: string | undefined
}

/** All rows of a table, lines counted from 1. */
export function csvLines(text: string, delimiter: string): CsvLine[] {
  const lines: CsvLine[] = []
  let [at, number] = [0, 1]
  papaparse.parse<string[]>(text, {
    delimiter,
    step: ({ data, errors, meta }) => {
      const quotes = errors.find((error) => error.type === 'Quotes')
      lines.push({ number, cells: data, broken: quotes?.message })
      number += text.slice(at, meta.cursor).split(/\r\n|\n|\r/).length - 1
      at = meta.cursor
    },
  })
  return lines
}
