import { chromium } from '@playwright/test'
import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as wait } from 'node:timers/promises'
import { isDeepStrictEqual } from 'node:util'
import { ensureBuilt } from './lib/build.mjs'
import { connect } from './lib/database.mjs'
import { ensureChromium } from './lib/install.mjs'
import { Launched } from './lib/launched.mjs'
import { freePort } from './lib/ports.mjs'
import { ensurePostgres, runningUrl } from './lib/postgres.mjs'
import { fail, say, Trouble } from './lib/say.mjs'

const CHROMIUM_ARGS = JSON.parse(readFileSync(new URL('lib/chromium-args.json', import.meta.url), 'utf8'))
const WINDOWS = 4
const EDITING_MS = 4000
/** Time for which the database does not answer in an outage. */
const OUTAGE_MS = 60_000
const VICTIMS = ['server', 'other server', 'judge', 'database', 'launcher', 'browser']
/** Time limit for every window to reach "Saved" after the service is back. */
const SETTLED_MS = 15_000

/** A window with one job, and the last state it showed as saved. */
class Window {
  constructor(number, page, url) {
    Object.assign(this, { number, page, url, shown: undefined })
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
  async check(words) {
    const get = async (path) => (await fetch(`${this.url}/api/jobs/${this.number}${path}`)).json()
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

/** Kills servers, judges, database, launcher or browser with SIGKILL while four windows edit, two on each of two servers of one database. */
class Torture {
  constructor(launched, other, profile, executablePath) {
    Object.assign(this, { launched, other, profile, executablePath, windows: [], slowest: 0, editedMs: 0 })
  }

  async openBrowser() {
    this.browser = await chromium.launchPersistentContext(this.profile, { executablePath: this.executablePath, args: CHROMIUM_ARGS })
    const before = this.windows
    this.windows = []
    for (let number = 1; number <= WINDOWS; number++) {
      const { url } = number % 2 === 0 ? this.other : this.launched
      const window = new Window(number, await this.browser.newPage(), url)
      window.shown = before[number - 1]?.shown
      await window.page.goto(`${url}/jobs/${number}/power-flow`)
      await window.page.getByTestId('line').waitFor()
      this.windows.push(window)
    }
  }

  async round(random, words, what) {
    const until = Date.now() + EDITING_MS
    this.editedMs += EDITING_MS
    const editing = Promise.allSettled(this.windows.map((window) => window.edit(random, until)))
    await wait(400 + random() * 1600)
    if (what === 'outage') await this.outage(words)
    else if (what === 'browser') killBrowser(this.profile)
    else if (what === 'other server') this.other.kill('server')
    else this.launched.kill(what)
    const failed = (await editing).find(({ status }) => status === 'rejected')
    if (failed && what !== 'browser') throw failed.reason
    await wait(200)
    if (what === 'launcher') await this.launched.launch()
    else if (what === 'browser') {
      await this.browser.close().catch(() => undefined)
      await this.openBrowser()
    } else await this.launched.back()
    await this.other.back()
    const begun = Date.now()
    await Promise.all(this.windows.map((window) => window.settled(words)))
    this.slowest = Math.max(this.slowest, Date.now() - begun)
    for (const window of this.windows) await window.check(words)
  }

  /** The database does not answer for a minute. Every window with changes says that they are not saved. */
  async outage(words) {
    this.launched.pauseDatabase('SIGSTOP')
    try {
      await wait(OUTAGE_MS)
      for (const { number, page } of this.windows) {
        const mark = page.getByTestId('save-state')
        if ((await mark.getAttribute('data-state')) === 'saved')
          throw new Trouble(`${words}: job ${number} shows "Saved" without a database.`)
        const note = (await page.getByTestId('save-note').textContent()) ?? ''
        if (!note.includes('kept on this computer'))
          throw new Trouble(`${words}: job ${number} does not say where its changes are: ${note}`)
      }
    } finally {
      this.launched.pauseDatabase('SIGCONT')
    }
  }

  async stop() {
    await this.browser?.close().catch(() => undefined)
    await this.other.stop()
    await this.launched.stop()
  }
}

/** Jobs of the windows as they are stored. */
const stored = (url) => Promise.all(Array.from({ length: WINDOWS }, async (_, i) => (await fetch(`${url}/api/jobs/${i + 1}`)).json()))

/** The log does not tell a field that is null from one that is absent. */
const withoutNulls = (value) =>
  typeof value !== 'object' || value === null || Array.isArray(value)
    ? value
    : Object.fromEntries(Object.entries(value).flatMap(([key, each]) => (each === null ? [] : [[key, withoutNulls(each)]])))

const isSame = (a, b) => isDeepStrictEqual(withoutNulls(a ?? null), withoutNulls(b ?? null))

/** Value of a field. `set` stores a value there first; null removes the field. */
function field(job, path, set) {
  const keys = path.split('.')
  const last = keys.pop()
  const holder = keys.reduce((value, key) => value?.[key], job)
  if (set !== undefined && set !== null) holder[last] = set
  else if (set === null) Reflect.deleteProperty(holder, last)
  return holder?.[last]
}

/**
 * Checks that the change log leads from the first to the last state of each job, one change after another: each acknowledged change is
 * there once and in order. Returns the number of saves.
 */
async function replay(databaseUrl, before, after) {
  const client = await connect(databaseUrl)
  let saves = 0
  for (const [i, job] of before.entries()) {
    const { rows } = await client.query(`SELECT id, fields FROM changes WHERE subject = 'jobs' AND subject_id = $1 ORDER BY id`, [
      String(i + 1),
    ])
    saves += rows.length
    for (const { id, fields } of rows)
      for (const { path, before: from, after: to } of fields) {
        if (!isSame(field(job, path), from))
          throw new Trouble(`Job ${i + 1}, change ${id}: ${path} was not ${JSON.stringify(from)} before it.`)
        field(job, path, to)
      }
    for (const key of ['spec', 'brief', 'rules', 'book'])
      if (!isSame(job[key], after[i][key])) throw new Trouble(`Job ${i + 1}: the change log does not lead to the stored ${key}.`)
    if (after[i].version - job.version < rows.length)
      throw new Trouble(`Job ${i + 1}: ${rows.length} changes, but version ${after[i].version}.`)
  }
  await client.end()
  return saves
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

/** npm run torture -- [rounds] [seed] [victim]; the victim "outage" pauses the database for a minute. */
async function main() {
  const [rounds, seed, only] = [Number(process.argv[2] ?? 50), Number(process.argv[3] ?? 7), process.argv[4]]
  await ensurePostgres()
  await ensureBuilt()
  const [folder, profile] = ['data', 'browser'].map((what) => mkdtempSync(join(tmpdir(), `plucky-torture-${what}-`)))
  const launched = new Launched(folder, { port: await freePort(), pgPort: await freePort() })
  const executable = await ensureChromium()
  let torture
  const { seeded } = await import('../packages/core/dist/index.js')
  const random = seeded(seed)
  const killed = Object.fromEntries((only ? [only] : VICTIMS).map((victim) => [victim, 0]))
  let saves
  try {
    await launched.launch()
    const databaseUrl = runningUrl(folder)
    const other = new Launched(folder, { port: await freePort(), databaseUrl })
    torture = new Torture(launched, other, profile, executable)
    await other.launch()
    const before = await stored(launched.url)
    await torture.openBrowser()
    for (let round = 1; round <= rounds; round++) {
      const what = only ?? VICTIMS[Math.floor(random() * VICTIMS.length)]
      await torture.round(random, `Round ${round}, ${what} killed`, what)
      killed[what]++
      if (round % 10 === 0) say(`${round} kills`)
    }
    saves = await replay(databaseUrl, before, await stored(other.url))
  } finally {
    await (torture ?? launched).stop()
    for (const made of [folder, profile]) rmSync(made, { recursive: true, force: true })
  }
  const counts = Object.entries(killed).map(([victim, count]) => `${victim} ${count}`)
  say(
    `${rounds} interruptions (${counts.join(', ')}) under ${saves} saves of ${WINDOWS} windows on two servers (${((saves * 1000) / torture.editedMs).toFixed(1)} a second): everything shown as saved was stored, the change log leads to the stored jobs change by change, and every window was saved by itself at most ${(torture.slowest / 1000).toFixed(1)} s after the service was back.`,
  )
}

main().catch(fail)
