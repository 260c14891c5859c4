import { chromium } from '@playwright/test'
import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as wait } from 'node:timers/promises'
import { isDeepStrictEqual } from 'node:util'
import { ensureBuilt } from './lib/build.mjs'
import { connect } from './lib/database.mjs'
import { ensureChromium, ensurePackages } from './lib/install.mjs'
import { Launched } from './lib/launched.mjs'
import { freePort } from './lib/ports.mjs'
import { ensurePostgres, runningUrl } from './lib/postgres.mjs'
import { fail, say, Trouble } from './lib/say.mjs'

const CHROMIUM_ARGS = JSON.parse(readFileSync(new URL('lib/chromium-args.json', import.meta.url), 'utf8'))
const WINDOWS = 4
/** People without a browser. */
const CLIENTS = 4
const EDITING_MS = 4000
/** Time for which the database does not answer in an outage. */
const OUTAGE_MS = 60_000
const VICTIMS = ['server', 'other server', 'judge', 'database', 'launcher', 'browser']
/** Time limit for every window to reach "Saved" after the service is back. */
const SETTLED_MS = 15_000

/** Characters of each log that are shown after a failure. */
const MOST_LOG = 8000

/** Time between two edits of a client: four clients make 33 a second while all servers are up. */
const EDIT_MS = 120

/** Runs in the page: installs a part that is not installed at a station, both chosen by numbers from 0 to 1. Returns false if there is none. */
async function installAnother([station, part]) {
  const all = (selector) => [...document.querySelectorAll(selector)]
  const click = async (element) => {
    element?.dispatchEvent(new globalThis.MouseEvent('click', { bubbles: true, cancelable: true }))
    await new Promise((drawn) => setTimeout(drawn, 20))
  }
  const stations = all('[data-testid^=station-]')
  await click(stations[Math.floor(station * stations.length)])
  const parts = all('[data-testid=candidates] button')
  for (let i = 0; i < parts.length; i++) {
    await click(all('[data-testid=candidates] button')[(Math.floor(part * parts.length) + i) % parts.length])
    // An installed part has no such button.
    const [install] = all('[data-testid=fit]')
    if (!install) continue
    await click(install)
    return true
  }
  return false
}

/** A window with one job, and the last state it showed as saved. */
class Window {
  constructor(number, page, url) {
    Object.assign(this, { number, page, url, shown: undefined })
  }

