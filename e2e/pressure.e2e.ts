import { expect, test, type Page } from '@playwright/test'
import { goTo, jobOf, openJob, ownJob, saved, sentence } from './bench.js'

const heldOf = async (page: Page, station: string) =>
  Number(/([\d,]+) hp$/.exec((await page.getByTestId(`order-${station}`).textContent()) ?? '')?.[1]?.replace(',', ''))
const row = (page: Page, table: string, name: string | RegExp) => page.getByTestId(table).getByRole('row', { name }).getByRole('cell')

test('pressure from the valves: a setting changes the map, the gauge and every clutch in the breaking order; undo reverts it', async ({
  page,
  request,
}) => {
  const job = await ownJob(request, 'Boosted rail')
  await openJob(page, job, '/line-pressure')
  await expect(page.getByTestId('gauge').getByRole('row')).toHaveCount(7) // what the fitted valves make of it, but for low by hand
  await page.getByTestId('by-valves').click()
  await expect(page.getByTestId('gauge').getByRole('row')).toHaveCount(8)
  await expect(row(page, 'gauge', /stall/).nth(2)).toHaveText('192 psi')
  const [pack, shaft] = [await heldOf(page, 'forward-pack'), await heldOf(page, 'input-shaft')]
  const slider = page.getByTestId('slide-signalFullPa')
  await slider.focus()
  for (let i = 0; i < 12; i++) await page.keyboard.press('ArrowRight')
  await expect(row(page, 'gauge', /stall/).nth(2)).toHaveText('203 psi')
  expect(await heldOf(page, 'forward-pack')).toBeGreaterThan(pack)
  expect(await heldOf(page, 'input-shaft')).toBe(shaft)
  await expect(page.getByTestId('demand-map')).toHaveAttribute('aria-label', /FWD|DIRECT/)
  await saved(page)
  expect((await jobOf(request, job.number)).spec.pressure).toMatchObject({ by: 'valves', knobs: { signalFullPa: 100 * 6894.757293168361 } })
  await page.getByRole('button', { name: /^Reset .*full throttle/ }).click()
  await expect(row(page, 'gauge', /stall/).nth(2)).toHaveText('192 psi')
  await page.getByRole('button', { name: /^Undo/ }).click()
  await expect(row(page, 'gauge', /stall/).nth(2)).toHaveText('203 psi')
  await page.reload()
  await expect(row(page, 'gauge', /stall/).nth(2)).toHaveText('203 psi')
})

test('an excessive setting is named in the sentence with the power; a figure out of range is refused in its field', async ({
  page,
  request,
}) => {
  await openJob(page, await ownJob(request, 'Shimmed rail'), '/line-pressure')
  await page.getByTestId('by-valves').click()
  await page.getByTestId('knob-springShimM').fill('19 mm')
  await page.getByTestId('knob-springShimM').press('Enter')
  await expect(page.getByTestId('sentence')).toHaveText(
    /^Holds about \d+ hp \(target 840 hp\).* Line pressure: \d+ psi commanded in reverse, but the relief valve opens at 277 psi/,
  )
  await page.getByTestId('knob-reliefShimM').fill('0.2 mm')
  await page.getByTestId('knob-reliefShimM').press('Enter')
  await expect(page.getByTestId('sentence')).toContainText('opens at 285 psi') // 13 N/mm × 0.2 mm on a seat of 8 mm: 7.5 psi more
  await page.getByTestId('knob-springShimM').fill('44 mm')
  await page.getByTestId('knob-springShimM').press('Enter')
  await expect(page.getByRole('alert')).toContainText('must be a number from 0 to 0.7874 in')
  await page.keyboard.press('Escape')
  await expect(page.getByTestId('knob-springShimM')).toHaveValue('0.7480')
  // The line says it too, and leads back.
  await goTo(page, 'Power flow')
  await expect(sentence(page)).toContainText('Line pressure: ')
  await page.getByTestId('pressure-made').click()
  await expect(page.getByTestId('knobs')).toBeVisible()
})

test('a worn pump is short of oil at hot idle, and the gauge table is printed alone', async ({ page, request }) => {
  await openJob(page, await ownJob(request, 'Worn rail'), '/line-pressure')
  await page.getByTestId('by-valves').click()
  await page.getByTestId('knob-sideClearanceM').fill('0.0045')
  await page.getByTestId('knob-sideClearanceM').press('Enter')
  await expect(row(page, 'gauge', /Drive, idle/).nth(2)).toHaveText(/pump short of 115/)
  await expect(row(page, 'gauge', /Drive, idle/).nth(3)).toHaveText('115 psi')
  await page.getByTestId('oil-idle-1').click()
  await expect(row(page, 'flows', /Converter, cooler/).nth(1)).toHaveText('0.0')
  await expect(page.getByTestId('lubes').getByRole('row', { name: /pump and support/ })).toHaveClass('short')
  await page.emulateMedia({ media: 'print' })
  await expect(page.getByTestId('gauge')).toBeVisible()
  await expect(page.getByText(/^Job \d+: Worn rail, Alder 3$/)).toBeVisible()
  for (const hidden of ['knobs', 'demand-map', 'maxima', 'flows']) await expect(page.getByTestId(hidden)).toBeHidden()
})
