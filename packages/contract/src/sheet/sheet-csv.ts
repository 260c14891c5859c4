import papaparse from 'papaparse'
import type { Sheet } from './sheet.js'

const COLUMNS = [
  'section',
  'item',
  'value',
  'part',
  'maker',
  'work',
  'holds',
  'capacity',
  'margin',
  'where',
  'reason',
  'price',
  'hours',
] as const
type Row = Partial<Record<(typeof COLUMNS)[number], string>>

/** Writes the build sheet as CSV, one row per line of the sheet, in the same order and words. */
export function sheetCsv(sheet: Sheet): string {
  const listed = (section: string, lines: readonly string[]): Row[] => lines.map((value) => ({ section, value }))
  const rows: Row[] = [
    ...listed('job', [sheet.title, sheet.unit, sheet.revision]),
    ...sheet.brief.map(([item, value]) => ({ section: 'brief', item, value })),
    ...listed('answer', [sheet.sentence, sheet.besides].filter(Boolean)),
    ...listed('warning', sheet.warnings),
    ...sheet.stations.map(({ name: item, part, maker, works, holds, capacity, margin, where, reason }) => ({
      section: 'station',
      item,
      part,
      maker,
      work: works.join('; '),
      holds,
      capacity,
      margin,
      where,
      reason,
    })),
    ...listed('match', sheet.together),
    ...sheet.lines.map(({ what: item, at: value, price, hours }) => ({ section: 'cost', item, value, price, hours })),
    { section: 'total', item: sheet.total.what, value: sheet.total.at, price: sheet.total.price, hours: sheet.total.hours },
    ...listed('work', sheet.work),
    ...listed('gauge', sheet.gauge),
    ...listed('fit-up', sheet.fit),
    ...listed('house rule', sheet.rules),
    ...listed('caution', sheet.cautions),
  ]
  return `${papaparse.unparse({ fields: [...COLUMNS], data: rows }, { escapeFormulae: true, newline: '\r\n' })}\r\n`
}
