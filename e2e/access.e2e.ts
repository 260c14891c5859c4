import { AxeBuilder } from '@axe-core/playwright'
import { expect, test, type Page } from '@playwright/test'
import { exampleViews } from '../apps/web/src/app/views.js'
import { jobOf, openJob, ownJob } from './bench.js'
import { ABOUT_UNITS, shelfNames, textsWith } from './units-on-screen.js'

/** Every page of the list with the demo shop's data, and what differs much from them. */
const VIEWS = [
  ...exampleViews(),
  { title: 'Line pressure · Job 2', address: '/jobs/2/line-pressure' },
  ...['teardown', 'air', 'assembly', 'start', 'sign-off', 'after-use'].map((part) => ({
    title: 'Build book · Job 2',
    address: `/jobs/2/build-book?part=${part}`,
  })),
]

/** No page has frames, and what passes is not described: that takes most of the time. */
const found = async (page: Page, choose: (axe: AxeBuilder) => AxeBuilder) =>
  (await choose(new AxeBuilder({ page }).options({ resultTypes: ['violations'] }).setLegacyMode(true)).analyze()).violations.map(
    (v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join(', ')}`,
  )

/** Waits until the page does not change for a tenth of a second. */
const settled = (page: Page) =>
  expect
    .poll(async () => {
      const content = () => page.evaluate(() => document.body.innerHTML)
      const before = await content()
      await page.waitForTimeout(100)
      return (await content()) === before
    })
    .toBe(true)

/** Checks all rules in the light theme. The dark theme differs in colors only, so only contrast is checked there. */
async function axeFindsNothing(page: Page): Promise<void> {
  const tags = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice']
  await settled(page)
  expect(await found(page, (axe) => axe.withTags(tags))).toEqual([])
  const night = (on: boolean) => page.evaluate((dark) => void document.documentElement.classList.toggle('dark', dark), on)
  await night(true)
  expect(await found(page, (axe) => axe.withRules(['color-contrast']))).toEqual([])
  await night(false)
}

test.use({ colorScheme: 'light', contextOptions: { reducedMotion: 'reduce' } })

/** At every width the page does not scroll sideways, and of a job the revision, save state, totals and undo stay in view. */
async function staysInView(page: Page, address: string): Promise<void> {
  for (const width of [1024, 820, 390, 1280]) {
    await page.setViewportSize({ width, height: 800 })
    await expect.poll(() => page.evaluate(() => document.documentElement.scrollWidth)).toBe(width)
    if (!address.startsWith('/jobs/')) continue
    for (const part of ['revision', 'save-state', 'totals']) await expect(page.getByTestId(part)).toBeInViewport()
    await expect(page.getByRole('button', { name: /^Undo/ })).toBeInViewport()
    // React changes the strip shortly after the resize.
    await settled(page)
    expect(await overlapsInStrip(page), `${address} at ${width}`).toEqual([])
  }
}

/** Words in the strip over the page that overlap, and a job name that has no room. */
const overlapsInStrip = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const shown = [
      ...document.querySelectorAll('header a, header button, header [data-testid=save-state], header [data-testid=others-here]'),
    ]
      .map((element) => ({ words: element.textContent || element.getAttribute('aria-label') || '', box: element.getBoundingClientRect() }))
      .filter(({ box }) => box.width > 0)
    const name = document.querySelector('header [data-testid=revision]')?.parentElement?.getBoundingClientRect()
    const all = name ? [...shown, { words: 'job name', box: name }] : shown
    const apart = (a: DOMRect, b: DOMRect) =>
      a.right <= b.left + 1 || b.right <= a.left + 1 || a.bottom <= b.top + 1 || b.bottom <= a.top + 1
    const over = all.flatMap((a, i) => all.slice(i + 1).flatMap((b) => (apart(a.box, b.box) ? [] : [`${a.words} / ${b.words}`])))
    return name && name.width < 60 ? [...over, 'no room for the job name'] : over
  })

/** Opens a page in a window that has the application, as its links do: the code is not loaded again. */
async function openInPlace(page: Page, { title, address }: (typeof VIEWS)[number]): Promise<void> {
  await page.evaluate((to) => {
    history.pushState(null, '', to)
    dispatchEvent(new PopStateEvent('popstate'))
  }, address)
  await expect(page).toHaveTitle(`${title} · Plucky Ratio`)
  await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible()
}

/** With US units the page shows no metric figure, with metric units no US figure. */
async function unitsAreNotMixed(page: Page, names: readonly string[]): Promise<void> {
  expect(await textsWith(page, 'metric', names)).toEqual([])
  await page.getByTestId('units').click()
  await page.getByTestId('units-metric').click()
  await expect.poll(() => textsWith(page, 'us', names)).toEqual([])
  await page.getByTestId('units-us').click()
  await page.keyboard.press('Escape')
}

const PER_WINDOW = 7
const WINDOWS = Array.from({ length: Math.ceil(VIEWS.length / PER_WINDOW) }, (_, i) => VIEWS.slice(i * PER_WINDOW, (i + 1) * PER_WINDOW))

for (const views of WINDOWS)
  test(`axe finds nothing, nothing scrolls sideways, and units are not mixed on ${views.map(({ title }) => title).join(', ')}`, async ({
    page,
    request,
  }) => {
    const names = await shelfNames(request)
    await page.goto(views[0]?.address ?? '/')
    for (const view of views)
      await test.step(view.address, async () => {
        await openInPlace(page, view)
        await staysInView(page, view.address)
        await axeFindsNothing(page)
        if (!ABOUT_UNITS.includes(view.address)) await unitsAreNotMixed(page, names)
      })
  })

test('axe finds no violation with a shaft on the bench, a mark selected and a figure refused', async ({ page }) => {
  await page.goto('/jobs/1/shafts')
  await page.getByTestId('lay').selectOption({ index: 1 })
  await page.getByTestId('grip-section-0-bore').dblclick()
  await page.getByTestId('type-here').fill('3')
  await page.getByTestId('type-here').press('Enter')
  await expect(page.getByRole('alert')).toBeVisible()
  await axeFindsNothing(page)
})

test('axe finds no violation with a wrong stack on the pack bench, and with a pump below demand', async ({ page, request }) => {
  const job = await ownJob(request, 'Looked at')
  await openJob(page, job, '/clutches-bands')
  await page.getByTestId('lay').selectOption({ index: 1 })
  await page.getByTestId('plate-1-lining').selectOption('piston')
  await expect(page.getByTestId('wrong-1')).toBeVisible()
  await axeFindsNothing(page)
  await openJob(page, job, '/line-pressure')
  await page.getByTestId('by-valves').click()
  await page.getByTestId('knob-sideClearanceM').fill('0.006')
  await page.getByTestId('knob-sideClearanceM').press('Enter')
  await expect(page.getByTestId('sentence')).toContainText('the pump can only hold')
  await axeFindsNothing(page)
})

test('axe finds no violation in the dialog, in refused fields, and with a candidate on the bench', async ({ page, request }) => {
  await openJob(page, await jobOf(request, 1))
  await page.getByTestId('candidates').getByRole('button').last().click()
  await page.getByTestId('own-part').click()
  await page.getByTestId('own-price').fill('abc')
  await page.getByTestId('own-price').press('Enter')
  await expect(page.getByText(/Price must be a number/)).toBeVisible()
  await page.waitForTimeout(400) // the dialog fades in; colours are judged when it has
  await axeFindsNothing(page)
})

test('candidates and the install button are large enough for a gloved hand', async ({ page, request }) => {
  await openJob(page, await jobOf(request, 1))
  for (const part of await page.getByTestId('candidates').getByRole('button').all())
    expect((await part.boundingBox())?.height).toBeGreaterThanOrEqual(44)
  await page.getByTestId('candidates').getByRole('button').last().click()
  expect((await page.getByTestId('fit').boundingBox())?.height).toBeGreaterThanOrEqual(44)
})

test('main screen and shaft bench do not scroll sideways at 1280 and 1024', async ({ page, request }) => {
  const job = await jobOf(request, 1)
  for (const width of [1280, 1024]) {
    await page.setViewportSize({ width, height: 800 })
    await openJob(page, job)
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(width)
    await openJob(page, job, '/shafts')
    await page.getByTestId('lay').selectOption({ index: 1 })
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(width)
  }
})
