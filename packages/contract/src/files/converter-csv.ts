import { certain } from '@plucky/core'
import { tableIssues, toSi, type TableRow } from '@plucky/core'
import papaparse from 'papaparse'
import { toProblem } from '../words/error-messages.js'
import type { Problem } from '../words/error-messages.js'
import { readFigures, whichColumn, type ImportQuestion, type FigureTable, type ColumnRole, type TableChoices } from './figure-csv.js'

const ROLES: readonly ColumnRole[] = [
  {
    id: 'speedRatio',
    label: 'speed ratio',
    headers: /\bsr\b|speed ratio|^nu$|ν/i,
    units: [],
    above: -1e-9,
    most: 1,
    usual: [0, 1],
  },
  {
    id: 'torqueRatio',
    label: 'torque ratio',
    headers: /\btr\b|torque ratio|^mu$|μ/i,
    units: [],
    above: 0,
    most: 6,
    usual: [0, 6],
  },
  {
    id: 'kFactor',
    label: 'K-factor',
    headers: /^k\b|k[- ]?factor|capacity factor/i,
    units: [
      { name: 'rpm/√lb-ft', written: /lb|ft/i, toSi: toSi(1, 'rpm/√lb-ft') },
      { name: 'rpm/√N·m', written: /n[·.\- ]?m/i, toSi: toSi(1, 'rpm/√N·m') },
    ],
    above: 0,
    most: toSi(5000, 'rpm/√lb-ft'),
    usual: [20, 5000],
  },
]

/** A converter's measured table as far as it was understood. */
export interface ConverterReading {
  readonly table: FigureTable
  readonly doubts: readonly ImportQuestion[]
  /** What is wrong with the rows against each other. */
  readonly problems: readonly Problem[]
  readonly rows: readonly TableRow[] | undefined
}

/** Reads a converter's own table (SR, TR, K). Rows that can't be read refuse the whole: a hole in a converter's curve is not left out. */
export function readConverterTable(text: string, choices: TableChoices = {}): ConverterReading {
  const table = readFigures(text, ROLES, choices)
  const all = table.heads.map((_, i) => i)
  const lacking =
    table.problems.length > 0
      ? []
      : ROLES.filter(({ id }) => table.columns[id] === undefined && !table.doubts.some((d) => d.id === `column:${id}`))
  const doubts = [...table.doubts, ...lacking.map((role) => whichColumn(role, table.heads, all))]
  const bad = table.bad.map(({ line, sentence }): Problem => ({ code: 'row-unreadable', path: String(line), sentence }))
  if (doubts.length > 0 || table.problems.length > 0 || bad.length > 0)
    return { table, doubts, problems: [...table.problems, ...bad], rows: undefined }
  const rows = table.rows.map(({ values }): TableRow => ({
    speedRatio: Math.max(0, certain(values['speedRatio'])),
    torqueRatio: certain(values['torqueRatio']),
    kFactorRadPerSPerRootNm: certain(values['kFactor']),
  }))
  const problems = tableIssues(rows).map(toProblem)
  return { table, doubts, problems, rows: problems.length > 0 ? undefined : rows }
}

/** A converter's table as a file; reading it back gives the same figures to nine digits. */
export function writeConverterTable(rows: readonly TableRow[]): string {
  const digits = (value: number) => String(Number(value.toPrecision(12)))
  const data = rows.map((row) => [
    digits(row.speedRatio),
    digits(row.torqueRatio),
    digits(row.kFactorRadPerSPerRootNm / toSi(1, 'rpm/√lb-ft')),
  ])
  return `${papaparse.unparse({ fields: ['SR', 'TR', 'K (rpm/√lb-ft)'], data }, { newline: '\r\n' })}\r\n`
}
