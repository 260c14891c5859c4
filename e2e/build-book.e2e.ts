import { expect, test, type APIRequestContext, type Page } from '@playwright/test'
import { once } from 'node:events'
import { goTo, jobOf, openJob, ownJob, saved, textOf, type, type Job } from './bench.js'
import { freePort, ownServer } from './own-server.js'

interface StoredBook {
  readonly marks: Readonly<Record<string, { readonly value: unknown; readonly by: string }>>
}

const bookOf = async (request: APIRequestContext, { number }: Job) =>
  ((await (await request.get(`/api/jobs/${number}/book`)).json()) as StoredBook).marks
const allSaved = (page: Page) => expect(page.getByTestId('book-state')).toHaveText('All entries saved')

async function openBook(page: Page, job: Job, part: string, person: string): Promise<void> {
  await openJob(page, job, `/build-book?part=${part}`)
  await page.getByTestId('book-person').fill(person)
}

test('update list: one touch adds a remedy to the build, undo removes it, and an entry set by hand is kept', async ({ page, request }) => {
  const job = await ownJob(request, 'Listed rail')
  await openBook(page, job, 'updates', 'Ada')
  const entry = page.getByTestId('update-pump-gears')
  await expect(entry).toHaveAttribute('data-state', 'to-do')
  await entry.getByTestId('add-remedy').click()
  await expect(entry).toHaveAttribute('data-state', 'done')
  await expect(entry).toContainText('In the build: Pump faces lapped')
  await saved(page)
  expect((await jobOf(request, job.number)).spec.works).toMatchObject({ pump: ['op-pump-face'] })
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(entry).toHaveAttribute('data-state', 'to-do')
  await page.getByTestId('update-pilot-fit').getByTestId('mark-fine').click()
  await expect(page.getByTestId('update-pilot-fit')).toContainText('Set by Ada.')
  await allSaved(page)
  await page.getByTestId('show-fine').click()
  await expect(page.locator('[data-testid^="update-"]')).toHaveCount(1)
  expect(await bookOf(request, job)).toMatchObject({ 'update/pilot-fit/state': { value: 'fine', by: 'Ada' } })
})

test('a teardown of 60 pieces by keys and touch survives two server kills, a minute offline and a closed tab', async ({
  browser,
  request,
}) => {
  const job = await ownJob(request, 'Torn-down sedan', 5)
  const port = await freePort()
  const address = `http://127.0.0.1:${port}`
  let server = await ownServer(port)
  const tablet = await browser.newContext({ baseURL: address, hasTouch: true, viewport: { width: 820, height: 1180 } })
  const page = await tablet.newPage()
  const cards = page.getByTestId('cards')
  const byKeys = async (count: number) => {
    await cards.focus()
    for (let i = 0; i < count; i++) await page.keyboard.press('arsa'[i % 4] ?? 'a')
  }
  const kill = async () => {
    server.kill('SIGKILL')
    await once(server, 'exit')
  }
  try {
    await page.clock.install()
    await openBook(page, job, 'teardown', 'Ada')
    const rows = cards.getByRole('option')
    const count = await rows.count()
    expect(count).toBeGreaterThanOrEqual(60)
    await byKeys(20)
    await expect(rows.first().locator('[data-kept=true]')).toBeVisible()
    await kill()
    const shown = await rows
      .filter({ has: page.locator('[data-kept=true]') })
      .evaluateAll((found) => found.map(({ id }) => id.slice('card-'.length)))
    expect(shown.length).toBeGreaterThan(0)
    const atFirstKill = await bookOf(request, job)
    for (const id of shown) expect(atFirstKill).toHaveProperty([`card/${id}/verdict`])
    await byKeys(10)
    await expect(page.getByTestId('book-state')).toContainText('Kept on this device')
    server = await ownServer(port)
    await page.clock.fastForward(3000)
    await allSaved(page)
    // The tablet leaves the network for a minute. Half of the pieces are judged meanwhile, by touch.
    await tablet.setOffline(true)
    for (let i = 30; i < count; i++) {
      await rows.nth(i).tap()
      await page.getByTestId(i % 3 === 0 ? 'verdict-rework' : 'verdict-accept').tap()
    }
    await page.clock.fastForward('01:00')
    await expect(page.getByTestId('book-state')).toContainText('not saved yet')
    await kill()
    await page.getByTestId('card-note').fill('Return line free.')
    await page.close()
    await tablet.setOffline(false)
    server = await ownServer(port)
    const again = await tablet.newPage()
    await openBook(again, job, 'teardown', 'Ada')
    await allSaved(again)
    const marks = await bookOf(request, job)
    expect(Object.keys(marks).filter((name) => name.endsWith('/verdict'))).toHaveLength(count)
    expect(Object.values(marks).filter(({ value }) => value === 'scrap')).toHaveLength(7)
    expect(marks['card/cooler/cooler/note']?.value).toBe('Return line free.')
  } finally {
    server.kill('SIGKILL')
    await tablet.close()
  }
})

