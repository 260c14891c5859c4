import { expect, test } from '@playwright/test'
import { readFileSync } from 'node:fs'
import { jobOf, openJob, saved } from './bench.js'

test('the ranges are selected by key and show which elements hold, carry torque and idle', async ({ page }) => {
  await page.goto('/transmissions/quince-4')
  await page.getByTestId('train-range-1').focus()
  await expect(page.getByTestId('stick-forward')).toHaveAttribute('data-on', 'true')
  await expect(page.getByTestId('stick-even band')).toHaveAttribute('data-on', 'false')
  await page.keyboard.press('ArrowRight')
  await expect(page.getByTestId('train-range-2')).toBeFocused()
  await expect(page.getByTestId('stick-even band')).toHaveAttribute('data-on', 'true')
  await expect(page.getByTestId('range-sentence')).toContainText('Low one-way overruns')
  await expect(page.getByTestId('member-table').getByRole('row', { name: /^Output/ })).toContainText('0.591')
  await page.keyboard.press('ArrowLeft')
  await page.keyboard.press('ArrowLeft')
  await expect(page.getByTestId('member-table').getByRole('row', { name: /^Output/ })).toContainText('−0.421')
})

test('in a job the figures are shown for a duty case', async ({ page, request }) => {
  await openJob(page, await jobOf(request, 1), '/gear-train')
  await expect(page.getByTestId('link-table').getByRole('row', { name: /^Forward/ })).toContainText('1.000')
  await page.getByTestId('train-case').selectOption('launch')
  await expect(page.getByTestId('link-table').getByRole('row', { name: /^Forward/ })).toContainText('1308 lb-ft')
  await expect(page.getByTestId('thrust-table')).toContainText('lbf')
})

test('a transmission is copied, errors are explained in their fields, and it is saved with its own ratios', async ({ page, request }) => {
  await page.goto('/transmissions/alder-3/copy')
  await page.getByTestId('unit-name').fill('Alder of the bench')
  const teeth = page.getByTestId('train.sets.0.sunTeeth')
  await teeth.fill('41')
  await expect(page.getByTestId('train.sets.0')).toContainText('sun 41 and ring 68')
  await expect(page.getByTestId('keep-unit')).toBeDisabled()
  await teeth.fill('36')
  await expect(page.getByTestId('unit-state')).toContainText('Valid gear train')
  await page.getByTestId('train.members.3.id').fill('sun 1')
  await page.getByTestId('train.members.3.id').blur()
  await expect(page.getByTestId('train.members.3.id')).toHaveValue('shell') // a name that is there already is not taken
  await page.getByTestId('train.members.3.id').fill('bell')
  await page.getByTestId('train.members.3.id').press('Enter')
  await expect(page.getByTestId('train.joints.1.a')).toHaveValue('bell')
  await page.reload() // what is typed is kept on this machine
  await expect(teeth).toHaveValue('36')
  await page.getByTestId('on-1-direct').check()
  await expect(page.getByTestId('range-sentence')).toBeVisible()
  await page.getByTestId('on-1-direct').uncheck()
  await page.getByTestId('keep-unit').click()
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Alder of the bench')
  await expect(page.getByTestId('train-range-1')).toContainText('2.4294') // 1 + ρ₁ + ρ₁/ρ₂ with 36/68 and 40/68
  expect((await request.get('/api/units/alder-of-the-bench')).ok()).toBe(true)
  const shelf = async (unit: string) =>
    ((await (await request.get(`/api/shelf?unit=${unit}`)).json()) as { id: string }[]).map(({ id }) => id)
  expect((await shelf('alder-of-the-bench')).length).toBeGreaterThan(80) // the copy shares the shelf
})

