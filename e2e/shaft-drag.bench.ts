import { seeded } from '@plucky/core'
import { expect, test } from '@playwright/test'
import { openJob, ownJob } from './bench.js'

const MOVES = 300
/** Marks that are dragged, along the shaft and across it. */
const MARKS = ['hole-0-place', 'section-3-diameter', 'section-2-length', 'groove-1-place', 'section-1-diameter', 'section-0-bore']

interface Timed {
  drawing: number[]
  figures: number[]
  longTasks: number[]
}

test('a mark dragged on the shaft bench, handler to DOM commit', async ({ page, request }) => {
  await openJob(page, await ownJob(request, 'Dragged rail'), '/shafts')
  await page.getByTestId('lay').selectOption({ index: 1 })
  await expect(page.getByTestId('grip-hole-0-place')).toBeVisible()
  await page.waitForTimeout(500)
  await page.evaluate(() => {
    const timed: Timed = { drawing: [], figures: [], longTasks: [] }
    Object.assign(globalThis, { timed })
    new PerformanceObserver((list) => timed.longTasks.push(...list.getEntries().map((e) => e.duration))).observe({
      entryTypes: ['longtask'],
    })
    const began = { drawing: 0, figures: 0 }
    addEventListener('pointermove', () => (began.drawing = began.figures = performance.now()), { capture: true })
    const watch = (what: 'drawing' | 'figures', testId: string) =>
      new MutationObserver(() => {
        if (began[what] > 0) timed[what].push(performance.now() - began[what])
        began[what] = 0
      }).observe(document.querySelector(`[data-testid=${testId}]`) as Element, {
        subtree: true,
        childList: true,
        attributes: true,
        characterData: true,
      })
    watch('drawing', 'shaft-drawing')
    watch('figures', 'shaft-figures')
  })
  const next = seeded(11)
  for (let i = 0; i < MOVES;) {
    const box = await page.getByTestId(`grip-${MARKS[Math.floor(next() * MARKS.length)] ?? ''}`).boundingBox()
    if (!box) throw new Error('A mark is gone.')
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
    await page.mouse.move(x, y)
    await page.mouse.down()
    for (let k = 0; k < 20; k++, i++) await page.mouse.move(x + (next() - 0.5) * 60, y + (next() - 0.5) * 10)
    await page.mouse.up()
  }
  const { drawing, figures, longTasks } = await page.evaluate(() => (globalThis as unknown as { timed: Timed }).timed)
  const words = (times: number[]) => {
    times.sort((a, b) => a - b)
    const share = (part: number) => (times[Math.ceil(part * times.length) - 1] ?? NaN).toFixed(1)
    return `median ${share(0.5)}, p95 ${share(0.95)}, most ${share(1)} ms`
  }
  const long = longTasks.length === 0 ? 'none' : longTasks.map((ms) => `${Math.round(ms)} ms`).join(', ')
  console.log(
    `shaft bench, ${drawing.length} moves: handler to drawing ${words(drawing)}; to figures ${words(figures)}; tasks over 50 ms: ${long}`,
  )
})
