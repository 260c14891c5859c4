import { seeded } from '@plucky/core'
import { expect, test } from '@playwright/test'
import { goTo, jobOf, openJob, ownJob, saved, sentence, sentenceOf, type } from './bench.js'

test('a job is opened by its sentence, another part is installed, and both remain after a reload', async ({ page, request, browser }) => {
  const job = await ownJob(request, 'Walked rail')
  await page.goto('/')
  const first = page.getByTestId('last-job')
  await expect(first).toHaveText(/Holds about \d+ hp \(target 840 hp\)\. Weakest link: .+, .+\./)
  await expect(page.getByText('Three weakest stations')).toBeVisible()

  await openJob(page, job)
  const before = await sentence(page).textContent()
  expect(before).toMatch(/Weakest link: input shaft/)
  await page.getByTestId('line').focus()
  await page.keyboard.press('Home')
  await expect(page.getByTestId('station-flex-plate')).toHaveAttribute('aria-selected', 'true')
  for (let i = 0; i < 10; i++) await page.keyboard.press('ArrowRight')
  await expect(page.getByTestId('station-input-shaft')).toHaveAttribute('aria-selected', 'true')
  for (let i = 0; i < 2; i++) await page.keyboard.press('ArrowDown')
  await expect(page.getByTestId('changes')).toContainText('Candidate')
  await page.keyboard.press('Enter')
  await expect(sentence(page)).not.toHaveText(before ?? '')
  const after = await sentence(page).textContent()
  await saved(page)

  const tomorrow = await (await browser.newContext()).newPage()
  await openJob(tomorrow, job)
  await expect(sentence(tomorrow)).toHaveText(after ?? '')
  expect(await sentenceOf(request, job.number)).toBe(after)
})

test('by pointer: the first tap previews a part, the next installs it; undo and redo', async ({ page, request }) => {
  const job = await ownJob(request, 'Tapped rail')
  await openJob(page, job)
  const before = (await sentence(page).textContent()) ?? ''
  await page.getByTestId('station-main-shaft').click()
  await page.getByTestId('part-main-stock').click()
  await expect(sentence(page)).toHaveText(before)
  await page.getByTestId('fit').click()
  await expect(sentence(page)).toContainText('Weakest link: main shaft')
  await page.getByRole('button', { name: /^Undo/ }).click()
  await expect(sentence(page)).toHaveText(before)
  await page.keyboard.press('Control+Shift+z')
  await expect(sentence(page)).toContainText('Weakest link: main shaft')
  await saved(page)
  expect((await jobOf(request, job.number)).spec.fits['main-shaft']).toBe('main-stock')
})

test('range and duty case change torque and speed on the strip', async ({ page, request }) => {
  await openJob(page, await ownJob(request, 'Ranged rail'))
  const spoken = (id: string) => page.getByTestId(`station-${id}`)
  await page.getByTestId('range-1').click()
  await expect(spoken('direct-pack')).toHaveAccessibleName(/no load/)
  await expect(page.getByTestId('stall-caution')).toBeVisible()
  await page.getByTestId('range-3').click()
  await expect(page.getByTestId('stall-caution')).toHaveCount(0)
  const carried = async (id: string) => Number(/(\d+) lb-ft/.exec((await spoken(id).getAttribute('aria-label')) ?? '')?.[1])
  expect((await carried('direct-pack')) / (await carried('input-shaft'))).toBeCloseTo(0.3704, 2)
  await page.getByTestId('range-R').click()
  expect((await carried('low-reverse')) / (await carried('input-shaft'))).toBeCloseTo(2.7, 1)
  await expect(spoken('forward-pack')).toHaveAccessibleName(/no load/)
  await expect(page.getByTestId('stall-caution')).toContainText('chock and restrain the wheels')
})

/** Number of swaps. Set PLUCKY_SWAPS for a longer run. */
const SWAPS = Number(process.env['PLUCKY_SWAPS'] ?? 12)

test('random swaps: the sentence on the page is that of the core for the saved spec', async ({ page, request }) => {
  test.setTimeout(60_000 + SWAPS * 5_000)
  const job = await ownJob(request, 'Swapped rail')
  await openJob(page, job)
  const next = seeded(20261125)
  const stations = Object.keys(job.spec.fits)
  for (let i = 0; i < SWAPS; i++) {
    await page.getByTestId(`station-${stations[Math.floor(next() * stations.length)]}`).click()
    const parts = page.getByTestId('candidates').getByRole('button')
    await parts.nth(Math.floor(next() * (await parts.count()))).click()
    const fit = page.getByTestId('fit')
    if (await fit.isVisible()) await fit.click()
    await saved(page)
    expect(await sentence(page).textContent(), `swap ${i}`).toBe(await sentenceOf(request, job.number))
  }
})

