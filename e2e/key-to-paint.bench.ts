import { seeded } from '@plucky/core'
import { test, type Page } from '@playwright/test'
import { openJob, ownJob } from './bench.js'

const SWAPS = 50

/** Time from a key's own time stamp to the first frame painted with another sentence, ms; nothing where the sentence stays. */
async function keyToPaint(page: Page, key: string): Promise<number | null> {
  await page.evaluate(() => {
    const sentence = document.querySelector('[data-testid=sentence]') as HTMLElement
    let pressed = 0
    addEventListener('keydown', (event) => (pressed = event.timeStamp), { capture: true, once: true })
    const painted = new Promise<number | null>((resolve) => {
      const seen = new MutationObserver(() => {
        seen.disconnect()
        requestAnimationFrame(() => {
          const channel = new MessageChannel()
          channel.port1.onmessage = () => resolve(performance.now() - pressed)
          channel.port2.postMessage(null)
        })
      })
      seen.observe(sentence, { characterData: true, subtree: true, childList: true })
      setTimeout(() => resolve(null), 1500)
    })
    Object.assign(window, { painted })
  })
  await page.keyboard.press(key)
  return page.evaluate(() => (window as unknown as { painted: Promise<number | null> }).painted)
}

test('key press to painted sentence', async ({ page, request }) => {
  await openJob(page, await ownJob(request, 'Timed rail'))
  await page.getByTestId('station-input-shaft').click()
  const parts = page.getByTestId('candidates').getByRole('button')
  const count = await parts.count()
  const next = seeded(7)
  const times: number[] = []
  let at = await parts.evaluateAll((all) => all.findIndex((b) => b.textContent?.includes('installed')))
  while (times.length < SWAPS) {
    const to = Math.floor(next() * count)
    await page.getByTestId('line').focus()
    for (let i = 0; i < Math.abs(to - at); i++) await page.keyboard.press(to > at ? 'ArrowDown' : 'ArrowUp')
    const time = to === at ? null : await keyToPaint(page, 'Enter')
    if (time !== null) times.push(time)
    at = to
  }
  times.sort((a, b) => a - b)
  const share = (x: number) => (times[Math.ceil(x * times.length) - 1] ?? NaN).toFixed(0)
  console.log(`key press to painted sentence, ${SWAPS} swaps: median ${share(0.5)} ms, p95 ${share(0.95)} ms, most ${share(1)} ms`)
})
