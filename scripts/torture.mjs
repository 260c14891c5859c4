import { chromium } from '@playwright/test'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as wait } from 'node:timers/promises'
import { pathToFileURL } from 'node:url'
import { ensureBuilt } from './lib/build.mjs'
import { ensureChromium } from './lib/install.mjs'
import { freePort } from './lib/ports.mjs'
import { ensurePostgres, startPostgres } from './lib/postgres.mjs'
import { fail, say, Trouble } from './lib/say.mjs'
import { startServer } from './lib/server.mjs'

/** Kills server, database or browser with -9 at random moments under edits; what was shown as saved must be there afterwards, whole. */
class Bench {
  constructor(folder, ports, executablePath) {
    Object.assign(this, { folder, ...ports, executablePath, shown: undefined })
  }

  async startPostgres() {
    this.postgres = await startPostgres({ folder: this.folder, port: this.pgPort })
  }

  async startServer() {
    this.server = await startServer({ port: this.port, databaseUrl: this.postgres.urlOf('postgres') })
  }

  async startBrowser() {
    const args = [
      '--no-sandbox',
      '--disable-gpu',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
    ]
    this.browser = await chromium.launchPersistentContext(join(this.folder, 'browser'), { executablePath: this.executablePath, args })
    this.page = this.browser.pages()[0] ?? (await this.browser.newPage())
    await this.page.goto(`http://127.0.0.1:${this.port}/jobs/1/power-flow`)
    await this.page.getByTestId('line').waitFor()
  }

  /** Fits random parts without waiting for anything, noting every state that the screen shows as saved. */
  async edit(random, until) {
    while (Date.now() < until) {
      const stations = this.page.locator('[data-testid^=order-]')
      await stations.nth(Math.floor(random() * (await stations.count()))).click({ timeout: 2000 })
      const parts = this.page.getByTestId('candidates').getByRole('button')
      await parts.nth(Math.floor(random() * (await parts.count()))).click({ timeout: 2000 })
      if (await this.page.getByTestId('fit').isVisible()) await this.page.getByTestId('fit').click({ timeout: 2000 })
      await this.note()
    }
  }

  /** What the screen shows as saved at this moment: the number of the save and the sentence that stands with it. */
  async note() {
    const seen = await this.page.evaluate(() => {
      const mark = document.querySelector('[data-testid=save-state]')
      return {
        state: mark?.dataset.state,
        words: mark?.textContent ?? '',
        sentence: document.querySelector('[data-testid=sentence]')?.textContent,
      }
    })
    if (seen.state === 'saved') this.shown = { version: Number(/no\. (\d+)/.exec(seen.words)?.[1]), sentence: seen.sentence }
  }

  async kill(what) {
    if (what === 'server') process.kill(this.server.pid, 'SIGKILL')
    if (what === 'database') process.kill(this.postgres.pid, 'SIGKILL')
    if (what === 'browser') await killBrowser(this.folder)
  }

  async mend(what) {
    await wait(200)
    if (what === 'database') await this.startPostgres()
    if (what === 'server') await this.startServer()
    if (what === 'browser') {
      await this.browser.close().catch(() => undefined)
      await this.startBrowser()
    }
  }

  /** The screen settles; the server then has what was shown, or something newer, and it is whole. */
  async check(round, what) {
    await this.page
      .locator('[data-testid=save-state][data-state=saved]')
      .waitFor({ timeout: 30_000 })
      .catch(async () => {
        const kept = await this.page.evaluate(() =>
          JSON.stringify(Object.entries(globalThis.localStorage).map(([key, text]) => [key, JSON.parse(text).change])),
        )
        const { version, savedBy, savedChange } = await (await fetch(`http://127.0.0.1:${this.port}/api/jobs/1`)).json()
        throw new Trouble(
          `Round ${round}, ${what} killed: the screen does not settle; it says: ${await this.page.getByTestId('save-state').textContent()}. ` +
            `Kept here: ${kept}; on the server: ${JSON.stringify({ version, savedBy, savedChange })}; shown last: ${JSON.stringify(this.shown)}.`,
        )
      })
    const get = async (path) => (await fetch(`http://127.0.0.1:${this.port}/api/jobs/1${path}`)).json()
    const [job, answer] = [await get(''), await get('/answer')]
    const trouble = (words) => new Trouble(`Round ${round}, ${what} killed: ${words}`)
    if (this.shown && job.version < this.shown.version)
      throw trouble(`save no. ${this.shown.version} was shown, the server has no. ${job.version}.`)
    if (this.shown && job.version === this.shown.version && answer.sentence !== this.shown.sentence)
      throw trouble(`"${this.shown.sentence}" was shown as saved, the server says "${answer.sentence}".`)
    const sentence = await this.page.getByTestId('sentence').textContent()
    if (sentence !== answer.sentence) throw trouble(`the screen says "${sentence}", the server "${answer.sentence}".`)
  }

  async stop() {
    await this.browser?.close().catch(() => undefined)
    await this.server?.stop()
    await this.postgres?.stop()
  }
}

async function killBrowser(folder) {
  const { execFileSync } = await import('node:child_process')
  const pids = execFileSync('pgrep', ['-f', join(folder, 'browser')], { encoding: 'utf8' })
    .trim()
    .split('\n')
    .map(Number)
  for (const pid of pids)
    try {
      process.kill(pid, 'SIGKILL')
    } catch (error) {
      if (error.code !== 'ESRCH') throw error // a child that went with its parent
    }
}

/** Numbers from 0 to below 1 by a seed (mulberry32). */
function randomBy(seed) {
  let a = seed
  return () => {
    a = (a + 0x6d2b79f5) | 0
    let t = Math.imul(a ^ (a >>> 15), 1 | a)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32
  }
}

const VICTIMS = ['server', 'database', 'browser']

/** Runs so many rounds by a seed, of one victim only where it is named; says how many of each were killed. */
export async function torture(rounds, seed = 7, only = undefined) {
  const folder = mkdtempSync(join(tmpdir(), 'plucky-torture-'))
  const bench = new Bench(folder, { port: await freePort(), pgPort: await freePort() }, await ensureChromium())
  const random = randomBy(seed)
  const killed = { server: 0, database: 0, browser: 0 }
  try {
    await bench.startPostgres()
    await bench.startServer()
    await bench.startBrowser()
    for (let round = 1; round <= rounds; round++) {
      const what = only ?? VICTIMS[Math.floor(random() * VICTIMS.length)]
      const editing = bench.edit(random, Date.now() + 4000).catch((error) => error)
      await wait(400 + random() * 1600)
      await bench.kill(what)
      killed[what]++
      const ended = await editing
      if (ended instanceof Error && what !== 'browser') throw ended
      await bench.mend(what)
      await bench.check(round, what)
    }
  } finally {
    await bench.stop()
    rmSync(folder, { recursive: true, force: true })
  }
  return killed
}

async function main() {
  const rounds = Number(process.argv[2] ?? 50)
  await ensurePostgres()
  await ensureBuilt()
  const killed = await torture(rounds, Number(process.argv[3] ?? 7), process.argv[4])
  say(
    `${rounds} kills (server ${killed.server}, database ${killed.database}, browser ${killed.browser}): everything shown as saved was stored correctly.`,
  )
}

if (import.meta.url === pathToFileURL(process.argv[1]).href) main().catch(fail)
