import { expect, test, type Page } from '@playwright/test'
import { exampleAddresses } from '../apps/web/src/app/views.js'
import { jobOf, openJob, ownJob, saved, type } from './bench.js'

const US = 'hp|lb-ft|lb-in|psi|ksi|in²|in³|lbf|lb|mph|ft/s|°F|gpm|ft-lb|hp/in²|ft-lb/in²|DP|tpi'
const METRIC = 'kW|W|N·m|bar|MPa|mm|cm²|cm³|N|N/mm|kg|km/h|m/s|°C|L/min|kJ|J|J/mm²|W/mm²|mm module|mm pitch'

/** Texts of the page with a figure or a head in one of these units. Names of parts and the fact that a file may be in N·m are the shop's. */
const textsIn = (page: Page, units: string, names: readonly string[]): Promise<string[]> =>
  page.evaluate(
    ([wanted, known]) => {
      const walker = document.createTreeWalker(document.querySelector('main') as Node, NodeFilter.SHOW_TEXT)
      const texts: string[] = []
      while (walker.nextNode()) texts.push(walker.currentNode.textContent?.trim() ?? '')
      const plain = texts.map((text) => known.reduce((rest, name) => rest.replaceAll(name, ''), text))
      const found = new RegExp(`(?:\\d ?|, )(?:${wanted})(?![\\w²³/·-])`)
      return plain.filter((text) => found.test(text) && !text.includes('24 mm')) // the example of what can be typed
    },
    [units, names] as const,
  )

const asShown = (units: string) => `localStorage.setItem('plucky-shown', JSON.stringify({ units: '${units}' }))`

/** Pages where the units are part of what is asked: file formats of a dyno sheet, the glossary's definition of a module. */
const ABOUT_UNITS: readonly string[] = ['/jobs/1/brief', '/glossary']

for (const [system, others] of [
  ['us', METRIC],
  ['metric', US],
] as const)
  test(`with ${system} units no page shows a figure in a unit of the other system`, async ({ page, request }) => {
    test.setTimeout(120_000)
    const { parts, operations, kits } = (await (await request.get('/api/shelf/content')).json()) as Record<string, { item: Item }[]>
    const names = [...(parts ?? []), ...(operations ?? []), ...(kits ?? [])]
      .flatMap(({ item }) => [item.name, ...(item.offers ?? []), ...(item.needs ?? []).map(({ why }) => why)])
      .sort((a, b) => b.length - a.length)
    await page.addInitScript(asShown(system))
    for (const address of exampleAddresses().filter((each) => !ABOUT_UNITS.includes(each))) {
      await page.goto(address)
      await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible()
      await expect.poll(async () => [address, ...(await textsIn(page, others, names))]).toEqual([address])
    }
  })

interface Item {
  readonly name: string
  readonly offers?: readonly string[]
  readonly needs?: readonly { readonly why: string }[]
}

test('units are chosen in one panel, kind by kind if wanted; the job, what is typed and the PDF follow', async ({ page, request }) => {
  const job = await ownJob(request, 'Metric rail')
  await openJob(page, job, '/brief')
  await page.getByTestId('units').click()
  await page.getByTestId('units-metric').click()
  await expect(page.getByTestId('sentence')).toHaveText(/Holds about \d+ kW \(target 626 kW\)/)
  await page.getByTestId('length-us').click()
  await page.keyboard.press('Escape')
  await expect(page.getByText('Tire radius, loaded, in')).toBeVisible()
  await type(page, 'brief-mass', '1000')
  await saved(page)
  expect((await jobOf(request, job.number)).brief).toMatchObject({ vehicleMassKg: 1000 })
  await page.goto(`/jobs/${job.number}/build-sheet`)
  await expect(page.getByTestId('sheet-pdf')).toHaveAttribute('href', /units=metric%3Blength%3Dus/)
  const pdf = await request.get((await page.getByTestId('sheet-pdf').getAttribute('href')) ?? '')
  expect([pdf.status(), pdf.headers()['content-type']]).toEqual([200, 'application/pdf'])
  expect((await request.get(`/api/jobs/${job.number}/sheet.pdf?units=cubits`)).status()).toBe(422)
})

test('the currency is the shop’s: chosen once, in every window', async ({ page, request }) => {
  await openJob(page, await jobOf(request, 1), '/power-flow')
  await expect(page.getByTestId('totals')).toContainText('$')
  await page.getByTestId('units').click()
  try {
    await page.getByTestId('currency').selectOption('EUR')
    await expect(page.getByTestId('totals')).toContainText('€')
    await page.evaluate(() => localStorage.clear())
    await page.reload()
    await expect(page.getByTestId('totals')).toContainText('€')
    expect((await request.put('/api/shop', { data: { currency: 'shells' } })).status()).toBe(422)
  } finally {
    await request.put('/api/shop', { data: { currency: 'USD' } })
  }
})
