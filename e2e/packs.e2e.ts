import { expect, test, type Page } from '@playwright/test'
import { jobOf, openJob, ownJob, saved, type } from './bench.js'

const cell = (page: Page, name: string, column: 1 | 2) =>
  page
    .getByTestId('pack-figures')
    .getByRole('row', { name: new RegExp(`^${name}`) })
    .getByRole('cell')
    .nth(column)
const said = (page: Page) => page.getByTestId('pack-said')

test('six plates compared with five: +20 % at equal force, less with another spring, saved to the shelf and installed', async ({
  page,
  request,
}) => {
  const job = await ownJob(request, 'Plated rail')
  await openJob(page, job, '/clutches-bands')
  await page.getByTestId('pack-direct-pack').click()
  await expect(cell(page, 'Friction surfaces', 1)).toHaveText('10')
  await page.getByTestId('lay').selectOption({ index: 1 })
  await page.getByTestId('gain-steels').click()
  await expect(page.getByTestId('shares')).toHaveText('Torque capacity: +20.0% friction surfaces.')
  await expect(cell(page, 'Friction surfaces', 2)).toHaveText('12')
  await page.getByTestId('own-returnSpringN').fill('1400 N')
  await page.getByTestId('own-returnSpringN').press('Enter')
  await expect(page.getByTestId('shares')).toHaveText(
    /^Torque capacity \+1\d\.\d% \(friction surfaces alone would give \+20\.0%\): \+20\.0% friction surfaces and −\d\.\d% clamp force/,
  )
  await page.getByTestId('bench-back').click()
  await expect(page.getByTestId('shares')).toHaveText('Torque capacity: +20.0% friction surfaces.')
  const held = await cell(page, 'Power held, engine', 2).textContent()
  await page.getByTestId('own-name').fill('Six plates, thin steels')
  await page.getByTestId('onto-shelf').click()
  await expect(page.getByRole('alert')).toContainText('those of the part it began from are not copied')
  await type(page, 'own-price', '240')
  await type(page, 'own-hours', '2')
  await page.getByTestId('onto-shelf').click()
  await page.getByTestId('fit-drawn').click()
  await expect(cell(page, 'Power held, engine', 1)).toHaveText(held ?? '')
  await saved(page)
  const id = (await jobOf(request, job.number)).spec.fits['direct-pack'] ?? ''
  const shelf = (await (await request.get('/api/shelf')).json()) as { id: string; geometry: { stack: { plates: object[] } } }[]
  expect(shelf.find((each) => each.id === id)?.geometry.stack.plates).toHaveLength(13)
})

test('a wrong stack is explained at its plate, one touch corrects it, and the stack is kept after a reload', async ({ page, request }) => {
  await openJob(page, await ownJob(request, 'Wrong rail'), '/clutches-bands')
  await page.getByTestId('pack-intermediate-pack').click()
  await page.getByTestId('lay').selectOption({ index: 1 })
  await expect(page.getByTestId('plate-8')).toBeVisible()
  await page.getByTestId('plate-3-lining').selectOption('piston')
  await expect(page.getByTestId('wrong-3')).toContainText('steel-to-steel contact')
  await expect(page.getByTestId('section-wrong-3')).toBeVisible()
  await page.getByTestId('bench-back').click()
  await page.getByTestId('plate-0-out').click() // the first steel: lining lies on the piston, and all is too loose
  await expect(page.getByTestId('wrong-0')).toContainText('is against the piston')
  await expect(said(page)).toContainText('maximum')
  await page.reload()
  await page.getByTestId('pack-intermediate-pack').click()
  await expect(page.getByTestId('wrong-0')).toContainText('is against the piston')
  await page.getByTestId('plate-0-add').selectOption('steel')
  await page.getByTestId('plate-1-up').click()
  await expect(page.getByTestId('wrong-0')).toHaveCount(0)
  await page.getByTestId('room-pistonHeightM').fill('15.2 mm')
  await page.getByTestId('room-pistonHeightM').press('Enter')
  await expect(said(page)).toContainText('drag when released')
  await page.getByTestId('mend-ring').or(page.getByTestId('mend-backing')).first().click()
  await expect(said(page)).not.toContainText('drag when released')
  await page.getByTestId('room-ringThicknessM').fill('2.3 mm')
  await page.getByTestId('room-ringThicknessM').press('Enter')
  await expect(said(page)).toContainText('The snap ring of 0.0906 in does not fit its groove of 0.0827 in')
  await page.getByTestId('plate-1-thickness').fill('44 mm')
  await page.getByTestId('plate-1-thickness').press('Enter')
  await expect(page.getByText('Plate thickness must be from 0.016 to 0.79 in.')).toBeVisible()
})

test('a band: drum direction from the gear train, travel, time, levers compared, and binding', async ({ page, request }) => {
  await openJob(page, await ownJob(request, 'Banded coupe', 3), '/clutches-bands')
  await page.getByTestId('pack-even-band').click()
  const row = (name: RegExp) => page.getByTestId('band-held').getByRole('row', { name })
  await expect(row(/full power in second/)).toContainText('self-energizing')
  await expect(row(/full power in fourth/)).toContainText('de-energizing')
  await expect(page.getByTestId('bind')).toContainText('2 to 3')
  const way = (name: RegExp, column: number) => page.getByTestId('band-ways').getByRole('row', { name }).getByRole('cell').nth(column)
  const number = async (name: RegExp, column: number) => Number((await way(name, column).textContent())?.replace(/[^\d.]/g, ''))
  expect(await number(/Longer lever/, 2)).toBeGreaterThan(await number(/as installed/, 2))
  expect(await number(/Longer lever/, 3)).toBeGreaterThan(await number(/as installed/, 3))
  await page.getByTestId('work-op-quince-even-band-lever').click()
  await expect(page.getByTestId('band-ways').getByRole('row', { name: /Longer lever/ })).toHaveCount(0)
})
