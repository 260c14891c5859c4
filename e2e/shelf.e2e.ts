import { expect, test, type APIRequestContext, type Page } from '@playwright/test'
import { readFileSync } from 'node:fs'
import { type } from './bench.js'

/** Ids on the shelf that begin so: other tests put things on it meanwhile. */
const named = async (request: APIRequestContext, stem: string) =>
  ((await (await request.get('/api/shelf')).json()) as { id: string }[]).map(({ id }) => id).filter((id) => id.startsWith(stem))
const csvFile = (text: string) => ({ name: 'parts.csv', mimeType: 'text/csv', buffer: Buffer.from(text) })
const openTable = async (page: Page) => {
  await page.goto('/parts-shelf')
  await page.getByTestId('table-in').click()
}

test('an item is found by word and station, shown with its limits and figures, and edited', async ({ page }) => {
  await page.goto('/parts-shelf')
  await page.getByTestId('shelf-unit').selectOption('quince-4')
  await page.getByTestId('shelf-station').selectOption('sun-shell')
  await page.getByTestId('shelf-search').fill('thick')
  await expect(page.getByTestId('shelf-list').getByRole('link')).toHaveCount(1)
  await page.getByTestId('item-quince-sun-shell-full').click()
  await expect(page.getByTestId('item-limits')).toContainText('lb-ft')
  await page.getByTestId('change-item').click()
  await type(page, 'item-geometry.neckRadiusM', '400 mm')
  await expect(page.getByText(/must be a number from 0\.3150 to 7\.874 in \(got 15\.75 in\)/)).toBeVisible()
  await page.getByTestId('keep-item').click()
  await expect(page.getByTestId('item-form')).toBeVisible()
  await type(page, 'item-geometry.neckRadiusM', '1.6 in')
  await page.getByTestId('keep-item').click()
  await expect(page.getByTestId('item-view')).toContainText('1.6 in')
  await page.reload()
  await expect(page.getByTestId('item-view')).toContainText('1.6 in')
})

test('the list is sorted by a column and renders visible parts only', async ({ page, request }) => {
  const parts = (await (await request.get('/api/shelf')).json()) as { id: string; price: number }[]
  const dearest = Math.max(...parts.map(({ price }) => price))
  await page.goto('/parts-shelf')
  const list = page.getByTestId('shelf-list')
  const first = list.locator('tbody tr').first()
  await page.getByTestId('sort-price').click()
  await expect(page.getByRole('columnheader', { name: 'Price' })).toHaveAttribute('aria-sort', 'ascending')
  await page.getByTestId('sort-price').click()
  await expect(first).toContainText(`$${dearest.toLocaleString('en-US')}`)
  expect(await list.getByRole('link').count()).toBeLessThan(60)
  await list.evaluate((box) => box.scrollTo(0, box.scrollHeight))
  await expect(list.locator('tbody tr').last().locator('td').nth(1)).toHaveText(/^\$\d$/)
})

test('a new part: missing figures are named, and the complete part is added to the shelf', async ({ page, request }) => {
  const before = (await named(request, 'own-plate')).length
  await page.goto('/parts-shelf/parts/new')
  await page.getByTestId('item-name').fill('Own plate of the bench')
  await page.getByTestId('item-kind').selectOption('shell')
  await page.getByTestId('keep-item').click()
  await expect(page.getByText(/Thickness must be a number from 0\.04.* in \(got no value\)/)).toBeVisible()
  expect(await named(request, 'own-plate')).toHaveLength(before)
  await page.reload() // what is typed is kept on this machine until it is on the shelf
  await expect(page.getByTestId('item-name')).toHaveValue('Own plate of the bench')
  await page.getByTestId('item-maker').fill('Own shop')
  await page.getByTestId('item-unitIds-alder-3').click()
  await page.getByTestId('item-stationIds-sun-shell').click()
  await type(page, 'item-geometry.thicknessM', '0.2')
  await type(page, 'item-geometry.neckRadiusM', '40 mm')
  await type(page, 'item-geometry.outerRadiusM', '80 mm')
  await type(page, 'item-geometry.lengthM', '70 mm')
  await page.getByTestId('item-add-stated').click()
  await page.getByTestId('item-stated.0.place').selectOption('station')
  await page.getByTestId('item-stated.0.origin').selectOption('measured')
  await type(page, 'item-stated.0.torqueNm', '900')
  await page.getByTestId('keep-item').click()
  await expect(page).toHaveURL(/\/parts-shelf\/parts\/own-plate-of-the-bench/)
  await expect(page.getByTestId('item-limits')).toContainText('900 lb-ft')
  expect(await named(request, 'own-plate')).toHaveLength(before + 1)
})

