import { expect, test } from '@playwright/test'
import { execFileSync } from 'node:child_process'
import { jobOf, openJob, ownJob, saved, sentence } from './bench.js'

/** The verdict that the command prints for a job file, with neither server nor database. */
function evaluated(file: string): { sentence: string; held: object; stations: { cases: { margin: number }[] }[] } {
  return JSON.parse(
    execFileSync('node', ['scripts/evaluate.mjs', file], {
      cwd: new URL('..', import.meta.url),
      encoding: 'utf8',
      stdio: ['ignore', 'pipe', 'ignore'],
    }),
  ) as never
}

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

test('a job goes out as a file and comes in again, and a wrong file is refused with its paths', async ({ page, request }) => {
  const job = await ownJob(request, 'Filed rail')
  await openJob(page, job)
  const words = await sentence(page).textContent()
  const waiting = page.waitForEvent('download')
  await page.getByTestId('save-file').click()
  const path = await (await waiting).path()
  const judged = evaluated(path)
  const { answer } = (await (await request.get(`/api/jobs/${job.number}/answer`)).json()) as { answer: ReturnType<typeof evaluated> }
  expect([judged.sentence, judged.held]).toEqual([words, answer.held])
  expect(judged.stations.map((s) => s.cases.map((c) => c.margin))).toEqual(answer.stations.map((s) => s.cases.map((c) => c.margin)))
  await page.goto('/')
  await page
    .getByTestId('take-file')
    .setInputFiles({ name: 'bad.json', mimeType: 'application/json', buffer: Buffer.from('{"format":"plucky-job","version":1}') })
  await expect(page.getByRole('alert')).toContainText('Nothing was taken in.')
  await expect(page.getByRole('alert')).toContainText('name: Name of the job')
  await page.getByTestId('take-file').setInputFiles(path)
  await expect(page).toHaveURL(/\/jobs\/\d+$/)
  await expect(sentence(page)).toHaveText(words ?? '')
})

test('two windows of one job, edited by turns without waiting: every save is either kept or told, none is lost silently', async ({
  page,
  context,
  request,
}) => {
  const job = await ownJob(request, 'Contended rail')
  const other = await context.newPage()
  await openJob(page, job)
  await openJob(other, job)
  const parts = ['shell-stock', 'shell-neck', 'shell-thick']
  for (let i = 0; i < 12; i++) {
    const window = i % 2 ? page : other
    if (await window.getByRole('button', { name: 'Load the stored one' }).isVisible()) {
      await window.getByRole('button', { name: 'Load the stored one' }).click()
      await saved(window)
    }
    await window.getByTestId('order-sun-shell').click()
    await window.getByTestId(`part-${parts[i % 3]}`).click()
    const fit = window.getByTestId('fit')
    const another = await fit.waitFor({ timeout: 1500 }).then(
      () => true,
      () => false, // it is the part that this window shows as fitted: there is nothing to edit
    )
    if (!another) continue
    await fit.click()
    await expect(window.getByTestId('save-state')).toHaveAttribute('data-state', /^(saved|conflict)$/)
    const stored = (await jobOf(request, job.number)).spec.fits['sun-shell']
    const state = await window.getByTestId('save-state').getAttribute('data-state')
    if (state === 'saved') expect(stored).toBe(parts[i % 3])
    else await expect(window.getByRole('alert')).toContainText('another window')
  }
})
