import { expect, test } from '@playwright/test'
import { openJob, ownJob, random } from './bench.js'

const MOVES = 300
/** Marks that are dragged, along the shaft and across it. */
const MARKS = ['hole-0-place', 'section-3-diameter', 'section-2-length', 'groove-1-place', 'section-1-diameter', 'section-0-bore']

interface Timed {
  times: number[]
  longTasks: number[]
}

test('a mark dragged on the shaft bench, handler to DOM commit', async ({ page, request }) => {
  await openJob(page, await ownJob(request, 'Dragged rail'), '/shafts')
  await page.getByTestId('lay').selectOption({ index: 1 })
  await expect(page.getByTestId('grip-hole-0-place')).toBeVisible()
  await page.waitForTimeout(500)
  await page.evaluate(() => {
    const timed: Timed = { times: [], longTasks: [] }
    Object.assign(globalThis, { timed })
    new PerformanceObserver((list) => timed.longTasks.push(...list.getEntries().map((e) => e.duration))).observe({
      entryTypes: ['longtask'],
    })
    let began = 0
    addEventListener('pointermove', () => (began = performance.now()), { capture: true })
    const seen = new MutationObserver(() => {
      if (began > 0) timed.times.push(performance.now() - began)
      began = 0
    })
    seen.observe(document.querySelector('[data-testid=shaft-drawing]') as Element, { subtree: true, childList: true, attributes: true })
  })
  const next = random(11)
  for (let i = 0; i < MOVES;) {
    const box = await page.getByTestId(`grip-${MARKS[Math.floor(next() * MARKS.length)] ?? ''}`).boundingBox()
    if (!box) throw new Error('A mark is gone.')
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
    await page.mouse.move(x, y)
    await page.mouse.down()
    for (let k = 0; k < 20; k++, i++) await page.mouse.move(x + (next() - 0.5) * 60, y + (next() - 0.5) * 10)
    await page.mouse.up()
  }
  const { times, longTasks } = await page.evaluate(() => (globalThis as unknown as { timed: Timed }).timed)
  times.sort((a, b) => a - b)
  const share = (part: number) => (times[Math.ceil(part * times.length) - 1] ?? NaN).toFixed(1)
  const long = longTasks.length === 0 ? 'none' : longTasks.map((ms) => `${Math.round(ms)} ms`).join(', ')
  console.log(`shaft bench, ${times.length} moves that changed the drawing: median ${share(0.5)} ms, p95 ${share(0.95)} ms, most ${share(1)} ms; tasks over 50 ms: ${long}`) // prettier-ignore
})
