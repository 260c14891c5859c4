import { createRequire } from 'node:module'
import { fileURLToPath } from 'node:url'
import pdfmake, { type Content, type TableCell } from 'pdfmake'

const require = createRequire(import.meta.url)
const own = (file: string) => fileURLToPath(new URL(`../../fonts/${file}.ttf`, import.meta.url))
const other = (style: string) => require.resolve(`dejavu-fonts-ttf/ttf/DejaVuSansCondensed${style}.ttf`)

const face = (normal: string, bold: string) => ({ normal, bold, italics: normal, bolditalics: bold })
pdfmake.setFonts({
  Text: face(own('barlow-400'), own('barlow-600')),
  Head: face(own('barlow-condensed-500'), own('barlow-condensed-700')),
  Other: face(other(''), other('-Bold')),
})
pdfmake.setUrlAccessPolicy(() => false)
pdfmake.setLocalAccessPolicy((path) => /\.ttf$/.test(path))

/** Characters of the application's typeface. All others use another typeface. */
const OWN =
  /[\u0020-\u0113\u0116-\u012b\u012d-\u0131\u0133-\u0137\u0139-\u013e\u0140-\u0148\u014a-\u014d\u014f-\u017e\u2010\u2013\u2014\u2018-\u201e\u2020\u2022\u2026\u2212\u20ac\u2122]+/g

/** Splits a text into runs, each in a typeface that has its characters. */
export function set(text: string, font: 'Text' | 'Head' = 'Text'): { text: string; font: string }[] {
  const runs: { text: string; font: string }[] = []
  let from = 0
  for (const { 0: known, index } of text.matchAll(OWN)) {
    if (index > from) runs.push({ text: text.slice(from, index), font: 'Other' })
    runs.push({ text: known, font })
    from = index + known.length
  }
  return from < text.length ? [...runs, { text: text.slice(from), font: 'Other' }] : runs
}

export const head = (text: string): TableCell => ({ text: set(text, 'Head'), bold: true })
export const plain = (text: string, bold = false): TableCell => ({ text: set(text), bold })

/** Table layout with a line under each row. */
export const RULED = {
  hLineWidth: (i: number) => (i === 1 ? 0.9 : 0.3),
  vLineWidth: () => 0,
  hLineColor: (i: number) => (i === 1 ? '#000' : '#aaa'),
  paddingLeft: (i: number) => (i === 0 ? 0 : 5),
  paddingRight: () => 0,
  paddingTop: () => 1.2,
  paddingBottom: () => 1.2,
}

/** A heading with lines below it. Empty if there are no lines and no text for that case. */
export function listed(title: string, lines: readonly string[], none = ''): Content {
  const said = lines.length > 0 ? lines : none ? [none] : []
  return said.length === 0
    ? ''
    : [{ text: set(title, 'Head'), bold: true, margin: [0, 4, 0, 0] }, ...said.map((line) => ({ text: set(line) }))]
}

/** Title at the left and a note at the right, with a line below. */
export const pageHead = (title: string, note: string, size: number): Content[] => [
  {
    columns: [
      { text: set(title, 'Head'), bold: true, fontSize: size * 2 },
      { text: set(note), alignment: 'right', margin: [0, size * 0.8, 0, 0] },
    ],
  },
  { canvas: [{ type: 'line', x1: 0, y1: 1, x2: 539, y2: 1, lineWidth: 1.2 }] },
]