test('a transmission that ties up names the elements; exported and imported it is unchanged', async ({ page }) => {
  await page.goto('/transmissions/new/edit')
  await page.getByTestId('unit-name').fill('Two of mine')
  await page.getByTestId('add-train.ranges').click()
  await page.getByTestId('on-3-low').check()
  await page.getByTestId('on-3-direct').check()
  await page.getByTestId('lay-out-stations').click()
  await page.getByTestId('train-range-3').click()
  await expect(page.getByTestId('range-sentence')).toContainText('Tied up: low and direct lock the input together')
  await expect(page.getByTestId('levers')).not.toContainText('free')
  await page.getByTestId('keep-unit').click()
  await expect(page).toHaveURL(/\/transmissions\/two-of-mine/)
  const id = new URL(page.url()).pathname.split('/').pop() ?? ''
  const download = page.waitForEvent('download')
  await page.getByTestId('save-unit-file').click()
  const text = readFileSync(await (await download).path(), 'utf8')
  const file = { name: 'unit.json', mimeType: 'application/json', buffer: Buffer.from(text) }
  await page.getByTestId('unit-file').setInputFiles(file)
  await expect(page.getByRole('alert')).toContainText(id)
  const renamed = text.replace(`"${id}"`, `"${id}-too"`).replace('"Two of mine"', '"Two of yours"')
  await page.getByTestId('unit-file').setInputFiles({ ...file, buffer: Buffer.from(renamed) })
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Two of yours')
  await page.getByTestId('unit-file').setInputFiles({ ...file, buffer: Buffer.from(renamed.replace('"sunTeeth": 40', '"sunTeeth": 41')) })
  await expect(page.getByRole('alert')).toContainText('train.sets.0.pinions')
})

test('lost ranges point to the broken part, the next check divides the candidates, and the finding is saved with the job', async ({
  page,
  request,
}) => {
  const { unitId, variantId, brief, arrived, spec } = await jobOf(request, 3)
  const added = await request.post('/api/jobs', { data: { name: 'Coupe with a broken shell', unitId, variantId, brief, arrived, spec } })
  const { number } = (await added.json()) as { number: number }
  await page.goto(`/jobs/${number}/diagnosis`)
  for (const seen of ['2-lost', '4-lost', 'R-lost', '1-fine', '3-fine']) await page.getByTestId(`seen-${seen}`).click()
  const first = page.locator('[data-testid^="suspect-"]').first()
  await expect(first).toContainText('Shell neck broken')
  await expect(first).toContainText('Explains: first gear, second gear, third gear, fourth gear and reverse')
  await expect(first).toContainText('Stock shell')
  const next = page.getByTestId('next-check')
  const before = await next.textContent()
  await next.getByRole('button').last().click()
  await expect(next).not.toHaveText(before ?? '')
  await page.getByRole('button', { name: 'Remove' }).click()
  await expect(next).toHaveText(before ?? '')
  await page.getByTestId('found-train:shell neck:broken').click()
  await page.getByTestId('teardown-note').fill('neck torn round, lugs worn')
  await page.getByTestId('teardown-note').blur()
  await saved(page)
  await page.reload()
  await expect(page.getByTestId('found-train:shell neck:broken')).toHaveAttribute('aria-pressed', 'true')
  await page.goto(`/jobs/${number}/build-sheet`)
  await expect(page.getByTestId('sheet')).toContainText('Confirmed cause: Shell neck broken. Neck torn round, lugs worn.')
})

test('a job on a transmission without stations says so, and has its power flow when stations are added', async ({ page, request }) => {
  const train = {
    members: ['in', 'ring', 'out'],
    sets: [{ id: 'set', kind: 'simple', sun: 'in', ring: 'ring', carrier: 'out', sunTeeth: 40, ringTeeth: 80, pinions: 4 }],
    joints: [],
    elements: [{ id: 'low', kind: 'brake', a: 'ring', b: 'case' }],
    input: 'in',
    output: 'out',
    ranges: [{ id: '1', name: 'first', on: ['low'], reverse: false, lockup: false }],
  }
  const id = `bare-${Date.now()}`
  expect((await request.post('/api/units', { data: { id, name: 'Bare', train } })).status()).toBe(201)
  const { brief, spec } = await jobOf(request, 1)
  const content = { name: 'On a bare unit', unitId: id, brief, arrived: {}, spec: { fits: {}, works: {}, pressure: spec.pressure } }
  const { number } = (await (await request.post('/api/jobs', { data: content })).json()) as { number: number }
  await page.goto(`/jobs/${number}`)
  await page.getByRole('link', { name: 'Create stations' }).click()
  await page.getByTestId('lay-out-stations').click()
  await page.getByTestId('keep-unit').click()
  await page.waitForURL(/\/transmissions\/bare-\d+$/)
  await page.goto(`/jobs/${number}`)
  await expect(page.getByTestId('sentence')).toContainText('No converter chosen')
  await expect(page.getByTestId('station-low')).toBeVisible()
})