test('a finding sets its usual decision, a scrapped part is removed from the build, and two people on one field see both values', async ({
  page,
  browser,
  request,
}) => {
  const { unitId, variantId, brief, arrived, spec } = await jobOf(request, 3)
  const asReceived = { name: 'Shared teardown', unitId, variantId, brief, arrived, spec: { ...spec, fits: arrived, works: {} } }
  const job = (await (await request.post('/api/jobs', { data: asReceived })).json()) as Job
  const station = 'upper-pack'
  await openBook(page, job, 'teardown', 'Ada')
  const drum = (of: Page) => of.getByTestId(`card-${station}/drum`)
  await drum(page).click()
  await page.getByTestId('finding-weld-cracked').click()
  await expect(drum(page)).toHaveAttribute('data-verdict', 'rework')
  await page.getByTestId('finding-lugs-worn').click()
  await expect(drum(page)).toHaveAttribute('data-verdict', 'scrap')
  await allSaved(page)
  await page.getByTestId('empty-station').click()
  await saved(page)
  expect((await jobOf(request, job.number)).spec.fits[station]).toBeNull()
  const elsewhere = await browser.newContext()
  const other = await elsewhere.newPage()
  await openBook(other, job, 'teardown', 'Ben')
  await expect(drum(other)).toHaveAttribute('data-verdict', 'scrap')
  // Both change the verdict before either sees the other’s.
  await page.context().route('**/api/jobs/*/book', (route) => route.abort())
  await page.getByTestId('verdict-accept').click()
  await drum(other).click()
  await other.getByTestId('verdict-rework').click()
  await allSaved(other)
  await page.context().unroute('**/api/jobs/*/book')
  await expect(page.getByTestId('book-conflict')).toContainText('here “accept”, Ben saved “rework”')
  await page.getByRole('button', { name: 'Use mine' }).click()
  await allSaved(page)
  await expect(drum(other)).toHaveAttribute('data-verdict', 'accept')
  await elsewhere.close()
})

test('a broken shaft sets a limit of its part at the failure power; the shelf lists the jobs before and after', async ({
  page,
  request,
}) => {
  const { unitId, variantId, brief, arrived, spec } = await jobOf(request, 1)
  const shelf = (await (await request.get('/api/shelf')).json()) as { readonly id: string }[]
  const stock = shelf.find(({ id }) => id === arrived['input-shaft'])
  const part = { ...stock, id: 'own-input', name: 'Shaft of the shop', stock: false }
  expect((await request.post('/api/shelf', { data: part })).status()).toBe(201)
  const fits = { ...arrived, 'input-shaft': part.id }
  const data = { name: 'Broken rail', unitId, variantId, brief, arrived: fits, spec: { ...spec, fits, works: {} } }
  const job = (await (await request.post('/api/jobs', { data })).json()) as Job
  await openBook(page, job, 'teardown', 'Ada')
  await page.getByTestId('card-input-shaft/shaft').click()
  await expect(page.getByTestId('broken-here')).toHaveCount(0)
  await page.getByTestId('finding-broken-flat').click()
  const full = await page.getByTestId('broken-here').innerText()
  await type(page, 'broke-at', '420')
  await expect(page.getByTestId('broken-here')).not.toHaveText(full)
  await page.getByTestId('add-broken-limit').click()
  await page.getByTestId('broken-here').getByRole('link', { name: 'Jobs with this part' }).click()
  await expect(page.getByTestId('item-view')).toContainText(/failed in our shop/)
  await expect(page.getByTestId('item-view')).toContainText(/broke at 420 hp in first gear at stall/)
  const row = page.getByTestId(`used-in-${job.number}`)
  await expect(row).toContainText('Broken rail')
  await expect(row.getByRole('cell')).toHaveCount(3)
  await expect(row).not.toContainText('being rated again')
  const [before = 0, now = 0] = ((await row.innerText()).match(/[\d,]+(?= hp)/g) ?? []).map((text) => Number(text.replace(',', '')))
  expect(now).toBeGreaterThan(0)
  expect(before).toBeGreaterThanOrEqual(now)
})

