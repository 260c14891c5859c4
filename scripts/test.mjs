import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync, existsSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { stripVTControlCharacters } from 'node:util'
import { ensureBuilt } from './lib/build.mjs'
import { checkCommands, checkSignIn } from './lib/check-commands.mjs'
import { checkLauncher } from './lib/check-launcher.mjs'
import { connect } from './lib/database.mjs'
import { checkNode, ensureChromium, ensurePackages } from './lib/install.mjs'
import { freePort } from './lib/ports.mjs'
import { ensurePostgres, startPostgres } from './lib/postgres.mjs'
import { fail, run, say, Trouble } from './lib/say.mjs'
import { startServer } from './lib/server.mjs'

const SCRATCH = 'plucky-test-'
const FUZZ_REQUESTS = 800

async function makeDatabase(url, name) {
  const client = await connect(url)
  await client.query(`CREATE DATABASE ${name}`)
  await client.end()
}

/** Throw-away clusters of runs that were killed: their owner is gone. */
function sweep() {
  for (const name of readdirSync(tmpdir()).filter((n) => n.startsWith(SCRATCH))) {
    const folder = join(tmpdir(), name)
    const owner = join(folder, 'owner')
    const pid = existsSync(owner) ? Number(readFileSync(owner, 'utf8')) : 0
    if (pid && existsSync(`/proc/${pid}`)) continue
    const postmaster = join(folder, 'postgres/postmaster.pid')
    const left = existsSync(postmaster) ? Number(readFileSync(postmaster, 'utf8').split('\n')[0]) : 0
    const command = `/proc/${left}/cmdline`
    if (left && existsSync(command) && readFileSync(command, 'utf8').includes(folder)) process.kill(left, 'SIGQUIT')
    rmSync(folder, { recursive: true, force: true })
  }
}

const count = { passed: 0, failed: 0 }
const failures = []

/** One step that passes or fails as a whole. */
async function step(name, work) {
  say(`\n— ${name}`)
  try {
    await work()
    count.passed++
  } catch (error) {
    count.failed++
    failures.push(name)
    say(error instanceof Trouble ? error.message : (error.stack ?? String(error)))
  }
}

/** A runner that counts its own tests and names those that failed; its failure without a name is one failure. */
async function suite(name, command, args, env, read) {
  say(`\n— ${name}`)
  let crashed
  await run(command, args, { show: true, env: { ...process.env, ...env } }).catch((error) => (crashed = error))
  const result = read()
  count.passed += result.passed
  const failed = crashed && result.failed.length === 0 ? [crashed.message] : result.failed
  count.failed += failed.length
  failures.push(...failed.map((test) => `${name}: ${test}`))
}

const jsonOf = (file) => (existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : undefined)

/** Number of error lines printed with the name of a failed test. */
const REASON_LINES = 6

/** Returns the name of a failed test with the first lines of its first error. */
function withReason(name, message = '') {
  const lines = stripVTControlCharacters(message)
    .split('\n')
    .filter((line) => line.trim() !== '')
  return [name, ...lines.slice(0, REASON_LINES).map((line) => `      ${line.trim()}`)].join('\n')
}

/** Failed tests of one file, or the file itself where it did not run. */
function failedOfFile({ name, status, assertionResults }) {
  const failed = assertionResults
    .filter((test) => test.status === 'failed')
    .map((test) => withReason(test.fullName, test.failureMessages[0]))
  return status === 'failed' && failed.length === 0 ? [name] : failed
}

async function unitAndServer(folder, clusterUrl) {
  const out = join(folder, 'jest.json')
  await suite(
    'unit and server tests',
    'npx',
    ['jest', '--silent', '--forceExit', '--json', `--outputFile=${out}`],
    { PLUCKY_TEST_CLUSTER: clusterUrl },
    () => {
      const result = jsonOf(out)
      return { passed: result?.numPassedTests ?? 0, failed: (result?.testResults ?? []).flatMap(failedOfFile) }
    },
  )
}

/** Commands, then a short fuzz run, on a separate server. */
async function commandsAndFuzz(databaseUrl) {
  const { fuzz } = await import('./lib/fuzz.mjs') // imported late, after the build
  const port = await freePort()
  const server = await startServer({ port, databaseUrl, onExit: (how) => say(how) })
  try {
    await step('command line', () => checkCommands(`http://127.0.0.1:${port}`))
    await step('requests of every kind', async () => {
      const { wrong } = await fuzz({ port, pid: server.pid, requests: FUZZ_REQUESTS, measured: false })
      if (wrong.length > 0) throw new Trouble(`${wrong.length} requests were answered wrongly:\n${wrong.slice(0, 10).join('\n')}`)
    })
  } finally {
    await server.stop()
  }
  const shared = await startServer({ port, databaseUrl, onExit: (how) => say(how), settings: { PLUCKY_HOSTS: 'shop.example' } })
  try {
    await step('command line with sign-in', () => checkSignIn(`http://127.0.0.1:${port}`, databaseUrl))
  } finally {
    await shared.stop()
  }
}

