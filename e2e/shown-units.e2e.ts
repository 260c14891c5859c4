import { expect, test } from '@playwright/test'
import { jobOf, openJob, ownJob, saved, type } from './bench.js'

test('units are selected in one panel, also by quantity; job, typed figures and PDF follow', async ({ page, request }) => {
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

test('the currency belongs to the shop: selected once, used in every window', async ({ page, request }) => {
  // The shop of the other tests stays in dollars: here its settings are answered in the test.
  let settings: unknown = { currency: 'USD' }
  await page.route('**/api/shop', (route) => {
    if (route.request().method() === 'PUT') settings = route.request().postDataJSON()
    return route.fulfill({ json: settings })
  })
  await openJob(page, await jobOf(request, 1), '/power-flow')
  await expect(page.getByTestId('totals')).toContainText('$')
  await page.getByTestId('units').click()
  await page.getByTestId('currency').selectOption('EUR')
  await expect(page.getByTestId('totals')).toContainText('€')
  await page.evaluate(() => localStorage.clear())
  await page.reload()
  await expect(page.getByTestId('totals')).toContainText('€')
})