  /** Installs random parts as fast as the page draws. Records every state shown as saved. */
  async edit(random, until) {
    while (Date.now() < until) {
      await this.page.evaluate(installAnother, [random(), random()])
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

/** Fields of a job that the server gives. */
const GIVEN = new Set(['number', 'savedAt', 'savedBy', 'savedChange'])

/** A person without a browser who saves a job, each save with another customer, and notes what was acknowledged. */
class Client {
  constructor(number, url) {
    Object.assign(this, { number, url, acknowledged: [], tries: 0 })
  }

  async ask(method, body) {
    const headers = { 'content-type': 'application/json' }
    const options = { method, headers, signal: globalThis.AbortSignal.timeout(5000), ...(body ? { body: JSON.stringify(body) } : {}) }
    const response = await fetch(`${this.url()}/api/jobs/${this.number}`, options)
    // The database is away, or a save whose answer was lost was stored after all.
    if (response.status === 503 || response.status === 409) throw new TypeError('Not saved.')
    if (!response.ok) throw new Trouble(`Job ${this.number}: ${response.status} ${await response.text()}`)
    return response.json()
  }

  async edit(until) {
    for (let at = Date.now(); at < until; at = Math.max(Date.now(), at + EDIT_MS)) {
      await wait(Math.max(0, at - Date.now()))
      await this.save().catch((error) => {
        // A save whose answer was lost may be stored: the next one begins with the stored job.
        if (error instanceof Trouble) throw error
        this.job = undefined
      })
    }
  }

  async save() {
    const job = (this.job ??= await this.ask('GET'))
    const customer = `customer ${++this.tries}`
    const content = Object.entries({ ...job, customer }).filter(([key]) => !GIVEN.has(key))
    this.job = { ...job, customer, ...(await this.ask('PUT', Object.fromEntries(content))) }
    this.acknowledged.push(customer)
  }

  /** Checks that the log has each acknowledged save once, in order, and that the last one is stored. */
  check(logged, stored) {
    let at = -1
    for (const customer of this.acknowledged) {
      const next = logged.indexOf(customer, at + 1)
      if (next < 0 || logged.lastIndexOf(customer) !== next)
        throw new Trouble(`Job ${this.number}: ${customer} was acknowledged and is not in the log once and in order.`)
      at = next
    }
    const [last, own] = [logged.at(-1), this.acknowledged.at(-1)]
    if (stored.customer !== (last ?? stored.customer))
      throw new Trouble(`Job ${this.number}: ${last} is logged, ${stored.customer} is stored.`)
    if (own && logged.indexOf(own) > logged.indexOf(stored.customer)) throw new Trouble(`Job ${this.number}: ${own} was lost.`)
  }
}

/** Kills servers, judges, database, launcher or browser with SIGKILL while four windows edit, two on each of two servers of one database. */
class Torture {
  constructor(launched, other, profile, executablePath) {
    Object.assign(this, { launched, other, profile, executablePath, windows: [], slowest: 0, editedMs: 0 })
    this.clients = Array.from({ length: CLIENTS }, (_, i) => new Client(WINDOWS + i + 1, () => (i % 2 === 0 ? launched : other).url))
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
    const saving = Promise.all(this.clients.map((client) => client.edit(until)))
    await wait(400 + random() * 1600)
    if (what === 'outage') await this.outage(words)
    else if (what === 'browser') killBrowser(this.profile)
    else if (what === 'other server') this.other.kill('server')
    else this.launched.kill(what)
    await saving
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

  get tries() {
    return this.clients.reduce((sum, { tries }) => sum + tries, 0)
  }

  /** A count as a rate over the time of the edits. */
  rate(count) {
    return ((count * 1000) / this.editedMs).toFixed(1)
  }

  async stop() {
    await this.browser?.close().catch(() => undefined)
    await this.other.stop()
    await this.launched.stop()
  }
}

/** Jobs of the windows as they are stored. */
const stored = (url) =>
  Promise.all(Array.from({ length: WINDOWS + CLIENTS }, async (_, i) => (await fetch(`${url}/api/jobs/${i + 1}`)).json()))

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
async function replay(databaseUrl, before, after, clients) {
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
    const customers = rows.flatMap(({ fields }) => fields.flatMap(({ path, after: to }) => (path === 'customer' ? [to] : [])))
    clients.find(({ number }) => number === i + 1)?.check(customers, after[i])
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
  await ensurePackages() // two launchers would install at the same time
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
  const clear = async () => {
    await (torture ?? launched).stop()
    for (const made of [folder, profile]) rmSync(made, { recursive: true, force: true })
  }
  for (const signal of ['SIGINT', 'SIGTERM']) process.once(signal, () => void clear().finally(() => process.exit(1)))
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
    saves = await replay(databaseUrl, before, await stored(other.url), torture.clients)
  } catch (error) {
    for (const { port, said } of [launched, torture?.other].filter(Boolean)) say(`Log of port ${port}:\n${said.slice(-MOST_LOG)}`)
    throw error
  } finally {
    await clear()
  }
  const counts = Object.entries(killed).map(([victim, count]) => `${victim} ${count}`)
  say(
    `${rounds} interruptions (${counts.join(', ')}) under ${saves} saves of ${WINDOWS} windows and ${CLIENTS} clients on two servers (${torture.rate(saves)} a second, ${torture.rate(torture.tries)} tried by the clients): everything shown as saved was stored, the change log leads to the stored jobs change by change, and every window was saved by itself at most ${(torture.slowest / 1000).toFixed(1)} s after the service was back.`,
  )
}

main().catch(fail)
