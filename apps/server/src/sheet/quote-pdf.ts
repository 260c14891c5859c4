import type { SentQuote } from '@plucky/contract'
import pdfmake, { type Content, type TableCell } from 'pdfmake'
import { head, listed, pageHead, plain, RULED, set } from './typeset.js'

/** Font size, pt. */
const SIZE = 9

/** A quote as it was sent, as PDF: one column per build. */
export async function quotePdf({ number, quote }: SentQuote): Promise<Buffer> {
  const { title, customer, date, validUntil, facts, message, conditions, cautions } = quote
  const name = `${title}, no. ${number}`
  const content: Content[] = [
    ...pageHead(name, `${date}; valid until ${validUntil}`, SIZE),
    { text: set(customer ? `For ${customer}` : '', 'Head'), bold: true, fontSize: SIZE * 1.4, margin: [0, 3, 0, 0] },
    { text: set(facts.map(([fact, value]) => `${fact}: ${value}`).join('.  ')), margin: [0, 2, 0, 0] },
    ...(message ? [{ text: set(message), margin: [0, 4, 0, 0] as [number, number, number, number] }] : []),
    builds(quote.columns),
    listed('The figures are void with', conditions),
    listed('Cautions', cautions),
  ]
  return pdfmake
    .createPdf({
      info: { title: name, creator: 'Plucky Ratio' },
      pageSize: 'A4',
      pageMargins: [28, 26, 28, 26],
      defaultStyle: { font: 'Text', fontSize: SIZE, lineHeight: 1.1 },
      footer: (page, count): Content =>
        count > 1 ? { text: set(`${name}; page ${page} of ${count}`), alignment: 'right', margin: [28, 4, 28, 0] } : '',
      content: content.filter((part) => part !== ''),
    })
    .getBuffer()
}

/** One row per property, one column per build. */
function builds(columns: SentQuote['quote']['columns']): Content {
  const row = (name: string, cell: (column: (typeof columns)[number]) => TableCell): TableCell[] => [plain(name), ...columns.map(cell)]
  const prices = columns[0]?.price.map(([name]) => name) ?? []
  const body = [
    [plain(''), ...columns.map(({ title }) => head(title))],
    row('For', ({ purpose }) => plain(purpose)),
    row('Holds', ({ holds }) => plain(holds, true)),
    row('How sure', ({ sure }) => plain(sure)),
    row('Included', ({ included }) => ({ stack: included.map((line) => ({ text: set(line) })) })),
    row('Lead time', ({ lead }) => plain(lead)),
    ...prices.map((name, i) => row(name, ({ price }) => plain(price[i]?.[1] ?? '', i === prices.length - 1))),
  ]
  return { table: { headerRows: 1, widths: [64, ...columns.map(() => '*')], body }, layout: RULED, margin: [0, 8, 0, 0] }
}
