import { expect, test } from '@playwright/test'
import type { ShelfContent } from '@plucky/contract'
import { jobOf, openJob, ownJob, saved, sentence, type } from './bench.js'

test('a wrong brief is refused in its field, and the saved job is unchanged', async ({ page, request }) => {
  const job = await ownJob(request, 'Wrong brief')
  await openJob(page, job, '/brief')
  const before = (await sentence(page).textContent()) ?? ''
  await type(page, 'brief-budget', 'abc')
  await expect(page.getByText('Budget must be a number from 0 to 1,000,000 (got "abc").')).toBeVisible()
  await expect(page.getByTestId('brief-budget')).toHaveValue('abc')
  await type(page, 'headline-peakTorqueNm', '-300')
  await expect(page.getByText(/Peak torque must be a number above 0/)).toBeVisible()
  await expect(sentence(page)).toHaveText(before)
  expect(await jobOf(request, job.number)).toEqual(job)
  await type(page, 'brief-budget', '8000')
  await expect(page.getByTestId('brief-pending')).toBeVisible()
  await page.getByRole('button', { name: 'Revert to saved' }).click()
  await expect(page.getByTestId('headline-peakTorqueNm')).toHaveValue('706')
  await saved(page)
  // Valid fields were saved although another field was refused.
  expect((await jobOf(request, job.number)).brief).toEqual({ ...job.brief, budget: 8000 })
})

test('a power that contradicts the torque names the possible span and offers a curve of the same shape', async ({ page, request }) => {
  await openJob(page, await ownJob(request, 'Stronger rail'), '/brief')
  await type(page, 'headline-peakPowerW', '1000')
  await expect(page.getByText(/peak torque must be above 784 lb-ft and below/)).toBeVisible()
  await page.getByTestId('scale-torque').click()
  await expect(page.getByTestId('headline-peakTorqueNm')).toHaveValue('840')
  await expect(sentence(page)).toContainText('(target 1000 hp)')
  await saved(page)
})

test('a curve with one point or with falling rpm is refused', async ({ page, request }) => {
  const job = await ownJob(request, 'Bent curve')
  await openJob(page, job, '/brief')
  await page.getByTestId('form-points').click()
  await saved(page)
  const good = await jobOf(request, job.number)
  await type(page, 'point-2-rpm', '900')
  await expect(page.getByText(/The rpm must rise from point to point/)).toBeVisible()
  await type(page, 'point-1-lb-ft', '-20')
  await expect(page.getByText(/Torque must be a number above 0/)).toBeVisible()
  for (let i = 9; i > 1; i--) await page.getByRole('button', { name: `Remove point ${i}` }).click()
  await expect(page.getByText('An engine curve needs at least two points (got 1). Add points with rising rpm.')).toBeVisible()
  expect((await jobOf(request, job.number)).brief).toEqual(good.brief)
})

test('a bore larger than its shaft is refused in its field, and the shelf is unchanged', async ({ page, request }) => {
  await openJob(page, await ownJob(request, 'Bored rail'))
  const count = async () => ((await (await request.get('/api/shelf')).json()) as unknown[]).length
  const before = await count()
  await page.getByTestId('own-part').click()
  await type(page, 'own-geometry.sections.2.boreDiameterM', '1.2')
  await expect(page.getByText(/the bore must be smaller than the torque-carrying diameter of 1\.000 in \(got 1\.200 in\)/)).toBeVisible()
  await page.getByRole('button', { name: 'Cancel' }).click()
  expect(await count()).toBe(before)
})

test('letters have no effect on the power flow, and a wrong address is reported', async ({ page, request }) => {
  const job = await ownJob(request, 'Lettered rail')
  await openJob(page, job)
  await page.getByTestId('line').focus()
  for (const key of 'abcdefghijklmnopqrstuvwxyz0123456789') await page.keyboard.press(key)
  expect(await jobOf(request, job.number)).toEqual(job)
  await page.goto('/jobs/99999')
  await expect(page.getByRole('alert')).toContainText('There is no job 99999')
  await page.goto('/transmissions/none')
  await expect(page.getByText('There is no transmission “none”.')).toBeVisible()
  await expect(page.getByRole('link', { name: 'New transmission' })).toBeVisible()
})

test('a shop without transmissions says so under Jobs, Parts shelf and Transmissions', async ({ page }) => {
  await page.route('**/api/shelf/content*', (route) =>
    route.fulfill({ json: { units: [], parts: [], operations: [], kits: [], whole: true } satisfies ShelfContent }),
  )
  await page.goto('/')
  await page.getByTestId('new-power').fill('500')
  await page.getByTestId('new-power').press('Enter')
  await expect(page.getByTestId('first-answer')).toHaveText('A job needs a transmission, and there is none yet. See Transmissions.')
  await page.goto('/parts-shelf')
  await page.getByText('Parts belong to a transmission').getByRole('link', { name: 'Transmissions' }).click()
  await expect(page.getByText('No transmissions yet.')).toBeVisible()
  await page.getByRole('link', { name: 'New transmission' }).click()
  await expect(page).toHaveURL(/\/transmissions\/new\/edit$/)
})
