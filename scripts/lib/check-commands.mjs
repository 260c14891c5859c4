import { spawn } from 'node:child_process'
import { deepStrictEqual } from 'node:assert/strict'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { ROOT } from './say.mjs'

/** Output, exit code and messages of a command. */
function run(args, input = '', settings = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(process.execPath, ['scripts/plucky.mjs', ...args], { cwd: ROOT, env: { ...process.env, ...settings } })
    const said = { out: '', err: '' }
    child.stdout.on('data', (chunk) => (said.out += chunk))
    child.stderr.on('data', (chunk) => (said.err += chunk))
    child.on('error', reject)
    child.on('close', (code) => resolve({ ...said, code }))
    child.stdin.on('error', () => undefined) // a command that refuses its options does not read
    child.stdin.end(input)
  })
}

const codesOf = ({ out, code }) => ({ codes: JSON.parse(out).errors.map((problem) => problem.code), code })

/** Every command of the command line, its refusals and its exit codes. `server`: address of a running shop. */
export async function checkCommands(server) {
  const folder = mkdtempSync(join(tmpdir(), 'plucky-commands-'))
  try {
    const job = await (await fetch(`${server}/api/jobs/1/file`)).text()
    const file = join(folder, 'job.json')
    writeFileSync(file, job)
    const [fromFile, fromInput] = [await run(['evaluate', file]), await run(['evaluate', '-'], job)]
    deepStrictEqual([fromFile.code, JSON.parse(fromFile.out).job], [0, JSON.parse(job).name])
    deepStrictEqual(fromInput.out, fromFile.out)
    deepStrictEqual(codesOf(await run(['evaluate', '-'], '{')), { codes: ['json-unreadable'], code: 2 })
    deepStrictEqual(codesOf(await run(['ranges', join(folder, 'none.json')])), { codes: ['file-unreadable'], code: 2 })

    const pull = await run(['dyno', file, '--rows', '5', '--torque', 'N·m', '--delimiter', ';', '--decimal', ','])
    deepStrictEqual([pull.code, pull.out.trim().split('\n').length, pull.out.includes(';')], [0, 6, true])
    deepStrictEqual((await run(['dyno', file, '--rows', '1'])).code, 1)
    const [inches, millimetres] = await Promise.all(['in', 'mm'].map((unit) => run(['caliper', file, '--unit', unit])))
    deepStrictEqual(inches.out.split('\n').length, millimetres.out.split('\n').length)

    await checkPlans(file, job)

    const shelf = await run(['shelf', 'export', '--server', server])
    const back = await run(['shelf', 'import', '-', '--server', server], shelf.out)
    deepStrictEqual([back.code, JSON.parse(back.out).added], [0, 0])
    deepStrictEqual(codesOf(await run(['shelf', 'import', file, '--server', server])), { codes: ['format-unknown'], code: 2 })
  } finally {
    rmSync(folder, { recursive: true, force: true })
  }
}

/** Commands that sign in to a shop with accounts. `server` is its address and `databaseUrl` its database. */
export async function checkSignIn(server, databaseUrl) {
  const PLUCKY_PASSWORD = 'slow gears carry the load'
  const added = await run(['people', 'add', 'Vera', '--role', 'viewer'], `${PLUCKY_PASSWORD}\n`, { DATABASE_URL: databaseUrl })
  deepStrictEqual([added.code, JSON.parse(added.out).role], [0, 'viewer'])
  const shelf = (command, input, settings, ...name) => run(['shelf', ...command, '--server', server, ...name], input, settings)
  const unnamed = await shelf(['export'])
  deepStrictEqual([unnamed.code, unnamed.out, unnamed.err.includes('--name')], [1, '', true])
  const wrong = await shelf(['export'], '', { PLUCKY_PASSWORD: 'not the password' }, '--name', 'Vera')
  deepStrictEqual([wrong.code, wrong.out], [1, ''])
  const exported = await shelf(['export'], '', { PLUCKY_PASSWORD }, '--name', 'Vera')
  deepStrictEqual([exported.code, JSON.parse(exported.out).parts.length > 0], [0, true])
  // A viewer changes nothing.
  const imported = await shelf(['import', '-'], exported.out, { PLUCKY_PASSWORD }, '--name', 'Vera')
  deepStrictEqual(codesOf(imported), { codes: ['role-too-low'], code: 2 })
  const [{ sessions }] = JSON.parse((await run(['people', 'list'], '', { DATABASE_URL: databaseUrl })).out)
  deepStrictEqual(sessions, 0)
}

/** Plans on the command line: what is promised is what `evaluate` says of it, and wrong pins are refused. */
async function checkPlans(file, job) {
  const plan = async (...options) => {
    const { out, code } = await run(['plan', file, '--any-stall', ...options])
    return { code, ...JSON.parse(out) }
  }
  const planned = await plan('--power', '600', '--keep-pressure')
  const { parts: _parts, operations: _operations, ...content } = JSON.parse(job)
  void [_parts, _operations]
  const judged = JSON.parse((await run(['evaluate', '-'], JSON.stringify({ ...content, spec: planned.spec }))).out)
  deepStrictEqual([planned.code, planned.proof.known, judged.held, judged.misfits], [0, 'optimal', planned.held, []])
  const [least, none] = [await plan('--budget', String(planned.cost.money), '--keep-pressure'), await plan('--budget', '0')]
  deepStrictEqual(
    [least.cost.money <= planned.cost.money, least.powerW >= planned.powerW, none.reasons[0].code],
    [true, true, 'budget-too-small'],
  )
  const pins = ['--keep', 'nowhere=input-stock', '--keep', 'input-shaft=input-stock', '--keep', 'input-shaft=input-300m']
  deepStrictEqual(codesOf(await run(['plan', file, ...pins])), { codes: ['pinned-twice', 'station-unknown'], code: 2 })
  deepStrictEqual((await run(['plan', file, '--power', '600', '--frontier'])).code, 1)
}
