import { jobFileOf, sheetOf, type Sheet } from '@plucky/contract'
import { demoShop } from '@plucky/demo'
import { sheetPdf } from './pdf.js'

const { jobs, lookup, kits } = demoShop()
const sheets = jobs.map((job) => sheetOf(jobFileOf(job, lookup, kits), { number: 1, revision: 'not saved' }))
const pagesOf = async (sheet: Sheet) => (await sheetPdf(sheet)).toString('latin1').match(/\/Type \/Page\n/g)?.length

it('a build sheet is one page if it fits in a legible size, otherwise several', async () => {
  const [full] = sheets as [Sheet]
  const pages = (stations: number) => pagesOf({ ...full, lines: full.lines.slice(0, stations), stations: full.stations.slice(0, stations) })
  const counts = await Promise.all([4, 12, 14, 16, 18, full.stations.length].map(pages))
  expect(counts).toEqual([...counts].sort())
  expect([counts[0], counts.at(-1)]).toEqual([1, 2])
  const long = { ...full, stations: Array.from({ length: 6 }, () => full.stations).flat() }
  expect(await pagesOf(long)).toBeGreaterThan(3)
})
