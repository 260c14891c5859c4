import type { Sheet } from '@plucky/contract'
import pdfmake, { type Content, type TableCell } from 'pdfmake'
import { head, listed, pageHead, plain, RULED, set } from './typeset.js'

export { bookPdf, cardPdf } from './book-pdf.js'
export { quotePdf } from './quote-pdf.js'

const soft = (text: string, color = '#555'): TableCell => ({ text: set(text), color })
const number = (text: string): TableCell => ({ text: set(text, 'Head'), noWrap: true, fontSize: undefined })

function stations(sheet: Sheet): Content {
  const rows = sheet.stations.map((s): TableCell[] => [
    number(s.code),
    plain(s.name),
    { text: [...set([s.part, ...s.works].join(' + ')).map((run) => ({ ...run, bold: s.changed })), ...set(s.maker ? `, ${s.maker}` : '')] },
    number(s.holds),
    number(s.capacity),
    number(s.margin),
    plain(s.where),
    soft(s.reason),
  ])
  const titles = ['Code', 'Station', 'Part', 'Power held', 'Torque capacity', 'Margin', 'Weakest point', 'Reason'].map(head)
  return {
    table: { headerRows: 1, dontBreakRows: true, widths: ['auto', 62, '*', 'auto', 'auto', 'auto', 88, 108], body: [titles, ...rows] },
    layout: RULED,
    margin: [0, 6, 0, 0],
  }
}

function bill({ lines, total }: Sheet): Content {
  const row = (line: Sheet['total'], bold = false): TableCell[] => [
    plain(line.what, bold),
    plain(line.at, bold),
    { text: set(line.price, 'Head'), bold, alignment: 'right', noWrap: true },
    { text: set(line.hours, 'Head'), bold, alignment: 'right', noWrap: true },
  ]
  const body = [['Parts and labor', 'Station', 'Price', 'Labor'].map(head), ...lines.map((line) => row(line)), row(total, true)]
  return { table: { headerRows: 1, dontBreakRows: true, widths: ['*', 'auto', 'auto', 'auto'], body }, layout: RULED }
}

function definition(sheet: Sheet, size: number): Parameters<typeof pdfmake.createPdf>[0] {
  const brief = sheet.brief.map(([name, value]) => `${name}: ${value}`).join('.  ')
  return {
    info: { title: sheet.title, creator: 'Plucky Ratio' },
    pageSize: 'A4',
    pageMargins: [28, 26, 28, 26],
    defaultStyle: { font: 'Text', fontSize: size, lineHeight: 1.05 },
    footer: (page, count): Content =>
      count > 1
        ? { text: set(`${sheet.title}; ${sheet.revision}; page ${page} of ${count}`), alignment: 'right', margin: [28, 4, 28, 0] }
        : '',
    content: [
      ...pageHead(sheet.title, `${sheet.unit}; ${sheet.revision}`, size),
      { text: set(sheet.sentence, 'Head'), bold: true, fontSize: size * 1.55, margin: [0, 3, 0, 0] },
      { text: set(sheet.besides), color: '#555' },
      ...sheet.warnings.map((warning) => ({ text: set(`! ${warning}`), bold: true, color: '#a3221a' })),
      { text: set(brief), margin: [0, 3, 0, 0] },
      stations(sheet),
      {
        columns: [
          { width: '*', stack: [bill(sheet)] },
          {
            width: 240,
            stack: [
              listed('Mating parts', sheet.together, 'No mating requirements.'),
              listed('Operations', sheet.work, 'No operations.'),
              listed('Gauge readings to expect', sheet.gauge),
              listed('Fit-up', sheet.fit),
              listed('House rules changed from default', sheet.rules),
            ].filter((part) => part !== ''),
          },
        ],
        columnGap: 16,
        margin: [0, 6, 0, 0],
      },
      listed('Cautions', sheet.cautions),
    ],
  }
}

/** Font size, and the smallest size used to save a second page, pt. Anything smaller is hard to read at the bench. */
const [SIZE, SMALL] = [8.4, 7.2]

/** Height at `SIZE`, in pages, above which the text cannot fit on one page at `SMALL`. It grows with size to the power 1.65 (measured). */
const MOST_HEIGHT = 1.3

/** Build sheet as PDF: one A4 page if a small font makes it fit, otherwise several pages. */
export async function sheetPdf(sheet: Sheet): Promise<Buffer> {
  const usual = await typeset(sheet, SIZE)
  if (usual.pages === 1 || usual.height > MOST_HEIGHT) return usual.bytes
  const small = await typeset(sheet, SMALL)
  return small.pages === 1 ? small.bytes : usual.bytes
}

interface Typeset {
  readonly bytes: Buffer
  readonly pages: number
  /** Top of the lowest paragraph, pages. */
  readonly height: number
}

async function typeset(sheet: Sheet, size: number): Promise<Typeset> {
  let [pages, height] = [1, 0]
  const document = definition(sheet, size)
  // Called for every paragraph before the pages are written.
  document.pageBreakBefore = ({ pageNumbers, startPosition: { pageNumber, verticalRatio } }) => {
    pages = Math.max(pages, ...pageNumbers)
    height = Math.max(height, pageNumber - 1 + verticalRatio)
    return false
  }
  return { bytes: await pdfmake.createPdf(document).getBuffer(), pages, height }
}
