import { chromium } from '@playwright/test'
import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as wait } from 'node:timers/promises'
import { ensureBuilt } from './lib/build.mjs'
import { ensureChromium } from './lib/install.mjs'
import { Launched } from './lib/launched.mjs'
import { freePort } from './lib/ports.mjs'
import { ensurePostgres } from './lib/postgres.mjs'
import { fail, say, Trouble } from './lib/say.mjs'

const CHROMIUM_ARGS = JSON.parse(readFileSync(new URL('lib/chromium-args.json', import.meta.url), 'utf8'))
const WINDOWS = 4
const VICTIMS = ['server', 'database', 'launcher', 'browser']
/** Time limit for every window to reach "Saved" after the service is back. */
const SETTLED_MS = 15_000

/** A window with one job, and the last state it showed as saved. */
class Window {
  constructor(number, page) {
    Object.assign(this, { number, page, shown: undefined })
  }

  /** Installs random parts without waiting. Records every state shown as saved. */
  async edit(random, until) {
    while (Date.now() < until) {
      const stations = this.page.locator('[data-testid^=station-]')
      await stations.nth(Math.floor(random() * (await stations.count()))).dispatchEvent('click', {}, { timeout: 5000 })
      const parts = this.page.getByTestId('candidates').getByRole('button')
      await parts.nth(Math.floor(random() * (await parts.count()))).dispatchEvent('click', {}, { timeout: 5000 })
      // An installed part has no such button.
      await this.page
        .getByTestId('fit')
        .dispatchEvent('click', {}, { timeout: 300 })
        .catch((error) => {
          if (error.name !== 'TimeoutError') throw error
        })
      await this.note()
    }
  }

  /** Records version and sentence if the screen shows "Saved". */
  async note() {
    const seen = await this.page.evaluate(() => {
      const mark = document.querySelector('[data-testid=save-state]')
      return {
        state: mark?.dataset.state,
        version: Number(mark?.dataset.version),
        sentence: document.querySelector('[data-testid=sentence]')?.textContent,
      }
    })
    if (seen.state === 'saved') this.shown = seen
  }

  async settled(words) {
    await this.page
      .locator('[data-testid=save-state][data-state=saved]')
      .waitFor({ timeout: SETTLED_MS })
      .catch(async () => {
        const mark = this.page.getByTestId('save-state')
        throw new Trouble(
          `${words}: job ${this.number} does not settle; it says: ${await mark.textContent()} (${await mark.getAttribute('data-state')}).`,
        )
      })
  }

  /** Checks that the server has the last state shown as saved, or a newer one, and that screen and server show the same sentence. */
  async check(url, words) {
    const get = async (path) => (await fetch(`${url}/api/jobs/${this.number}${path}`)).json()
    const [job, answer] = [await get(''), await get('/answer')]
    const trouble = (sentence) => new Trouble(`${words}, job ${this.number}: ${sentence}`)
    if (this.shown && job.version < this.shown.version)
      throw trouble(`save no. ${this.shown.version} was shown, the server has no. ${job.version}.`)
    if (this.shown && job.version === this.shown.version && answer.sentence !== this.shown.sentence)
      throw trouble(`"${this.shown.sentence}" was shown as saved, the server says "${answer.sentence}".`)
    const sentence = await this.page.getByTestId('sentence').textContent()
    if (sentence !== answer.sentence) throw trouble(`the screen says "${sentence}", the server "${answer.sentence}".`)
  }
}

/** Kills server, database, launcher or browser with SIGKILL while four windows edit. */
class Torture {
  constructor(launched, profile, executablePath) {
    Object.assign(this, { launched, profile, executablePath, windows: [], slowest: 0 })
  }

  async openBrowser() {
    this.browser = await chromium.launchPersistentContext(this.profile, { executablePath: this.executablePath, args: CHROMIUM_ARGS })
    const before = this.windows
    this.windows = []
    for (let number = 1; number <= WINDOWS; number++) {
      const window = new Window(number, await this.browser.newPage())
      window.shown = before[number - 1]?.shown
      await window.page.goto(`${this.launched.url}/jobs/${number}/power-flow`)
      await window.page.getByTestId('line').waitFor()
      this.windows.push(window)
    }
  }

  async round(random, words, what) {
    const until = Date.now() + 4000
    const editing = Promise.allSettled(this.windows.map((window) => window.edit(random, until)))
    await wait(400 + random() * 1600)
    if (what === 'browser') killBrowser(this.profile)
    else this.launched.kill(what)
    const failed = (await editing).find(({ status }) => status === 'rejected')
    if (failed && what !== 'browser') throw failed.reason
    await wait(200)
    if (what === 'launcher') await this.launched.launch()
    else if (what === 'browser') {
      await this.browser.close().catch(() => undefined)
      await this.openBrowser()
    } else await this.launched.back()
    const begun = Date.now()
    await Promise.all(this.windows.map((window) => window.settled(words)))
    this.slowest = Math.max(this.slowest, Date.now() - begun)
    for (const window of this.windows) await window.check(this.launched.url, words)
  }

  async stop() {
    await this.browser?.close().catch(() => undefined)
    await this.launched.stop()
  }
}

function killBrowser(profile) {
  const pids = execFileSync('pgrep', ['-f', profile], { encoding: 'utf8' }).trim().split('\n').map(Number)
  for (const pid of pids)
    try {
      process.kill(pid, 'SIGKILL')
    } catch (error) {
      if (error.code !== 'ESRCH') throw error // a child that went with its parent
    }
}

/** npm run torture -- [rounds] [seed] [victim] */
async function main() {
  const [rounds, seed, only] = [Number(process.argv[2] ?? 50), Number(process.argv[3] ?? 7), process.argv[4]]
  await ensurePostgres()
  await ensureBuilt()
  const [folder, profile] = ['data', 'browser'].map((what) => mkdtempSync(join(tmpdir(), `plucky-torture-${what}-`)))
  const launched = new Launched(folder, { port: await freePort(), pgPort: await freePort() })
  const torture = new Torture(launched, profile, await ensureChromium())
  const { seeded } = await import('../packages/core/dist/index.js')
  const random = seeded(seed)
  const killed = Object.fromEntries(VICTIMS.map((victim) => [victim, 0]))
  try {
    await launched.launch()
    await torture.openBrowser()
    for (let round = 1; round <= rounds; round++) {
      const what = only ?? VICTIMS[Math.floor(random() * VICTIMS.length)]
      await torture.round(random, `Round ${round}, ${what} killed`, what)
      killed[what]++
    }
  } finally {
    await torture.stop()
    for (const made of [folder, profile]) rmSync(made, { recursive: true, force: true })
  }
  const counts = Object.entries(killed).map(([victim, count]) => `${victim} ${count}`)
  say(
    `${rounds} kills (${counts.join(', ')}) under the edits of ${WINDOWS} windows: everything shown as saved was stored, and every window was saved by itself at most ${(torture.slowest / 1000).toFixed(1)} s after the service was back.`,
  )
}

main().catch(fail)
