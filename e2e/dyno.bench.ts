import { expect, test, type Page } from '@playwright/test'
import { writeFileSync } from 'node:fs'
import { openJob, ownJob } from './bench.js'

const ROWS = 20000

const pull = () =>
  [
    'rpm;Torque [Nm]',
    ...Array.from(
      { length: ROWS },
      (_, i) => `"${(1500 + i * 0.275).toFixed(1).replace('.', ',')}";"${(700 + Math.sin(i)).toFixed(2).replace('.', ',')}"`,
    ),
  ].join('\r\n')

/** Long tasks since the last look, ms. */
const longTasks = (page: Page) =>
  page.evaluate(() => (globalThis as unknown as { longTasks: number[] }).longTasks.splice(0).map((ms) => Math.round(ms)))

test('long tasks of a dyno file', async ({ page, request }) => {
  await openJob(page, await ownJob(request, 'Long file'), '/brief')
  await page.evaluate(() => {
    const longTasks: number[] = []
    Object.assign(globalThis, { longTasks })
    new PerformanceObserver((list) => longTasks.push(...list.getEntries().map((e) => e.duration))).observe({ entryTypes: ['longtask'] })
  })
  await page.getByTestId('dyno-open').click()
  await page.waitForTimeout(500)
  await longTasks(page)
  // From a file on disk: a buffer would be unpacked inside the page, which is a long task of its own.
  const file = test.info().outputPath('long.csv')
  writeFileSync(file, pull())
  await page.getByTestId('dyno-file').setInputFiles(file)
  await expect(page.getByTestId('dyno-take')).toBeVisible()
  await page.waitForTimeout(500)
  const read = await longTasks(page)
  await page.getByTestId('dyno-take').click()
  await expect(page.getByTestId('points')).toContainText('measured points')
  await page.waitForTimeout(500)
  const taken = await longTasks(page)
  const words = (tasks: number[]) => (tasks.length === 0 ? 'none' : `${tasks.join(', ')} ms`)
  console.log(`dyno file of ${ROWS} rows in the browser, tasks over 50 ms: reading ${words(read)}, taking it in ${words(taken)}`)
})
