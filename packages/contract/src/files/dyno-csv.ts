import { sweepPoints, toSi, type CurvePoint, type Sweep } from '@plucky/core'
import papaparse from 'papaparse'
import type { Problem } from '../words/error-messages.js'
import {
  EMPTY_TABLE,
  readFigures,
  whichColumn,
  type ImportQuestion,
  type FigureTable,
  type ColumnRole,
  type TableChoices,
} from './figure-csv.js'

const SPEED: ColumnRole = {
  id: 'speed',
  label: 'engine speed',
  headers: /rpm|1\/min|min\^?-1|min⁻¹|[ut]r?\/min|speed|rev|drehzahl|tours|r[ée]gime|giri/i,
  units: [
    { name: 'krpm', written: /k\s?rpm|[x×*/]\s?1000/i, toSi: toSi(1000, 'rpm') },
    { name: 'rpm', written: /rpm|1\/min|min\^?-1|min⁻¹|[ut]r?\/min|rev|tours|giri/i, toSi: toSi(1, 'rpm') },
    { name: 'rad/s', written: /rad\/s/i, toSi: 1 },
  ],
  above: toSi(199, 'rpm'),
  most: toSi(15000, 'rpm'),
  usual: [200, 15000],
}

const TORQUE: ColumnRole = {
  id: 'torque',
  label: 'torque',
  headers: /torque|moment|couple|coppia|tq\b|n[·.\- ]?m\b|lb[·.\- ]?ft|ft[·.\- ]?lb|\bk[gp]f?[·.\- ]?m\b|\bm[·.\- ]?k[gp]f?\b/i,
  units: [
    { name: 'N·m', written: /\bn[·.\- ]?m\b/i, toSi: 1 },
    { name: 'lb-ft', written: /lbs?[·.\- ]?ft|ft[·.\- ]?lbs?/i, toSi: toSi(1, 'lb-ft') },
    { name: 'kgf·m', written: /\bk[gp]f?[·.\- ]?m\b|\bm[·.\- ]?k[gp]f?\b/i, toSi: 9.80665 },
  ],
  above: 0,
  most: toSi(10000, 'lb-ft'),
  usual: [5, 20000],
}

const POWER: ColumnRole = {
  id: 'power',
  label: 'power',
  headers: /power|leistung|puissance|potenza|\b[bw]?hp\b|\bk?w\b|\bwatts?\b|\bps\b|\bcv\b/i,
  units: [
    { name: 'hp', written: /\b[bw]?hp\b/i, toSi: toSi(1, 'hp') },
    { name: 'kW', written: /\bkw\b/i, toSi: 1000 },
    { name: 'W', written: /\bw\b|\bwatts?\b/i, toSi: 1 },
    { name: 'PS', written: /\bps\b|\bcv\b/i, toSi: 735.49875 },
  ],
  above: 0,
  most: 1e7,
  usual: [2, 10000],
}

const ROLES: readonly ColumnRole[] = [SPEED, TORQUE, POWER]

/** What a dyno sheet says of how it was measured. */
export interface DynoHints {
  readonly atWheels: boolean
  readonly corrected: 'none' | 'j1349' | 'older' | null
}

/** A dyno file as far as it was understood. */
export interface DynoReading {
  readonly table: FigureTable
  /** Doubts of the table, and those of a dyno sheet: no torque, bad rows that nobody decided about. */
  readonly doubts: readonly ImportQuestion[]
  readonly hints: DynoHints
  /** The curve; nothing while anything is in doubt. */
  readonly sweep: Sweep | undefined
  /** Why torque and power of the same rows do not belong together, if they don't. */
  readonly remark: string
}

/** Bad rows are left out only when a person says so. */
export const LEAVE_OUT: ImportQuestion['id'] = 'bad-rows'

/**
 * Reads a dyno file: engine speed with torque or power. Torque is taken where both are there, and its unit, where the head does not tell it,
 * from the power beside it. While a doubt or an undecided bad row stands there is no curve.
 */
export function readDyno(text: string, choices: TableChoices = {}): DynoReading {
  const json = jsonProblem(text)
  if (json)
    return {
      table: { ...EMPTY_TABLE, problems: [json] },
      doubts: [],
      hints: { atWheels: false, corrected: null },
      sweep: undefined,
      remark: '',
    }
  const table = withoutPower(text, choices, unitFromHeader(text, choices, readFigures(text, ROLES, choices)))
  const doubts = [...table.doubts, ...missing(table), ...undecided(table, choices)]
  const reading = { table, doubts, hints: hintsOf(table, text), sweep: undefined, remark: '' }
  if (doubts.length > 0 || table.problems.length > 0) return reading
  const points = table.rows.map(({ values }) => pointOf(values))
  return points.length < 2 ? reading : { ...reading, sweep: sweepPoints(points), remark: remarkOf(table) }
}

function pointOf({ speed = NaN, torque, power = NaN }: Readonly<Record<string, number>>): CurvePoint {
  return { speedRadPerS: speed, torqueNm: torque ?? power / speed }
}

/** Columns that must be there and are not: they are asked among all. */
function missing({ heads, columns, doubts, problems }: FigureTable): ImportQuestion[] {
  if (problems.length > 0) return []
  const asked = (id: string) => doubts.some((doubt) => doubt.id === `column:${id}`)
  const all = heads.map((_, i) => i)
  const speed = columns['speed'] === undefined && !asked('speed') ? [whichColumn(SPEED, heads, all)] : []
  const free = all.filter((i) => i !== columns['speed'])
  const made = columns['torque'] !== undefined || columns['power'] !== undefined || asked('torque') || asked('power')
  return made ? speed : [...speed, whichColumn(TORQUE, heads, free)]
}