test('a shop standard is added, applies to the jobs, and survives a reload before it is saved', async ({ page, request }) => {
  const job = await ownJob(request, 'Standard rail')
  await page.goto('/shop-standards')
  await page.getByTestId('add-standard').click()
  await page.getByTestId('standard-work').fill('Magnet in the pan')
  await expect(page.getByTestId('save-standards')).toBeDisabled()
  await page.reload()
  await page.getByRole('button', { name: 'Edit: Magnet in the pan' }).click()
  await page.getByTestId('standard-why').fill('It shows what wears.')
  await page.getByTestId('save-standards').click()
  await expect(page.getByTestId('standards-state')).toContainText('saved')
  await openBook(page, job, 'updates', 'Ada')
  await expect(page.getByTestId('update-standard-magnet-in-the-pan')).toContainText('Shop standard for every job.')
})

test('dual feed changes air tests, ring list and update list; the PDF of the signed book has every entry', async ({ page, request }) => {
  const job = await ownJob(request, 'Dual feed rail', 2)
  await openBook(page, job, 'air', 'Ada')
  await expect(page.getByTestId('air-direct-pack-second')).toBeVisible()
  await expect(page.getByText('Leaks here by design')).toHaveCount(0)
  // One choice brings the operation that it needs; one undo takes all of it back, in every part of the book.
  await goTo(page, 'Power flow')
  await page.getByTestId('station-direct-pack').click()
  await page.getByTestId('part-dir-dual').click()
  await page.getByTestId('fit').click()
  await saved(page)
  const { spec } = await jobOf(request, job.number)
  expect([spec.fits['direct-pack'], spec.works]).toEqual(['dir-dual', expect.objectContaining({ 'stator-support': ['op-dual-feed'] })])
  const isDual = async (on: boolean) => {
    const count = on ? 1 : 0
    await page.getByTestId('book-air').click()
    await expect(page.getByText('Leaks here by design')).toHaveCount(count)
    await page.getByTestId('book-assembly').click()
    await expect(page.getByTestId('step-direct-pack/ring-left-out')).toHaveCount(count)
    await page.getByTestId('book-start').click()
    await expect(page.getByText('slower than stock is normal')).toHaveCount(count)
    await page.getByTestId('book-updates').click()
    await expect(page.getByTestId('update-direct-dual-ring')).toHaveAttribute('data-state', on ? 'to-do' : 'not-here')
  }
  await goTo(page, 'Build book')
  await isDual(true)
  await page.getByRole('button', { name: 'Undo' }).click()
  await isDual(false)
  await page.getByRole('button', { name: 'Redo' }).click()
  await isDual(true)
  await saved(page)
  await page.getByTestId('book-air').click()
  await page.getByTestId('air-direct-pack-second').getByTestId('result-leaks').click()
  await page.getByTestId('air-note').fill('At the second ring only')
  await page.getByTestId('book-assembly').click()
  await expect(page.getByTestId('assembly-direct-pack')).toContainText('Leave out')
  await page.getByTestId('step-direct-pack/ring-left-out').click()
  await page.getByTestId('book-start').click()
  await type(page, 'reading-stall', '4000')
  await page.getByTestId('start-leaks').getByTestId('felt-dry').click()
  await page.getByTestId('book-updates').click()
  await expect(page.getByTestId('update-direct-dual-ring')).toHaveAttribute('data-state', 'to-do')
  await allSaved(page)
  await page.getByTestId('book-sign-off').click()
  await page.getByTestId('sign-book').click()
  await expect(page.getByTestId('signed-1')).toContainText('signed by Ada')
  const download = page.waitForEvent('download')
  await page.getByRole('link', { name: 'Build book, PDF' }).click()
  const text = await textOf(await (await download).path())
  for (const words of [
    `Build book 1, job ${job.number}`,
    'Direct clutch, second area',
    'Leaks.',
    'At the second ring only',
    '4000 rpm',
    'Dry.',
    'Signed by Ada',
  ])
    expect(text).toContain(words)
  // A signed book stays; the part can still be recorded after use.
  await page.getByTestId('book-air').click()
  await expect(page.getByTestId('book-signed')).toBeVisible()
  await page.getByTestId('air-direct-pack').getByTestId('result-applies').click()
  await page.getByTestId('book-after-use').click()
  await page.getByTestId('lived-input-shaft').getByTestId('lived-broken').click()
  await allSaved(page)
  const marks = await bookOf(request, job)
  expect(marks['air/direct-pack/result']).toBeUndefined()
  expect(marks['lived/input-shaft/state']?.value).toBe('broken')
  await page.goto('/history')
  await expect(page.getByTestId('history-alder-3')).toContainText('Dual feed rail')
})
