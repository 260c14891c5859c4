import { expect, test } from '@playwright/test'
import { jobOf, openJob, ownJob, saved, sentence } from './bench.js'

test('two windows: the stale one is told, nothing is overwritten, both ways on work', async ({ page, context, request }) => {
  const job = await ownJob(request, 'Shared rail')
  const other = await context.newPage()
  await openJob(page, job)
  await openJob(other, job)
  const swap = async (window: typeof page, station: string, part: string) => {
    await window.getByTestId(`order-${station}`).click()
    await window.getByTestId(`part-${part}`).click()
    await window.getByTestId('fit').click()
  }
  await swap(page, 'sun-shell', 'shell-stock')
  await saved(page)
  await swap(other, 'main-shaft', 'main-stock')
  await expect(other.getByRole('alert')).toContainText('changed in another window')
  expect((await jobOf(request, job.number)).spec.fits).toMatchObject({
    'sun-shell': 'shell-stock',
    'main-shaft': job.spec.fits['main-shaft'],
  })
  await other.getByRole('button', { name: 'Load the stored one' }).click()
  await saved(other)
  expect((await jobOf(request, job.number)).spec.fits['sun-shell']).toBe('shell-stock')
  await expect(sentence(other)).toHaveText((await sentence(page).textContent()) ?? '')
})

test('with the server away the change is kept here, through a closed tab, and saved when it is back', async ({
  page,
  context,
  request,
}) => {
  const job = await ownJob(request, 'Cut-off rail')
  await openJob(page, job)
  await context.route('**/api/jobs/*', (route) => (route.request().method() === 'PUT' ? route.abort() : route.continue()))
  await page.getByTestId('order-sun-shell').click()
  await page.getByTestId('part-shell-stock').click()
  await page.getByTestId('fit').click()
  await expect(page.getByTestId('save-state')).toHaveText(/kept on this machine/)
  await page.close()
  await context.unroute('**/api/jobs/*')
  const again = await context.newPage()
  await openJob(again, job)
  await saved(again)
  expect((await jobOf(request, job.number)).spec.fits['sun-shell']).toBe('shell-stock')
})

test('what the browser kept and cannot be read is set aside, not in the way', async ({ page, request }) => {
  const job = await ownJob(request, 'Garbled rail')
  await page.goto('/')
  await page.evaluate((n) => {
    localStorage.setItem(`plucky-draft-${n}`, '{"version":')
    localStorage.setItem('plucky-view', 'nonsense')
  }, job.number)
  await openJob(page, job)
  await expect(sentence(page)).toContainText('Holds about')
})
