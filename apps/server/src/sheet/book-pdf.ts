import type { BookLine, BookSection, SignedBook } from '@plucky/contract'
import pdfmake, { type Content, type TableCell } from 'pdfmake'
import { head, listed, pageHead, plain, RULED, set } from './typeset.js'

/** Font size, pt. */
const SIZE = 8.6

/** A signed build book as PDF: what is open first, then every entry with who made it and when. */
export async function bookPdf({ number, by, at, document }: SignedBook): Promise<Buffer> {
  const { title, facts, verdict, open, changed, sections, cautions } = document
  const signed = `Signed by ${by}, ${at.slice(0, 16).replace('T', ' ')} UTC`
  const content: Content[] = [
    ...pageHead(title, signed, SIZE),
    { text: set(facts.map(([fact, value]) => `${fact}: ${value}`).join('.  ')), margin: [0, 3, 0, 0] },
    { text: set(verdict, 'Head'), bold: true, fontSize: SIZE * 1.35, margin: [0, 3, 0, 0] },
    open.length === 0 ? { text: set('Nothing is open.'), margin: [0, 4, 0, 0] } : heading('Open when signed'),
    ...open.flatMap(table),
    ...(changed.length > 0 ? [heading(`Changed since book ${number - 1}`), lines(changed)] : []),
    ...sections.flatMap(table),
    listed('Cautions', cautions),
  ]
  return pdfmake
    .createPdf({
      info: { title, creator: 'Plucky Ratio' },
      pageSize: 'A4',
      pageMargins: [28, 26, 28, 30],
      defaultStyle: { font: 'Text', fontSize: SIZE, lineHeight: 1.08 },
      footer: (page, count): Content => ({
        text: set(`${title}; ${signed}; page ${page} of ${count}`),
        alignment: 'right',
        margin: [28, 6, 28, 0],
      }),
      content: content.filter((part) => part !== ''),
    })
    .getBuffer()
}

const heading = (text: string): Content => ({ text: set(text, 'Head'), bold: true, fontSize: SIZE * 1.3, margin: [0, 8, 0, 0] })

const table = ({ title, lines: own }: BookSection): Content[] => [heading(title), lines(own)]

function lines(own: readonly BookLine[]): Content {
  const rows = own.map(({ name, value, by }): TableCell[] => [plain(name), plain(value), plain(by)])
  return {
    table: { headerRows: 1, dontBreakRows: true, widths: ['*', '*', 118], body: [['Entry', 'Result', 'By'].map(head), ...rows] },
    layout: RULED,
  }
}

/** Sections of a book that its customer card shows. */
const FOR_CUSTOMERS: ReadonlySet<string> = new Set(['Installed parts', 'First start and road test'])

/** Customer card of a signed build book, one page: what is in it, how it drove, who answers for it. */
export async function cardPdf({ by, at, document }: SignedBook): Promise<Buffer> {
  const { facts, sections, cautions, title } = document
  const shown = sections.filter((section) => FOR_CUSTOMERS.has(section.title))
  const count = shown.reduce((sum, { lines: own }) => sum + own.length, 0)
  const size = count > MOST_FULL_LINES ? SMALL : SIZE
  const column = ({ title: name, lines: own }: BookSection): Content => ({
    stack: [
      heading(name),
      { table: { widths: ['auto', '*'], body: own.map((line) => [plain(line.name), plain(line.value, true)]) }, layout: RULED },
    ],
  })
  return pdfmake
    .createPdf({
      info: { title: `Card, ${title}`, creator: 'Plucky Ratio' },
      pageSize: 'A4',
      pageMargins: [28, 26, 28, 26],
      defaultStyle: { font: 'Text', fontSize: size, lineHeight: 1.05 },
      content: [
        ...pageHead(facts.find(([fact]) => fact === 'Transmission')?.[1] ?? title, title, size),
        { text: set(facts.map(([fact, value]) => `${fact}: ${value}`).join('.  ')), margin: [0, 4, 0, 0] },
        { columns: shown.map(column), columnGap: 16 },
        listed('Cautions', cautions),
        { text: set(`Built and signed by ${by}, ${at.slice(0, 10)}`, 'Head'), bold: true, margin: [0, 10, 0, 0] },
      ],
    })
    .getBuffer()
}

/** Lines above which the card uses the small font to stay on one page, and that font, pt. */
const [MOST_FULL_LINES, SMALL] = [46, 7.2]
