import papaparse from 'papaparse'

/** A table as it is written out: a column each with its name and unit, rows of words and figures. */
export interface PlainTable {
  readonly columns: readonly string[]
  readonly rows: readonly (readonly (string | number | null)[])[]
}

/** Significant digits of a figure in a table that goes out. */
const DIGITS = 6

/** A table as CSV; figures to six digits, what is not known left blank. */
export function tableCsv({ columns, rows }: PlainTable): string {
  const cell = (value: string | number | null) =>
    typeof value === 'number' ? (Number.isFinite(value) ? Number(value.toPrecision(DIGITS)) : '') : (value ?? '')
  return `${papaparse.unparse({ fields: [...columns], data: rows.map((row) => row.map(cell)) }, { escapeFormulae: true, newline: '\r\n' })}\r\n`
}