function undecided({ bad, count }: FigureTable, { leaveOut }: TableChoices): ImportQuestion[] {
  if (bad.length === 0 || leaveOut) return []
  const all = bad.length === count
  return [
    {
      id: LEAVE_OUT,
      question: `${bad.length === 1 ? 'One row' : `${bad.length} rows`} of ${count} can’t be read. Skip ${bad.length === 1 ? 'it' : 'them'}, or fix the file and import it again?`,
      answers: all ? [] : [{ value: 'leave-out', words: bad.length === 1 ? 'Skip it' : 'Skip them' }],
    },
  ]
}

/** Problem for a JSON file. `undefined` for other text. */
function jsonProblem(text: string): Problem | undefined {
  if (!/^\ufeff?\s*[[{]/.test(text)) return undefined
  try {
    JSON.parse(text.replace(/^\ufeff/, ''))
  } catch {
    return undefined // a table whose first cell is in brackets
  }
  return {
    code: 'json-table',
    path: '',
    sentence: 'This is a JSON file. Export the pull as CSV or text: one row per reading, rpm with torque or power.',
  }
}

/** Drops the power column if it is the only one in doubt and torque is known, because power would only be compared. */
function withoutPower(text: string, choices: TableChoices, table: FigureTable): FigureTable {
  const { torque } = table.columns
  const only = table.doubts.length > 0 && table.doubts.every(({ id }) => id === 'column:power' || id === 'unit:power')
  if (torque === undefined || !only) return table
  return readFigures(text, ROLES, {
    ...choices,
    units: { ...table.units, ...choices.units },
    columns: { ...choices.columns, torque, power: null },
  })
}

const SAME = 0.02

/** Where the head of torque names no unit and power stands beside it: the table in the unit in which both belong together. */
function unitFromHeader(text: string, choices: TableChoices, bare: FigureTable): FigureTable {
  if (!bare.doubts.some(({ id }) => id === 'unit:torque') || bare.columns['power'] === undefined) return bare
  const fits = TORQUE.units.flatMap(({ name }) => {
    const table = readFigures(text, ROLES, { ...choices, units: { ...choices.units, torque: name } })
    const off = misfit(table)
    return off !== undefined && off < SAME ? [table] : []
  })
  return fits.length === 1 && fits[0] ? fits[0] : bare
}

/** Median deviation of power from torque × speed. `undefined` if one of the three columns is missing. */
function misfit({ rows, columns }: FigureTable): number | undefined {
  if (columns['torque'] === undefined || columns['power'] === undefined || rows.length === 0) return undefined
  const off = rows
    .map(({ values: { speed = NaN, torque = NaN, power = NaN } }) => Math.abs((torque * speed) / power - 1))
    .sort((a, b) => a - b)
  return off[off.length >> 1]
}

function remarkOf(table: FigureTable): string {
  const off = misfit(table)
  return off !== undefined && off > SAME
    ? `Power calculated from torque and rpm is ${(100 * off).toFixed(0)}% off the power column (median). Torque is used. Check the units, and whether wheel and flywheel figures are mixed.`
    : ''
}

const WHEELS = /wheel|whp|wtq|roller|\bhub\b/i

/** Hints from the header of the imported column, else from the preamble. Other columns are ignored. */
function hintsOf({ heads, columns }: FigureTable, text: string): DynoHints {
  const own = heads[columns['torque'] ?? columns['power'] ?? -1] ?? ''
  const above = text
    .slice(0, 2000)
    .split(/\r\n|\n|\r/)
    .filter((line) => !heads.some((head) => head !== '' && line.includes(head)))
    .join('\n')
  const says = (pattern: RegExp) => pattern.test(own) || pattern.test(above)
  return {
    atWheels: WHEELS.test(own) || (!heads.some((head) => WHEELS.test(head)) && WHEELS.test(above)),
    corrected: says(/uncorr|observed|\braw\b/i)
      ? 'none'
      : says(/j1349|corr\w*\s*[:=]?\s*sae\b/i)
        ? 'j1349'
        : says(/j607|\bstd\b|60 ?°?f/i)
          ? 'older'
          : null,
  }
}

/** How a table is written: what parts its cells, its decimal mark, its units, and whether every cell is quoted. */
export interface DynoDialect {
  readonly delimiter: ',' | ';' | '\t'
  readonly decimal: '.' | ','
  readonly torque: 'N·m' | 'lb-ft'
  readonly quoted: boolean
}

/** Rows of a pull as a dyno cell writes them. */
export function writeDynoCsv(rows: readonly CurvePoint[], { delimiter, decimal, torque, quoted }: DynoDialect): string {
  const cell = (value: number, digits: number) => (decimal === ',' ? value.toFixed(digits).replace('.', ',') : value.toFixed(digits))
  const fields = ['Engine speed (rpm)', `Torque (${torque === 'N·m' ? 'Nm' : 'lb-ft'})`]
  const data = rows.map(({ speedRadPerS, torqueNm }) => [cell(speedRadPerS / toSi(1, 'rpm'), 1), cell(torqueNm / toSi(1, torque), 2)])
  return `${papaparse.unparse({ fields, data }, { delimiter, quotes: quoted, newline: '\r\n' })}\r\n`
}