const errorOf = ({ tests }) => tests.flatMap(({ results }) => results.flatMap(({ errors }) => errors))[0]?.message

const failedOfSuites = (suites) =>
  suites.flatMap(({ title, suites, specs }) => [
    ...failedOfSuites(suites ?? []),
    ...specs
      .filter(({ ok, tests }) => !ok || tests.some(({ status }) => status === 'flaky'))
      .map((spec) => withReason(`${title} › ${spec.title}`, errorOf(spec))),
  ])

async function endToEnd(folder, databaseUrl, chromium) {
  const port = await freePort()
  const server = await startServer({ port, databaseUrl, onExit: (how) => say(how) })
  const out = join(folder, 'e2e.json')
  const env = {
    PLUCKY_URL: `http://127.0.0.1:${port}`,
    PLUCKY_DATABASE: databaseUrl,
    PLUCKY_CHROMIUM: chromium,
    PLAYWRIGHT_JSON_OUTPUT_NAME: out,
  }
  await suite('end-to-end tests', 'npx', ['playwright', 'test', '-c', 'e2e/playwright.config.ts'], env, () => {
    const { stats, suites } = jsonOf(out) ?? {}
    return { passed: stats?.expected ?? 0, failed: failedOfSuites(suites ?? []) }
  })
  await server.stop()
}

/** What a compiler or a reader of the sources finds, without running the program. */
async function check() {
  await step('lint', () => run('npm', ['run', '-s', 'lint'], { sentence: 'Lint, formatting or import rules failed' }))
  await step('types of the tests', () => run('npx', ['tsc', '-p', 'tsconfig.tests.json'], { sentence: 'The tests do not compile' }))
  await step('texts on the pages', async () => {
    const { unwanted } = await import('./texts.mjs')
    const bad = unwanted()
    if (bad.length > 0)
      throw new Trouble(`Words that pages do not use:\n${bad.map(({ at, word, text }) => `${at} [${word}] ${text}`).join('\n')}`)
  })
  await step('generated pages', async () => {
    const { isCurrent } = await import('./models.mjs')
    if (!(await isCurrent())) throw new Trouble('docs/models.md or docs/job-file.schema.json is out of date. Regenerate: npm run models')
  })
}

/** Runs work with a temporary PostgreSQL and its folder; both are gone afterwards. */
async function withPostgres(work) {
  await ensurePostgres()
  const folder = mkdtempSync(join(tmpdir(), SCRATCH))
  writeFileSync(join(folder, 'owner'), String(process.pid))
  let postgres
  const clear = async () => {
    await postgres?.stop()
    rmSync(folder, { recursive: true, force: true })
  }
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void clear().then(() => process.exit(1)))
  try {
    postgres = await startPostgres({ folder, port: await freePort(), careless: true, onExit: (how) => say(how) })
    await work(folder, postgres.urlOf)
  } finally {
    await clear()
  }
}

const unit = () => withPostgres((folder, urlOf) => unitAndServer(folder, urlOf('postgres')))

const browser = async () => {
  const chromium = await ensureChromium()
  await withPostgres((folder, urlOf) => endToEnd(folder, urlOf('postgres'), chromium))
}

const everything = async () => {
  const chromium = await ensureChromium()
  await check()
  await withPostgres(async (folder, urlOf) => {
    await unitAndServer(folder, urlOf('postgres'))
    await makeDatabase(urlOf('postgres'), 'fuzz')
    await step('start, restart and upgrade', checkLauncher)
    await commandsAndFuzz(urlOf('fuzz'))
    await endToEnd(folder, urlOf('postgres'), chromium)
  })
}

const PARTS = { check, unit, e2e: browser }

function sayResult() {
  if (failures.length > 0) say(`\nFailed:\n${failures.map((test) => `  ✗ ${test}`).join('\n')}`)
  say(`\n${count.passed} passed, ${count.failed} failed`)
  if (count.failed > 0) process.exitCode = 1
}

/** Runs everything, or one part of it. */
async function main(part) {
  if (part !== undefined && !Object.hasOwn(PARTS, part))
    throw new Trouble(`Unknown part "${part}". Use one of: ${Object.keys(PARTS).join(', ')}.`)
  checkNode()
  sweep()
  await ensurePackages()
  await ensureBuilt()
  await (part === undefined ? everything() : PARTS[part]())
}

main(process.argv[2])
  .catch((error) => {
    fail(error)
    failures.push(error instanceof Trouble ? error.message : String(error))
    count.failed++
  })
  .finally(sayResult)