test('a table is exported and imported unchanged; differences are listed before the import', async ({ page, request }) => {
  await openTable(page)
  const waiting = page.waitForEvent('download')
  await page.getByTestId('table-out').click()
  const text = readFileSync(await (await waiting).path(), 'utf8')
  await page.getByTestId('table-file').setInputFiles(csvFile(text))
  await expect(page.getByTestId('table-counts')).toHaveText(/: 0 new, 0 changed, \d+ unchanged and 0 with errors\./)
  const before = (await named(request, 'owl-sprag')).length
  const lines = text.trim().split('\r\n')
  const row = lines.find((line) => line.startsWith('owl-sprag,')) as string
  const added = row.replace('owl-sprag,', `owl-sprag-${Date.now()},`)
  const price = Number(/,(\d+),/.exec(row)?.[1])
  const dearer = row.replace(`,${price},`, `,${price + 15},`)
  const bad = row.replace('owl-sprag,', 'owl-sprag-bad,').replace(/4050 lb-ft/, 'very much')
  const header = lines[0] as string
  await page.getByTestId('table-file').setInputFiles(csvFile([header, added, '', bad, dearer].join('\n')))
  await expect(page.getByTestId('table-counts')).toHaveText(/: 1 new, 1 changed, 0 unchanged and 1 with errors\./)
  await expect(page.getByTestId('bad-line-4')).toContainText('(got "very much")')
  await expect(page.getByTestId('table-preview')).toContainText(`Price ${price} → ${price + 15}`)
  expect(await named(request, 'owl-sprag')).toHaveLength(before)
  await page.getByTestId('table-take').click()
  await expect(page.getByText('Imported: 1 new, 1 changed.')).toBeVisible()
  expect(await named(request, 'owl-sprag')).toHaveLength(before + 1)
})

test('a file without a table is refused', async ({ page }) => {
  await openTable(page)
  await page.getByTestId('table-file').setInputFiles(csvFile('rpm;torque\n2000;500\n'))
  await expect(page.getByTestId('table-preview')).toContainText('"id", "name", "kind"')
  await expect(page.getByTestId('table-take')).toHaveCount(0)
})

test('an item that was changed in another window is not overwritten', async ({ page, context }) => {
  const other = await context.newPage()
  for (const window of [page, other]) {
    await window.goto('/parts-shelf/parts/hornbeam-low-one-way-stock')
    await window.getByTestId('change-item').click()
  }
  await type(page, 'item-price', '111')
  await page.getByTestId('keep-item').click()
  await expect(page.getByTestId('item-view')).toContainText('$111')
  await other.evaluate(() => dispatchEvent(new Event('focus'))) // it looks at the shelf again and sees the change
  await type(other, 'item-price', '222')
  await other.getByTestId('keep-item').click()
  await expect(other.getByRole('alert').first()).toContainText('changed')
  const goOn = other.getByRole('button', { name: 'Overwrite with my version' })
  await goOn.click()
  await expect(goOn).toHaveCount(0)
  await other.getByTestId('keep-item').click()
  await expect(other.getByTestId('item-view')).toContainText('$222')
})

test('the shelf is exported as JSON and imported: missing items are listed and added, wrong ones are refused with their path', async ({
  page,
}) => {
  await page.goto('/parts-shelf/parts')
  const waiting = page.waitForEvent('download')
  await page.getByTestId('file-out').click()
  const shelf = JSON.parse(readFileSync(await (await waiting).path(), 'utf8')) as { parts: { id: string; name: string; price: unknown }[] }
  const [first] = shelf.parts as [(typeof shelf.parts)[number]]
  const id = `brought-${Date.now().toString(36)}`
  const file = (parts: object[]) => ({
    name: 'shelf.json',
    mimeType: 'application/json',
    buffer: Buffer.from(JSON.stringify({ ...shelf, parts })),
  })
  await page.getByTestId('file-in').click()
  await page.getByTestId('shelf-file').setInputFiles(file([{ ...first, id, price: 'dear' }]))
  await expect(page.getByRole('alert')).toContainText('parts.0.price')
  await page.getByTestId('shelf-file').setInputFiles(file([{ ...first, id, name: 'Brought by a file' }]))
  await expect(page.getByTestId('shelf-file-counts')).toContainText('1 new')
  await page.getByTestId('shelf-file-take').click()
  await expect(page.getByRole('status')).toContainText('Imported: 1 new')
  await page.getByTestId('shelf-search').fill('Brought by a file')
  await expect(page.getByText('Brought by a file').first()).toBeVisible()
})
