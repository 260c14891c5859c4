import { expect, test, type APIRequestContext, type Locator, type Page } from '@playwright/test'
import { readFileSync } from 'node:fs'
import { goTo, jobOf, openJob, ownJob, saved, sentence, type, type Job, textOf } from './bench.js'

test('a shaft that requires its hub and support is installed and removed with them in one step', async ({ page, request }) => {
  const job = await ownJob(request, 'Companion rail')
  const spec = async () => (await jobOf(request, job.number)).spec
  await openJob(page, job)
  await page.getByTestId('station-input-shaft').click()
  await page.getByTestId('part-input-300m-35').click()
  for (const station of ['Turbine hub', 'Input-to-drum joint', 'Stator support'])
    await expect(page.getByTestId('brings')).toContainText(station)
  await expect(page.getByTestId('fit')).toHaveText(/with 3 required parts/)
  await page.getByTestId('fit').click()
  await saved(page)
  const after = await spec()
  expect(after.fits['input-shaft']).toBe('input-300m-35')
  expect(after).not.toEqual(job.spec)
  await expect(page.getByTestId('misfit')).toHaveCount(0)
  await page.getByRole('button', { name: /^Undo \(1 / }).click()
  await saved(page)
  expect(await spec()).toEqual(job.spec)
})

test('an operation changes the limit of its part, required operations are restored with the part, and a wrong case is named', async ({
  page,
  request,
}) => {
  const job = await ownJob(request, 'Welded rail')
  await openJob(page, job)
  await page.getByTestId('station-input-shaft').click()
  const held = page.getByTestId('held-working')
  const plain = (await held.textContent()) ?? ''
  await page.getByTestId('part-input-welded').click()
  await page.getByTestId('fit').click()
  await expect(held).not.toHaveText(plain)
  const before = (await held.textContent()) ?? ''
  await page.getByTestId('work-op-fuller-weld').click()
  await expect(held).not.toHaveText(before)
  await saved(page)
  expect((await jobOf(request, job.number)).spec.works).toEqual({ 'input-shaft': ['op-fuller-weld'] })
  await page.getByTestId('part-input-300m-35').click()
  await page.getByTestId('fit').click()
  await page.getByTestId('station-stator-support').click()
  await page.getByTestId('part-stator-stock').click()
  await expect(page.getByTestId('brings')).toContainText('Input shaft')
  await goTo(page, 'Brief')
  await page.getByTestId('variant-early').click()
  await goTo(page, 'Power flow')
  await expect(page.getByTestId('misfit')).toHaveText(/Low one-way clutch, “.*”, is not compatible with this Alder 3: /)
})

test('revisions are named, compared and restored; undo reverts even that', async ({ page, request }) => {
  const job = await ownJob(request, 'Recorded rail')
  await openJob(page, job, '/revisions')
  await type(page, 'revision-name', 'as quoted')
  await expect(page.getByTestId('revision')).toHaveText('revision 1 “as quoted”')
  await goTo(page, 'Power flow')
  await page.getByTestId('station-main-shaft').click()
  await page.getByTestId('part-main-stock').click()
  await page.getByTestId('fit').click()
  await type(page, 'pressure-drive', '170')
  await saved(page)
  await expect(page.getByTestId('revision')).toHaveText('revision 1 “as quoted” plus later changes')
  const changed = (await sentence(page).textContent()) ?? ''
  await goTo(page, 'Revisions')
  await page.getByTestId('compare-left').selectOption('1')
  const table = page.getByTestId('comparison')
  await expect(table.getByRole('row', { name: /^Build holds \d+ hp \d+ hp −\d+ hp$/ })).toBeVisible()
  await expect(table.getByRole('row', { name: /^Main shaft Alloy shaft, same size Stock shaft/ })).toBeVisible()
  await expect(table.getByRole('row', { name: /^Line pressure, drive 192 psi 170 psi/ })).toBeVisible()
  await page.getByRole('link', { name: /^Sheet of .*“as quoted”/ }).click()
  await expect(page.getByTestId('sheet')).toContainText('Alloy shaft, same size')
  await expect(page.getByTestId('sheet')).not.toContainText('170 psi')
  await page.goBack()
  await page.getByTestId('put-back').click()
  await saved(page)
  expect((await jobOf(request, job.number)).spec).toEqual(job.spec)
  await page.getByRole('button', { name: /^Undo/ }).click()
  await expect(sentence(page)).toHaveText(changed)
})

/** A line that a cell breaks is joined again by a space, a word that it breaks at its hyphen by nothing. */
const inOneLine = (text: string) => text.replace(/\s+/g, ' ').replace(/- /g, '-').trim()

const totalOf = (page: Page) => page.getByRole('row', { name: /^Total/ }).getByRole('cell')

const shelfNames = async (request: APIRequestContext): Promise<Map<string, string>> =>
  new Map(((await (await request.get('/api/shelf')).json()) as { id: string; name: string }[]).map(({ id, name }) => [id, name]))

test('the PDF of the build sheet has every installed part as on the page, with the revision', async ({ page, request }) => {
  const job: Job = await ownJob(request, 'Łódź rail, 2.5 × "quoted"')
  await openJob(page, job, '/revisions')
  await type(page, 'revision-name', 'for the customer')
  await expect(page.getByTestId('revision')).toContainText('revision 1')
  await goTo(page, 'Build sheet')
  const sheet = page.getByTestId('sheet')
  await expect(sheet).toContainText('revision 1 “for the customer”')
  const rows = await sheet.getByRole('table').first().getByRole('row').all()
  const busy = { status: 503, json: { errors: [{ code: 'busy', path: '', sentence: 'The server is busy.' }] } }
  await page.route('**/sheet.pdf*', (route) => route.fulfill(busy), { times: 1 })
  await page.getByTestId('sheet-pdf').click()
  await expect(page.getByRole('alert')).toHaveText('Nothing was downloaded. The server is busy.')
  const waiting = page.waitForEvent('download')
  await page.getByTestId('sheet-pdf').click()
  await expect(page.getByRole('alert')).toBeHidden()
  const text = await textOf(await (await waiting).path())
  const said = inOneLine(text)
  expect(said).toContain('Job ' + `${job.number}: Łódź rail, 2.5 × "quoted"`)
  expect(said).toContain('revision 1 “for the customer”')
  expect(said).toContain(await page.getByTestId('sheet-sentence').textContent())
  const names = await shelfNames(request)
  for (const id of Object.values(job.spec.fits))
    expect(said).toContain(id === null ? 'none installed' : inOneLine(names.get(id) ?? 'no such part'))
  expect(rows).toHaveLength(Object.keys(job.spec.fits).length + 1)
  for (const row of rows.slice(1)) for (const cell of await row.getByRole('cell').allTextContents()) expect(said).toContain(inOneLine(cell))
  expect(said).toContain(inOneLine((await totalOf(page).allTextContents()).join(' ')))
})

test('the parts list adds up to the cost of the job', async ({ page, request }) => {
  const job = await ownJob(request, 'Listed rail')
  await openJob(page, job, '/build-sheet')
  const price = await totalOf(page).nth(2).textContent()
  const csv = await (await request.get(`/api/jobs/${job.number}/parts.csv`)).text()
  const [header = '', ...lines] = csv.trim().split('\r\n')
  const at = header.split(',').indexOf('price')
  const cells = lines.map((line) => [...line.matchAll(/("(?:[^"]|"")*"|[^,]*)(?:,|$)/g)].map((m) => m[1] ?? ''))
  expect(cells.reduce((sum, row) => sum + Number(row[at]), 0)).toBe(Number(price?.replace(/[$,]/g, '')))
})

test('the card of a candidate names its mating parts and conflicts; Fit-up shows them before installation', async ({ page, request }) => {
  const job = await ownJob(request, 'Carded rail')
  await openJob(page, job)
  await page.getByTestId('station-input-shaft').click()
  await expect(page.getByTestId('part-input-300m-35')).toContainText('with 3 more: +$930')
  await page.getByTestId('station-flex-plate').click()
  const [stock, double, certified] = ['plate-stock', 'plate-double', 'plate-certified'].map((id) => page.getByTestId(`part-${id}`)) as [
    Locator,
    Locator,
    Locator,
  ]
  await expect(stock).toContainText('turns at 7000 rpm at redline; part limit 6800 rpm')
  await expect(double).toContainText('the number and the circle differ')
  await expect(certified).not.toContainText('▲')
  await double.click()
  await goTo(page, 'Fit-up')
  await expect(page.getByTestId('sentence')).not.toContainText('Fit-up problem')
  await page.getByTestId('fit-candidate').click()
  await expect(page.getByTestId('sentence')).toContainText('Fit-up problem')
  await page.getByTestId('fit-installed').click()
  await expect(page.getByTestId('sentence')).not.toContainText('Fit-up problem')
  expect((await jobOf(request, job.number)).spec).toEqual(job.spec)
})

test('charts are saved as pictures and as figures, the sheet as a table', async ({ page, request }) => {
  const job = await ownJob(request, 'Charted rail')
  const { answer } = (await (await request.get(`/api/jobs/${job.number}/answer`)).json()) as {
    answer: { stations: { held: { powerW?: number } }[] }
  }
  await openJob(page, job)
  const saved = async (testId: string) => {
    const waiting = page.waitForEvent('download')
    await page.getByTestId(testId).first().click()
    return readFileSync(await (await waiting).path(), 'utf8')
  }
  const rows = (await saved('power-flow-csv')).trimEnd().split('\r\n')
  expect(rows).toHaveLength(answer.stations.length + 1)
  const powers = rows.slice(1).map((row) => Number(row.split(',')[1]))
  answer.stations.forEach(({ held }, i) => expect(powers[i]).toBeCloseTo((held.powerW ?? 0) / 745.69987, 1))
  const svg = await saved('power-flow-svg')
  expect(svg).toMatch(/^<svg[^>]+viewBox="0 0 [\d.]+ [\d.]+"/)
  expect(svg).not.toMatch(/var\(--|class=/)
  const parsed = await page.evaluate((text) => {
    const { documentElement } = new DOMParser().parseFromString(text, 'image/svg+xml')
    return [documentElement.nodeName, documentElement.querySelectorAll('text').length]
  }, svg)
  expect([parsed[0], Number(parsed[1]) > 20]).toEqual(['svg', true])
  await goTo(page, 'Brief')
  expect((await saved('engine-csv')).split('\r\n')[0]).toBe('engine rpm,"torque, lb-ft","power, hp","torque, lb-ft, off boost"')
  for (const [name, id] of [
    ['Converter', 'converter-output'],
    ['Converter', 'converter-input'],
    ['Shafts', 'shaft-stress'],
    ['Line pressure', 'line-pressure'],
  ] as const) {
    await goTo(page, name)
    const table = await saved(`${id}-csv`)
    expect(table.split('\r\n').length).toBeGreaterThan(5)
    expect(table).not.toMatch(/NaN|undefined/)
  }
  await goTo(page, 'Build sheet')
  expect(await saved('sheet-csv')).toContain('section,item,value')
})
