import { expect, test, type Page } from '@playwright/test'
import { jobOf, openJob, ownJob, saved } from './bench.js'

const proven = (page: Page) => expect(page.getByTestId('plan-state')).toContainText('proven', { timeout: 30_000 })
/** Power and cost of the chosen build, as the chart says them. */
const chosen = async (page: Page) => (await page.getByTestId('frontier').getAttribute('aria-valuetext')) ?? ''

test('a build is picked on the chart by keyboard and installed in one step: the sentence holds what the plan promised; undo takes it back', async ({
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

test('a pin that leaves no build is named, and dropping it brings the builds back', async ({ page, request }) => {
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
