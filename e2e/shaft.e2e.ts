import { expect, test, type Page } from '@playwright/test'
import { goTo, jobOf, openJob, ownJob, saved, sentence, type, type Job } from './bench.js'

const weakAt = async (page: Page) => Number(await page.getByTestId('weak-tried').getAttribute('data-at'))
const figure = (page: Page, name: string, column: 1 | 2) =>
  page
    .getByTestId('shaft-figures')
    .getByRole('row', { name: new RegExp(`^${name}`) })
    .getByRole('cell')
    .nth(column)

test('a shaft on the bench is changed by dragging and typing, all figures follow, and the weakest section follows the hole', async ({
  page,
  request,
}) => {
  const job = await ownJob(request, 'Drawn rail')
  await openJob(page, job)
  await page.getByTestId('station-input-shaft').click()
  await page.getByTestId('to-shafts').click()
  await page.getByTestId('lay').selectOption({ index: 1 })
  await expect(figure(page, 'Yield torque', 2)).toHaveText((await figure(page, 'Yield torque', 1).textContent()) ?? '')
  const [before, stress] = [await weakAt(page), await page.getByTestId('stress-tried').getAttribute('d')]
  const hole = page.getByTestId('grip-hole-0-place')
  const box = await hole.boundingBox()
  if (!box) throw new Error('The hole has no mark.')
  await page.mouse.move(box.x + 12, box.y + 12)
  await page.mouse.down()
  await page.mouse.move(box.x + 112, box.y + 12, { steps: 6 })
  await page.mouse.up()
  // Figures follow when the page has time.
  await expect.poll(() => weakAt(page)).toBeGreaterThan(before + 0.01)
  await expect(page.getByTestId('stress-tried')).not.toHaveAttribute('d', stress ?? '')
  // By key, a thousandth of the way; by a figure typed at the mark; and back by the bench's own steps.
  const holds = figure(page, 'Power held, engine', 2)
  const moved = await holds.textContent()
  const land = page.getByTestId('grip-section-3-diameter')
  await land.focus()
  await page.keyboard.press('Shift+ArrowUp')
  await expect(holds).not.toHaveText(moved ?? '')
  await land.focus()
  await page.keyboard.press('Enter')
  await page.getByTestId('type-here').fill('21 mm')
  await page.keyboard.press('Enter')
  await expect(land).toHaveAttribute('aria-valuetext', '0.827 in')
  await page.getByTestId('bench-back').click()
  await page.getByTestId('bench-back').click()
  await expect(holds).toHaveText(moved ?? '')
  // A bore wider than the shaft is refused at the mark, and nothing moves.
  await page.getByTestId('grip-section-0-bore').dblclick()
  await page.getByTestId('type-here').fill('2')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('alert')).toContainText('must be smaller')
  await page.keyboard.press('Escape')
  await expect(holds).toHaveText(moved ?? '')
  // The drawing is kept after a reload, and the job is unchanged.
  const drawn = await weakAt(page)
  await page.reload()
  await expect(page.getByTestId('weak-tried')).toBeVisible()
  await expect.poll(() => weakAt(page)).toBe(drawn)
  expect((await jobOf(request, job.number)).spec).toEqual(job.spec)
})

