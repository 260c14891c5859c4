import { expect, test, type Page } from '@playwright/test'
import { jobOf, openJob, ownJob, saved, sentence, type } from './bench.js'

/** A pull in the words of a cell: semicolons, decimal commas, every cell in quotes. */
function pull(rows: number, badRow?: number): string {
  const comma = (value: number, digits: number) => `"${value.toFixed(digits).replace('.', ',')}"`
  const lines = Array.from({ length: rows }, (_, i) => {
    const rpm = 1500 + (5500 * i) / (rows - 1)
    const torque = 760 - 40 * ((rpm - 4600) / 2400) ** 2 + Math.sin(i) // wobbles like a cell
    return i === badRow ? `${comma(rpm, 1)};"n/a"` : `${comma(rpm, 1)};${comma(torque, 2)}`
  })
  return ['"Drehzahl [1/min]";"Drehmoment [Nm]"', ...lines].join('\r\n')
}

const bring = (page: Page, text: string) =>
  page.getByTestId('dyno-file').setInputFiles({ name: 'pull 7.csv', mimeType: 'text/csv', buffer: Buffer.from(text) })

test('a dyno file of 20,000 rows with a bad row names the row and waits for a decision; then it is the engine', async ({
  page,
  request,
}) => {
  const job = await ownJob(request, 'From the cell')
  await openJob(page, job, '/brief')
  const before = await sentence(page).textContent()
  await page.getByTestId('dyno-open').click()
  await bring(page, pull(20000, 13370))
  await expect(page.getByTestId('dyno-bad')).toHaveText('Line 13372: torque: not a number: “n/a”.')
  await expect(page.getByTestId('dyno-take')).toHaveCount(0)
  expect((await jobOf(request, job.number)).version).toBe(job.version)
  await expect(sentence(page)).toHaveText(before ?? '')
  await page.getByTestId('answer-leave-out').click()
  await page.getByTestId('dyno-wheels').click()
  await expect(page.getByText(/drivetrain loss/)).toBeVisible()
  await type(page, 'dyno-loss', '0.15')
  await page.getByTestId('dyno-take').click()
  await saved(page)
  const { engine } = (await jobOf(request, job.number)).brief as { engine: { points: unknown[]; measured: object } }
  expect(engine.measured).toEqual({ at: 'wheels', correction: 'none', lossShare: 0.15, from: 'pull 7.csv' })
  expect(engine.points.length).toBeLessThanOrEqual(121)
  await expect(page.getByRole('group', { name: /^Engine: 6(59|60) lb-ft/ })).toBeVisible() // 760 N·m / 0.85
  await page.reload()
  await expect(page.getByTestId('points')).toContainText('measured points')
})

test('a dyno file without a unit asks for it; points on the chart are moved by key', async ({ page, request }) => {
  const job = await ownJob(request, 'Asked')
  await openJob(page, job, '/brief')
  await page.getByTestId('dyno-open').click()
  await page.getByTestId('dyno-paste').focus()
  await page.evaluate(() => {
    const data = new DataTransfer()
    data.setData('text', 'rpm,torque\n1500,420\n3000,560\n4500,640\n6000,590\n6800,520\n')
    document.activeElement?.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true }))
  })
  await page.getByTestId('doubt-unit:torque').getByTestId('answer-lb-ft').click()
  await page.getByTestId('dyno-take').click()
  await page.getByTestId('chart-point-2').focus()
  await page.keyboard.press('PageUp')
  await page.keyboard.press('ArrowUp')
  await expect(page.getByTestId('point-2-lb-ft')).toHaveValue('651')
  await saved(page)
})

test('the wanted stall is dragged, the candidates follow, another converter is compared and installed, and the verdict changes', async ({
  page,
  request,
}) => {
  const job = await ownJob(request, 'Matched')
  await openJob(page, job, '/converter')
  const first = page.getByTestId('match-shelf').getByRole('listitem').first()
  await expect(first).toContainText('247 mm, forged cover, high stall') // 4415 rpm: the target stall is 4120 to 4700
  const grip = page.getByTestId('wanted-stall')
  const box = await grip.boundingBox()
  if (!box) throw new Error('no grip')
  await page.mouse.move(box.x + 22, box.y + box.height - 12)
  await page.mouse.down()
  await page.mouse.move(box.x - 160, box.y + box.height - 12, { steps: 8 })
  await page.mouse.up()
  await expect(first).toContainText('264 mm, stock cover')
  await grip.focus()
  for (let i = 0; i < 5; i++) await page.keyboard.press('PageUp')
  await expect(first).not.toContainText('264 mm, stock cover')
  await page.getByTestId('lay-conv-264-stock').click()
  await expect(page.getByTestId('match-figures')).toContainText('A: 264 mm, stock cover')
  await expect(page.getByTestId('match-figures').getByRole('row', { name: /^Brake stall/ })).toContainText('3935 rpm')
  await page.getByTestId('fit-conv-264-stock').click()
  await expect(page.getByTestId('match-figures').getByRole('row', { name: /^Brake stall/ })).toContainText('3765 rpm')
  await saved(page)
  await page.getByTestId('elsewhere-torque').fill('335')
  await page.getByTestId('elsewhere-torque').press('Enter')
  await expect(page.getByTestId('elsewhere-stall')).toContainText('2640 rpm') // as it is rated
  await page.getByTestId('elsewhere-job').selectOption({ index: 2 })
  await expect(page.getByText(/It stalls at \d+ rpm behind/)).toBeVisible()
})

