import { expect, test } from '@playwright/test'
import type { JobListPage } from '@plucky/contract'
import { readFileSync } from 'node:fs'
import { jobOf, ownJob } from './bench.js'

test('jobs are found, renamed, copied, archived, deleted and restored', async ({ page, request }) => {
  const job = await ownJob(request, `Listed buggy ${Date.now()}`)
  const row = page.getByTestId(`job-${job.number}`)
  await page.goto('/')
  await page.getByTestId('search-jobs').fill(`bug ${job.name.split(' ').at(-1)}`) // beginnings of words, in any order
  await expect(page.getByTestId('job-list').getByRole('row')).toHaveCount(2)
  await expect(row).toContainText('660 / 840 hp')
  await page.getByTestId(`rename-${job.number}`).click()
  await page.getByTestId('rename-customer').fill('Esme Holt')
  await page.keyboard.press('Enter')
  await expect(row).toContainText('Esme Holt')
  await page.getByTestId('search-jobs').fill('esme')
  await expect(row).toBeVisible()
  await page.getByTestId(`copy-${job.number}`).click()
  await expect(page.getByTestId('job-list').getByText(`${job.name}, copy`)).toBeVisible()
  await page.getByTestId(`archive-${job.number}`).click()
  await expect(row).toHaveCount(0)
  await page.getByTestId('undo-done').click()
  await expect(row).toBeVisible()
  await page.getByTestId(`delete-${job.number}`).click()
  await expect(row).toHaveCount(0)
  expect((await request.get(`/api/jobs/${job.number}`)).status()).toBe(410)
  await page.getByTestId('undo-done').click()
  await expect(row).toBeVisible()
  expect((await jobOf(request, job.number)).name).toBe(job.name)
  await page.getByTestId('search-jobs').fill('no such job anywhere')
  await expect(page.getByTestId('no-jobs')).toContainText('No job matches')
})

test('the server sorts and filters the list', async ({ page }) => {
  await page.goto('/')
  await page.getByTestId('filter-unit').selectOption('linden-2')
  await expect(page.getByTestId('job-list')).toContainText('Museum-circuit special')
  await expect(page.getByTestId('job-list')).not.toContainText('Hill-climb coupe')
  await page.getByTestId('filter-unit').selectOption('')
  await page.getByTestId('sort-held').click()
  await expect(async () => {
    const shares = await page
      .getByTestId('job-list')
      .getByText(/\d+ \/ \d+ hp/)
      .allTextContents()
    const margins = shares.map((text) => Number(/(\d+) \//.exec(text)?.[1]) / Number(/\/ (\d+)/.exec(text)?.[1]))
    expect(margins.length).toBeGreaterThan(5)
    margins.slice(1).forEach((margin, i) => expect(margin).toBeGreaterThan((margins[i] as number) - 0.02)) // shown to 10 hp
  }).toPass()
})

test('a backup of the shop is downloaded as one file', async ({ page }) => {
  await page.goto('/')
  const download = page.waitForEvent('download')
  await page.getByTestId('backup').click()
  const file = await download
  expect(file.suggestedFilename()).toMatch(/^plucky-backup-\d{4}-\d\d-\d\d\.zip$/)
  const bytes = readFileSync(await file.path())
  expect(bytes.subarray(0, 2).toString()).toBe('PK')
  // The directory of a zip file is at its end and names every file.
  for (const name of ['manifest.json', 'jobs.jsonl', 'parts.jsonl', 'signed_books.jsonl'])
    expect(bytes.includes(name, bytes.length - 4000)).toBe(true)
})

test('a result from before the latest change is marked until the job is rated again', async ({ page, request }) => {
  const job = await ownJob(request, `Changed buggy ${Date.now()}`)
  const row = page.getByTestId(`job-${job.number}`)
  await page.goto('/')
  await page.getByTestId('search-jobs').fill(job.name)
  await expect(row).toContainText('660 / 840 hp')
  await expect(row).not.toContainText('Earlier result')
  let rated = false
  await page.route('**/api/jobs?*', async (route) => {
    const response = await route.fetch()
    const answer = (await response.json()) as JobListPage
    await route.fulfill({ response, json: { ...answer, jobs: answer.jobs.map((each) => ({ ...each, rated: rated && each.rated })) } })
  })
  await page.reload()
  await page.getByTestId('search-jobs').fill(job.name)
  await expect(row).toContainText('Earlier result')
  rated = true
  await expect(row).not.toContainText('Earlier result')
})
