import papaparse from 'papaparse'

/** A table for export. Column names include the unit. */
export interface PlainTable {
  readonly columns: readonly string[]
  readonly rows: readonly (readonly (string | number | null)[])[]
}

/** Significant digits of exported numbers. */
const DIGITS = 6

/** Writes a table as CSV with six significant digits. Unknown values are blank. */
export function tableCsv({ columns, rows }: PlainTable): string {
  const cell = (value: string | number | null) =>
    typeof value === 'number' ? (Number.isFinite(value) ? Number(value.toPrecision(DIGITS)) : '') : (value ?? '')
  return `${papaparse.unparse({ fields: [...columns], data: rows.map((row) => row.map(cell)) }, { escapeFormulae: true, newline: '\r\n' })}\r\n`
}
