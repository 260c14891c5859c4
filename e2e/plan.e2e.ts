import { expect, test, type Page } from '@playwright/test'
import { jobOf, openJob, ownJob, saved, textOf } from './bench.js'

const proven = (page: Page) => expect(page.getByTestId('plan-state')).toContainText('proven', { timeout: 30_000 })
/** Power and cost of the chosen build, as the chart says them. */
const chosen = async (page: Page) => (await page.getByTestId('frontier').getAttribute('aria-valuetext')) ?? ''

test('a build is selected on the chart by keyboard and installed in one step with the planned result; undo reverts it', async ({
  page,
  request,
}) => {
  const job = await ownJob(request, 'Rail to plan')
  await openJob(page, job, '/plan')
  await page.getByText('Any converter stall').click()
  await proven(page)
  const before = (await jobOf(request, job.number)).spec
  await page.getByTestId('frontier').focus()
  await page.keyboard.press('End')
  const most = await chosen(page)
  await page.keyboard.press('ArrowLeft')
  expect(await chosen(page)).not.toBe(most)
  await page.keyboard.press('ArrowRight')
  expect(await chosen(page)).toBe(most)
  const promised = Number(/^(\d+) hp/.exec(most)?.[1])
  await page.getByTestId('install-plan').click()
  await expect(page.getByText('This is the present build.')).toBeVisible({ timeout: 30_000 })
  await saved(page)
  const sentence = (await page.getByTestId('sentence').textContent()) ?? ''
  expect(Number(/^Holds about (\d+) hp/.exec(sentence)?.[1])).toBeGreaterThan(promised) // the promise has the house margin in it
  await page.getByRole('button', { name: /^Undo/ }).click()
  await saved(page)
  expect((await jobOf(request, job.number)).spec).toEqual(before)
})

test('a pin that leaves no build is named, and removing it restores the builds', async ({ page, request }) => {
  await openJob(page, await ownJob(request, 'Rail with a pin'), '/plan')
  await proven(page)
  const builds = await page.getByTestId('plan-state').textContent()
  await page.getByRole('button', { name: 'Keep 258 mm, forged cover' }).click()
  await expect(page.getByTestId('plan-reasons')).toHaveText(
    /^“258 mm, forged cover” kept as converter and target stall together: the shelf has no compatible build/,
    {
      timeout: 30_000,
    },
  )
  await page.getByRole('button', { name: /^Drop: / }).click()
  await proven(page)
  expect((await page.getByTestId('plan-state').textContent())?.split(',')[0]).toBe(builds?.split(',')[0])
})

const SEARCH = { timeout: 30_000 }

test('the next set is installed with one touch, and the sentence has the announced power', async ({ page, request }) => {
  const job = await ownJob(request, 'Rail and what is next')
  await openJob(page, job)
  const next = page.getByTestId('next')
  await expect(next).toContainText('together', SEARCH)
  await expect(next).toContainText('Alone, each of them adds less than')
  const promised = Number(/to (\d+) hp/.exec((await next.textContent()) ?? '')?.[1])
  await page.getByTestId('install-next').click()
  await saved(page)
  await expect(page.getByTestId('sentence')).toContainText(new RegExp(`^Holds about ${Math.round(promised / 10) * 10} hp`))
  await expect(next.getByRole('button', { name: /stronger than needed/ })).toBeVisible(SEARCH)
  await next.getByRole('button', { name: /stronger than needed/ }).click()
  await expect(next.getByTestId('excess').first()).toContainText('saves $')
  await page.getByRole('button', { name: /^Undo/ }).click()
  await saved(page)
  expect((await jobOf(request, job.number)).spec).toEqual(job.spec)
})

test('builds of the plan and other transmissions are compared, and a job is created from one of them', async ({ page, request }) => {
  const job = await ownJob(request, 'Van to compare', 4)
  await openJob(page, job, '/compare')
  const builds = page.getByTestId('builds')
  await builds.getByText(/^A: /).click(SEARCH)
  await builds.getByText('Alder 3', { exact: true }).click(SEARCH)
  const table = page.getByTestId('build-table')
  await expect(table.locator('thead th')).toHaveCount(5)
  await expect(table.getByRole('row', { name: /^Transmission/ })).toContainText('Alder 3')
  await builds.getByText('As received').click()
  await expect(table.locator('thead th')).toHaveCount(4)
  await table.getByRole('button', { name: /^Install A: / }).click()
  await saved(page)
  expect((await jobOf(request, job.number)).spec).not.toEqual(job.spec)
  await page.getByRole('button', { name: 'Undo' }).click()
  await saved(page)
  expect((await jobOf(request, job.number)).spec).toEqual(job.spec)
  await openJob(page, job, '/plan')
  await page.getByRole('button', { name: 'Create a job on Alder 3' }).click(SEARCH)
  await expect(page).toHaveURL(/\/power-flow$/)
  await expect(page.getByText(/Van to compare.*, Alder 3/).first()).toBeVisible()
})

test('a quote is written, kept as sent, and its PDF has the text of the page without the cost', async ({ page, request }) => {
  const job = await ownJob(request, 'Van to quote', 4)
  await openJob(page, job, '/quote')
  const quote = page.getByTestId('quote')
  await expect(quote).toBeVisible(SEARCH)
  await page.getByLabel('Vehicle').fill('gray van, long')
  await page.getByLabel('Heading 1').fill('x'.repeat(31))
  await page.getByLabel('Message').fill('Ready for the season.')
  await page.getByLabel('Vehicle').focus()
  await expect(page.getByText('Heading must have 1 to 30 characters.')).toBeVisible()
  await page.getByLabel('Heading 1').fill('Tow and go')
  await page.getByLabel('Message').focus()
  await expect(quote).toContainText('Tow and go')
  await saved(page)
  await page.getByTestId('keep-quote').click()
  await expect(page.getByTestId('sent-quotes')).toContainText('No. 1')
  const price =
    (await quote
      .getByRole('row', { name: /^Price/ })
      .getByRole('cell')
      .nth(1)
      .textContent()) ?? ''
  const waiting = page.waitForEvent('download')
  await page.getByTestId('quote-pdf-1').click()
  const text = await textOf(await (await waiting).path())
  for (const said of ['gray van, long', 'Ready for the season.', 'Tow and go', price, 'no. 1', 'safety margin included'])
    expect(text).toContain(said)
  const shopCost = /, (\$[\d,]+) shop cost/.exec((await page.getByLabel('Build 1').locator('option:checked').textContent()) ?? '')?.[1]
  expect(shopCost).toBeTruthy()
  expect(text).not.toContain(shopCost)
  expect(text).not.toMatch(/\d h\b/)
  await page.getByLabel('Heading 1').fill('Another heading')
  await page.getByLabel('Message').focus()
  await expect(quote).toContainText('Tow and go')
  await page.getByRole('button', { name: 'Back to draft' }).click()
  await expect(quote).toContainText('Another heading')
})

test('a new job lists for every transmission the parts needed for the power', async ({ page }) => {
  await page.goto('/')
  await page.getByTestId('new-power').fill('450')
  await page.getByTestId('new-power').press('Tab')
  await expect(page.getByTestId('offer-alder-3')).toContainText(
    /^\$[\d,]+: parts \$[\d,]+, labor [\d.]+ h\. Most with margin: \d+ hp\./,
    SEARCH,
  )
})