test('a converter with lockup adds the lockup clutch to the breaking order; its pressures change its place', async ({ page, request }) => {
  const job = await ownJob(request, 'Locked')
  await openJob(page, job)
  await page.getByTestId('station-converter').click()
  await page
    .getByTestId('candidates')
    .getByRole('button', { name: /^258 mm.*(lockup of three faces|three-face lockup)/ })
    .click()
  await page.getByTestId('fit').click()
  await page.getByTestId('station-lockup').click()
  await page.getByTestId('part-lockup-three-faces').click()
  await page.getByTestId('fit').click()
  await expect(page.getByTestId('lockup-demands').getByRole('row', { name: /^In third gear|^in third gear/ })).toContainText('locked')
  const held = page.getByTestId('held-working')
  const before = await held.textContent()
  await type(page, 'pressure-release', '40')
  await expect(held).not.toHaveText(before ?? '')
  await page.getByTestId('held-working').click()
  await expect(page.getByText('lockup slip torque').first()).toBeVisible()
  await saved(page)
})

test('a table of a converter is imported on the shelf: it asks for the unit, and refuses an efficiency above 1', async ({ page }) => {
  await page.goto('/parts-shelf/parts/linden-converter-full')
  await page.getByTestId('change-item').click()
  const bring = (text: string) =>
    page.getByTestId('converter-file').setInputFiles({ name: 'table.csv', mimeType: 'text/csv', buffer: Buffer.from(text) })
  await bring('SR;TR;K\n0;1,9;138\n0,6;1,8;146\n0,9;1,0;230\n')
  await page.getByTestId('converter-table').getByTestId('answer-rpm/√lb-ft').click()
  await expect(page.getByTestId('converter-table')).toContainText('Row 2: speed ratio 0.6 times torque ratio 1.8 is 1.080')
  await bring('SR;TR;K (rpm/√lb-ft)\n0;1,9;190\n0,6;1,4;198\n0,9;1,0;260\n')
  await expect(page.getByText('The stall rating gives a K-factor of 137.5 rpm/√lb-ft, the measured table 190.0')).toBeVisible()
  await bring('SR;TR;K (rpm/√lb-ft)\n0;1,9;136\n0,6;1,4;144\n0,9;1,0;210\n')
  await page.getByTestId('keep-item').click()
  await expect(page.getByTestId('item-view')).toContainText('K 136.0 rpm/√lb-ft, measured')
})

test('an optional part is removed by its button or by Delete, and undo restores it', async ({ page, request }) => {
  const job = await ownJob(request, 'Coupe without lockup', 3)
  await openJob(page, job)
  await page.getByTestId('station-lockup').click()
  await page.getByTestId('remove-part').click()
  await expect(sentence(page)).toContainText('Not installed: lockup clutch.')
  await saved(page)
  expect((await jobOf(request, job.number)).spec.fits['lockup'] ?? null).toBeNull()
  await page.getByRole('button', { name: /^Undo/ }).click()
  await expect(sentence(page)).not.toContainText('Not installed')
  await page.getByTestId('line').focus()
  await page.keyboard.press('Delete')
  await expect(sentence(page)).toContainText('Not installed: lockup clutch.')
  await page.getByTestId('station-input-shaft').click()
  await expect(page.getByTestId('remove-part')).toHaveCount(0)
})

test('an advertised stall gives its K and the stall with this engine; a copy in another core keeps its blades', async ({
  page,
  request,
}) => {
  await openJob(page, await ownJob(request, 'Sold rail'), '/converter')
  await type(page, 'sold-fromRadPerS', '2800')
  await type(page, 'sold-toRadPerS', '3200')
  await type(page, 'sold-peakTorqueNm', '350')
  await page.getByTestId('sold-kind').selectOption('petrol')
  await expect(page.getByTestId('sold-words')).toHaveText(/^K \d+–\d+ rpm\/√lb-ft\. Behind this engine it stalls at \d+–\d+ rpm\.$/)
  await type(page, 'sold-toRadPerS', '9500')
  await expect(page.getByTestId('sold-words')).toContainText('does not run at these speeds')
  await type(page, 'sold-toRadPerS', '3200')
  await page.getByTestId('sold-add').click()
  const speed = page.getByTestId('own-geometry.stall.speedRadPerS')
  await expect(speed).toHaveValue('3000')
  const size = page.getByTestId('own-geometry.diameterM')
  const before = Number(await size.inputValue())
  await type(page, 'own-geometry.diameterM', String(before * 0.9))
  await expect(speed).toHaveValue(String(Math.round(3000 / 0.9 ** 2.5)))
})

test('a dyno file in another encoding is read correctly; the delimiter can be selected', async ({ page, request }) => {
  await openJob(page, await ownJob(request, 'Encoded rail'), '/brief')
  await page.getByTestId('dyno-open').click()
  const rows = ['Régime (tr/min);Couple mesuré (N.m)', ...[2000, 3000, 4000, 5000].map((rpm) => `${rpm};${300 + rpm / 100}`)].join('\r\n')
  for (const buffer of [Buffer.from(rows, 'latin1'), Buffer.from(`\ufeff${rows}`, 'utf16le'), Buffer.from(rows, 'utf16le')]) {
    await page.getByTestId('dyno-file').setInputFiles({ name: `pull ${buffer.length}.csv`, mimeType: 'text/csv', buffer })
    await expect(page.getByTestId('dyno-understood')).toContainText(
      `pull ${buffer.length}.csv: 4 rows, delimiter semicolon, decimal point; speed from “Régime (tr/min)”, rpm; torque from “Couple mesuré (N.m)”, N·m.`,
    )
  }
  await page.getByTestId('delimiter-comma').click()
  await expect(page.getByRole('alert')).toContainText('The file begins “Régime (tr/min);Couple mesuré (N.m)”')
})