test('what if: steel, rolled splines, smaller holes, and a measured hardness below the stated one', async ({ page, request }) => {
  await openJob(page, await ownJob(request, 'Asking rail'), '/shafts')
  await page.getByTestId('shaft-input-shaft').click()
  await page.getByTestId('lay').selectOption({ index: 1 })
  const [yields, life, oil] = [
    figure(page, 'Yield torque', 2),
    figure(page, 'Fatigue life, launches', 2),
    figure(page, 'Oil flow through cross holes', 2),
  ]
  const [plain, shortLife] = [await yields.textContent(), await life.textContent()]
  await page.getByTestId('smaller-holes').click()
  await expect(yields).not.toHaveText(plain ?? '')
  await expect(oil).toContainText('64%')
  const strong = await yields.textContent()
  await page.getByTestId('what-steel').selectOption('300m')
  await expect(yields).not.toHaveText(strong ?? '')
  const steel = await yields.textContent()
  await page.getByTestId('what-made').selectOption('rolled')
  await page.getByTestId('what-edge').selectOption('coined')
  await page.getByTestId('what-surface').selectOption('polished')
  await expect(yields).toHaveText(steel ?? '')
  await expect(life).not.toHaveText(shortLife ?? '')
  // Every figure opens its working, down to the drawing.
  await page.getByTestId('open-life').last().click()
  await expect(page.getByTestId('working')).toContainText('Miner’s sum')
  await expect(page.getByTestId('working')).toContainText('endurance in shear')
  await page.getByRole('button', { name: 'Back to comparison' }).click()
  await type(page, 'what-hardness', '44')
  await expect(page.getByTestId('hardness-said')).toContainText('not the steel it was sold as')
  await type(page, 'what-hardness', '54')
  await expect(page.getByTestId('hardness-said')).toContainText('consistent with the steel it was sold as')
})

test('a shaft is drawn from a plain bar, added to the shelf, and installed with its mating parts', async ({ page, request }) => {
  const job = await ownJob(request, 'Own shaft rail')
  await openJob(page, job, '/shafts')
  await page.getByTestId('shaft-input-shaft').click()
  await page.getByTestId('lay').selectOption('+')
  await type(page, 'size-length', '1.35')
  await page.getByTestId('toggle-spline').click()
  await type(page, 'size-teeth', '35')
  await expect(page.getByRole('alert')).toContainText('must be smaller')
  await page.getByTestId('size-teeth').press('Escape')
  await type(page, 'size-diameter', '1.1')
  await type(page, 'size-teeth', '35')
  await page.getByTestId('spline-mate').selectOption('turbine-hub')
  await page.getByTestId('add-section').click()
  await expect(page.getByTestId('size-teeth')).toHaveCount(0)
  await type(page, 'size-length', '5')
  await type(page, 'size-diameter', '1.1')
  await page.getByTestId('add-hole').click()
  await expect(page.getByTestId('weak-tried')).toBeVisible()
  await expect(page.getByTestId('shaft-bench').locator('..').locator('..')).toContainText('different tooth count')
  await page.getByTestId('own-name').fill('Drawn here, 35 teeth')
  await type(page, 'own-price', '420')
  await type(page, 'own-hours', '1')
  await page.getByTestId('onto-shelf').click()
  await expect(page.getByTestId('brings')).toContainText('Turbine hub')
  await page.getByTestId('fit-drawn').click()
  await saved(page)
  const { fits } = (await jobOf(request, job.number)).spec
  expect(fits['input-shaft']).toMatch(/^drawn-here-35-teeth/)
  await expect(sentence(page)).not.toContainText('do not mate')
  await page.reload()
  await expect(figure(page, 'Yield torque', 1)).toContainText('lb-ft')
})

test('splines that do not mate are reported on every page', async ({ page, request }) => {
  const { unitId, variantId, brief, arrived, spec } = await jobOf(request, 1)
  const mixed = { ...spec, fits: { ...spec.fits, 'turbine-hub': 'thub-35' } }
  const added = await request.post('/api/jobs', { data: { name: 'Stopped rail', unitId, variantId, brief, arrived, spec: mixed } })
  const job = (await added.json()) as Job
  await openJob(page, job)
  const stop =
    'Splines do not mate: the input shaft’s turbine spline does not mate with the turbine hub bore: 32 teeth against 35. The build can’t be rated until they do.'
  await expect(sentence(page)).toHaveText(stop)
  await goTo(page, 'Shafts')
  await expect(sentence(page)).toHaveText(stop)
  await goTo(page, 'Build sheet')
  await expect(page.getByText(stop).first()).toBeVisible()
  await goTo(page, 'Power flow')
  await page.getByTestId('station-turbine-hub').click()
  await page.getByTestId('part-thub-alloy').click()
  await page.getByTestId('fit').click()
  await expect(sentence(page)).toContainText('Holds about')
})
