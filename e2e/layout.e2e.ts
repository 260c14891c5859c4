import { expect, test, type Page } from '@playwright/test'
import { jobOf, openJob } from './bench.js'

/** Pairs of texts of the chart whose ink overlaps, and texts that leave it. A font's own room above and below its letters is not ink. */
const collisions = (page: Page): Promise<string[]> =>
  page
    .getByTestId('line-panel')
    .locator('svg')
    .first()
    .evaluate((svg) => {
      const frame = svg.getBoundingClientRect()
      const inks = [...svg.querySelectorAll('text')].flatMap((text) => {
        const { left, right, top, bottom, height } = text.getBoundingClientRect()
        return text.textContent ? [{ words: text.textContent, left, right, top: top + 0.24 * height, bottom: bottom - 0.22 * height }] : []
      })
      const out = inks
        .filter((a) => a.left < frame.left - 0.5 || a.right > frame.right + 0.5)
        .map(({ words }) => `${words} leaves the chart`)
      const over = inks.flatMap((a, i) =>
        inks.slice(i + 1).flatMap((b) => {
          const [wide, high] = [
            Math.min(a.right, b.right) - Math.max(a.left, b.left),
            Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top),
          ]
          return wide > 0.5 && high > 0.5 ? [`${a.words} / ${b.words}`] : []
        }),
      )
      return [...out, ...over]
    })

/** A job of the demo shop on each of its transmissions. */
const ONE_OF_EACH = [1, 3, 4, 5, 6, 7]

for (const number of ONE_OF_EACH)
  test(`no label of the power-flow chart lies on another in job ${number}, in any gear, order and choice`, async ({ page, request }) => {
    await openJob(page, await jobOf(request, number), '/power-flow')
    await expect(page.getByTestId('line')).toBeVisible()
    await page.evaluate(() => document.fonts.ready)
    const gears = await page.locator('[data-testid^="range-"]').all()
    expect(gears.length).toBeGreaterThan(2)
    for (const order of ['weakest', 'path']) {
      await page.getByTestId(`order-by-${order}`).click()
      for (const gear of gears) {
        await gear.click()
        expect(await collisions(page)).toEqual([])
      }
    }
    for (const key of ['Home', 'ArrowRight', 'End']) {
      await page.getByTestId('line').focus()
      await page.keyboard.press(key)
      expect(await collisions(page)).toEqual([])
    }
  })

test('earlier addresses redirect to the current pages with their query', async ({ page }) => {
  for (const [before, now] of [
    ['/jobs/1', '/jobs/1/power-flow'],
    ['/jobs/1/match', '/jobs/1/converter'],
    ['/jobs/1/lost', '/jobs/1/diagnosis'],
    ['/jobs/1/sheet?revision=7', '/jobs/1/build-sheet?revision=7'],
    ['/units/hornbeam-6/lost', '/transmissions/hornbeam-6/diagnosis'],
    ['/units', '/transmissions'],
    ['/shelf/kits', '/parts-shelf/kits'],
  ] as const) {
    await page.goto(before)
    await expect(page).toHaveURL((url) => url.pathname + url.search === now)
  }
})

test('each row of page links is one Tab stop with arrow keys inside; the help describes the page', async ({ page, request }) => {
  await openJob(page, await jobOf(request, 1), '/converter')
  const pages = page.getByRole('navigation', { name: 'Job pages' })
  await pages.getByRole('link', { name: 'Converter' }).focus()
  await page.keyboard.press('ArrowRight')
  await expect(pages.getByRole('link', { name: 'Shafts' })).toBeFocused()
  await page.keyboard.press('End')
  await expect(pages.getByRole('link', { name: 'Gear train' })).toBeFocused()
  await page.keyboard.press('ArrowRight')
  await expect(pages.getByRole('link', { name: 'Power flow' })).toBeFocused()
  await page.keyboard.press('Tab')
  await expect(pages.getByRole('link', { name: 'Converter' })).not.toBeFocused()
  await page.getByTestId('help').click()
  await expect(page.getByTestId('help-panel')).toContainText('Where a converter stalls behind this engine')
  await page.keyboard.press('Escape')
  await expect(page.getByTestId('help-panel')).toHaveCount(0)
})

test('on a narrow screen the pages are in a menu with the same two levels', async ({ page, request }) => {
  await page.setViewportSize({ width: 390, height: 800 })
  await openJob(page, await jobOf(request, 1), '/power-flow')
  await page.getByTestId('menu').click()
  await page.getByRole('navigation', { name: 'Assembly' }).getByRole('link', { name: 'Fit-up' }).click()
  await expect(page).toHaveURL(/\/fit-up$/)
  await expect(page.getByRole('navigation', { name: 'Assembly' })).toHaveCount(0)
})
