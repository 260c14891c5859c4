import { expect, test, type Page } from '@playwright/test'
import { execFileSync } from 'node:child_process'
import { jobOf, openJob, ownJob, saved, sentence } from './bench.js'

interface Evaluated {
  readonly sentence: string
  readonly held: object
  readonly stations: { cases: { margin: number }[] }[]
}

/** The verdict that the command prints for a job file, with neither server nor database. */
function evaluated(file: string): Evaluated {
  return JSON.parse(
    execFileSync('node', ['scripts/plucky.mjs', 'evaluate', file], {
      cwd: new URL('..', import.meta.url),
      encoding: 'utf8',
      stdio: ['ignore', 'pipe', 'ignore'],
    }),
  ) as Evaluated
}

test('two windows: changes of both are kept and shown in both', async ({ page, context, request }) => {
  const job = await ownJob(request, 'Shared rail')
  const other = await context.newPage()
  await openJob(page, job)
  await openJob(other, job)
  const swap = async (window: typeof page, station: string, part: string) => {
    await window.getByTestId(`station-${station}`).click()
    await window.getByTestId(`part-${part}`).click()
    await window.getByTestId('fit').click()
  }
  await swap(page, 'sun-shell', 'shell-stock')
  await saved(page)
  await swap(other, 'main-shaft', 'main-stock')
  await saved(other)
  await expect
    .poll(async () => (await jobOf(request, job.number)).spec.fits)
    .toMatchObject({ 'sun-shell': 'shell-stock', 'main-shaft': 'main-stock' })
  await swap(page, 'sun-shell', 'shell-thick')
  await saved(page)
  expect((await jobOf(request, job.number)).spec.fits).toMatchObject({ 'sun-shell': 'shell-thick', 'main-shaft': 'main-stock' })
  await expect.poll(async () => sentence(other).textContent()).toBe(await sentence(page).textContent())
})

test('without the server a change is kept in the browser, also with the tab closed, and saved when the server is back', async ({
  page,
  context,
  request,
}) => {
  const job = await ownJob(request, 'Cut-off rail')
  await openJob(page, job)
  await context.route('**/api/jobs/*', (route) => (route.request().method() === 'PUT' ? route.abort() : route.continue()))
  await page.getByTestId('station-sun-shell').click()
  await page.getByTestId('part-shell-stock').click()
  await page.getByTestId('fit').click()
  await expect(page.getByTestId('save-note')).toHaveText(/kept on this computer/)
  await page.close()
  await context.unroute('**/api/jobs/*')
  const again = await context.newPage()
  await openJob(again, job)
  await saved(again)
  expect((await jobOf(request, job.number)).spec.fits['sun-shell']).toBe('shell-stock')
})

test('a page opened without the server loads when the server is back', async ({ page, context }) => {
  await context.route('**/api/**', (route) => route.abort())
  await page.goto('/parts-shelf')
  await expect(page.getByRole('alert')).toContainText('Retrying automatically.')
  await context.unroute('**/api/**')
  await expect(page.getByRole('heading', { name: /^Parts shelf: \d+ parts/ })).toBeVisible()
})

test('unreadable data in browser storage is set aside', async ({ page, request }) => {
  const job = await ownJob(request, 'Garbled rail')
  await page.goto('/')
  await page.evaluate((n) => {
    localStorage.setItem(`plucky-draft-${n}-abc`, '{"version":')
    localStorage.setItem('plucky-view', 'nonsense')
  }, job.number)
  await openJob(page, job)
  await expect(sentence(page)).toContainText('Holds about')
})

test('a job is exported and imported, and a wrong file is refused with its paths', async ({ page, request }) => {
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
  await expect(page.getByRole('alert')).toContainText('Nothing was imported.')
  await expect(page.getByRole('alert')).toContainText('name: Job name')
  await page.getByTestId('take-file').setInputFiles(path)
  await expect(page).toHaveURL(/\/jobs\/\d+\/power-flow$/)
  await expect(sentence(page)).toHaveText(words ?? '')
})

/** Minimum time for which two windows save in turn. Set PLUCKY_CONTEND_SECONDS for a longer run. */
const CONTEND_S = Number(process.env['PLUCKY_CONTEND_SECONDS'] ?? 5)

test('two windows edit one job at once: acknowledged changes are kept, others are reported', async ({ page, context, request }) => {
  test.setTimeout(CONTEND_S * 1000 + 120_000)
  const job = await ownJob(request, 'Contended rail')
  const until = Date.now() + CONTEND_S * 1000
  /** Swaps the part of one station until time is up and two swaps are saved. Accepts the stored job at every conflict. */
  const contend = async (window: Page, station: string, parts: readonly string[]) => {
    await openJob(window, job)
    const kept = { last: job.spec.fits[station], saves: 0, conflicts: 0 }
    const state = window.getByTestId('save-state')
    for (let i = 0; Date.now() < until || kept.saves < 2; i++) {
      const part = parts[i % parts.length] as string
      await window.getByTestId(`station-${station}`).click()
      await window.getByTestId(`part-${part}`).click()
      const shown = await window
        .getByTestId('fit')
        .waitFor({ timeout: 1500 })
        .then(
          () => true,
          () => false,
        )
      if (!shown) continue // this window shows it as fitted already
      // By key: changes by the other window move the button, so that a click may miss it.
      await window.getByTestId('fit').press('Enter')
      await expect(window.getByTestId('fit')).toBeHidden()
      await expect(state).toHaveAttribute('data-state', /^(saved|conflict)$/)
      if ((await state.getAttribute('data-state')) === 'saved') {
        kept.last = part
        kept.saves++
        continue
      }
      kept.conflicts++
      await expect(window.getByTestId('comparison')).toContainText('Your version')
      await window.getByRole('button', { name: 'Use the saved version' }).click()
      await saved(window)
    }
    return kept
  }
  const [mine, theirs] = await Promise.all([
    contend(page, 'sun-shell', ['shell-stock', 'shell-neck', 'shell-thick']),
    contend(await context.newPage(), 'low-reverse', ['lr-stock', 'lr-6']),
  ])
  const { fits } = (await jobOf(request, job.number)).spec
  expect([fits['sun-shell'], fits['low-reverse']]).toEqual([mine.last, theirs.last])
  test.info().annotations.push({ type: 'contended', description: JSON.stringify({ mine, theirs }) })
})