test('pressure and brief change the answer, and the breaking order follows the power', async ({ page, request }) => {
  await openJob(page, await ownJob(request, 'Pressed rail'))
  await type(page, 'pressure-drive', '90')
  await expect(sentence(page)).toContainText('Weakest link: intermediate clutch, in the full-power upshift')
  await page.getByRole('button', { name: /^Undo/ }).click()
  const handle = page.getByTestId('try-power')
  await expect(handle).toHaveAttribute('aria-valuenow', '840')
  await handle.focus()
  await page.keyboard.press('PageDown')
  await expect(handle).toHaveAttribute('aria-valuenow', '740')
  await page.keyboard.press('Escape')
  await expect(handle).toHaveAttribute('aria-valuenow', '840')
  await goTo(page, 'Brief')
  const before = (await sentence(page).textContent()) ?? ''
  await page.getByTestId('brief-launch').selectOption('rolling')
  await expect(sentence(page)).not.toHaveText(before)
  await page.getByTestId('brief-open').click()
  await expect(sentence(page)).toHaveText(/Holds about \d+ hp\. /)
  await saved(page)
})

test('power, use and transmission give a first answer, then a job', async ({ page }) => {
  await page.goto('/')
  await page.getByTestId('new-power').pressSequentially('520') // the answer follows the typing
  await expect(page.getByTestId('first-answer')).toContainText('Hornbeam 6')
  await page.getByTestId('new-unit').selectOption('quince-4')
  await expect(page.getByTestId('first-answer')).toHaveText(/Stock: Holds about \d+ hp \(target 520 hp\)/)
  await page.getByTestId('start-job').click()
  await expect(page).toHaveURL(/\/jobs\/\d+\/power-flow$/)
  await expect(sentence(page)).toContainText('(target 520 hp)')
})

test('a measured part is added to the shelf and installed', async ({ page, request }) => {
  await openJob(page, await ownJob(request, 'Measured rail'))
  await page.getByTestId('own-part').click()
  await type(page, 'own-geometry.sections.1.outerDiameterM', '30 mm')
  await expect(page.getByTestId('own-geometry.sections.1.outerDiameterM')).toHaveValue('1.1811')
  await page.getByTestId('own-add').click()
  await expect(page.getByTestId('own-dialog').getByRole('alert').first()).toContainText(/price/i)
  await type(page, 'own-price', '310')
  await type(page, 'own-hours', '1.5')
  await page.getByTestId('own-add').click()
  await expect(page.getByTestId('own-dialog')).toHaveCount(0)
  await expect(
    page
      .getByTestId('candidates')
      .getByRole('button', { name: /measured \d/ })
      .first(),
  ).toHaveAttribute('aria-pressed', 'true')
  await page.getByTestId('fit').click()
  await saved(page)
})

test('every deciding figure opens its working, down to the part', async ({ page, request }) => {
  await openJob(page, await ownJob(request, 'Worked rail'))
  await page.getByTestId('open-working').click()
  const working = page.getByTestId('working')
  await expect(page.getByTestId('working-value')).toHaveText(/^66\d\.\d hp$/)
  await expect(working).toContainText('margin')
  await working.getByText('torque capacity of “lockup feed”').first().click()
  await working.getByText('net section modulus at the hole').click()
  await expect(working).toContainText('cross hole')
  await expect(working).toContainText('0.2000 in')
  await page.getByRole('button', { name: 'Back to comparison' }).click()
  await page.getByTestId('margin-reverse-R').click()
  await expect(page.getByTestId('working')).toContainText('reverse throttle limit')
})

test('a changed house rule shows its effect on the job, and undo reverts it', async ({ page, request }) => {
  const job = await ownJob(request, 'Ruled rail')
  await openJob(page, job, '/house-rules')
  const before = (await sentence(page).textContent()) ?? ''
  await type(page, 'rule-launchFactor.regrip', '2')
  await expect(sentence(page)).not.toHaveText(before)
  await page.getByTestId('rule-limitThatCounts-computed').click()
  await saved(page)
  expect((await jobOf(request, job.number)).rules).toMatchObject({ limitThatCounts: 'computed', launchFactor: { regrip: 2 } })
  expect(await sentenceOf(request, job.number)).toBe(await sentence(page).textContent())
  await page.getByRole('button', { name: /^Undo/ }).click()
  await page.getByRole('button', { name: /^Undo/ }).click()
  await expect(sentence(page)).toHaveText(before)
})

test('with a known tire limit, the sentence says when the tires slip first; a house rule turns it off', async ({ page, request }) => {
  const job = await ownJob(request, 'Gripping rail')
  await openJob(page, job)
  await goTo(page, 'Brief')
  await expect(page.getByTestId('tires-lack')).toContainText('Tire limit needs driven axle')
  await page.getByTestId('vehicle-drivenAxle').selectOption('rear')
  for (const [key, value] of [
    ['tyreFriction', '0.9'],
    ['drivenShare', '0.62'],
    ['wheelbaseM', '100'],
    ['gravityHeightM', '24'],
  ] as const)
    await type(page, `vehicle-${key}`, value)
  await expect(page.getByTestId('tires-lack')).toContainText('Tire limit known')
  await expect(sentence(page)).toContainText('Tires are the fuse from about')
  await saved(page)
  await goTo(page, 'House rules')
  await page.getByTestId('rule-tyreLimit.off-road').selectOption('never')
  await expect(sentence(page)).not.toContainText('fuse')
})
