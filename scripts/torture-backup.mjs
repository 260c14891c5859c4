import { createWriteStream, mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { fillUp } from './lib/bench-load.mjs'
import { ensureBuilt } from './lib/build.mjs'
import { connect } from './lib/database.mjs'
import { freePort } from './lib/ports.mjs'
import { ensurePostgres } from './lib/postgres.mjs'
import { fail, say, Trouble } from './lib/say.mjs'
import { startServer } from './lib/server.mjs'
import { withTemporaryServer } from './lib/temporary-server.mjs'

/** People who save jobs during the backup, and damaged copies of the file that must be refused. */
const [SAVERS, DAMAGES] = [8, 20]
/** Files that are compared at the same time. */
const AT_ONCE = 8
/** Fields of a job that the server gives. */
const GIVEN = new Set(['number', 'savedAt', 'savedBy', 'savedChange'])

const rebuilt = (url, name) => Object.assign(new URL(url), { pathname: name }).toString()

/** Saves one job again and again until `ended`. Returns the customer of each stored version. */
async function saver(url, number, ended) {
  const states = new Map()
  let job = await (await fetch(`${url}/api/jobs/${number}`)).json()
  states.set(job.version, job.customer)
  for (let i = 0; !ended(); i++) {
    job = { ...job, customer: `saver ${i}` }
    const content = Object.entries(job).filter(([key]) => !GIVEN.has(key))
    const options = { method: 'PUT', headers: { 'content-type': 'application/json' }, body: JSON.stringify(Object.fromEntries(content)) }
    const answer = await fetch(`${url}/api/jobs/${number}`, options)
    if (!answer.ok) throw new Trouble(`Job ${number} could not be saved during the backup: ${await answer.text()}`)
    job = { ...job, ...(await answer.json()) }
    states.set(job.version, job.customer)
  }
  return states
}

/** Downloads a backup while people save. Returns the versions of the jobs that they saved. */
async function backUpUnderLoad(url, file, numbers) {
  let over = false
  const saving = numbers.map((number) => saver(url, number, () => over))
  const begun = performance.now()
  const answer = await fetch(`${url}/api/backup`)
  if (!answer.ok) throw new Trouble(`No backup: ${await answer.text()}`)
  await pipeline(Readable.fromWeb(answer.body), createWriteStream(file))
  const seconds = (performance.now() - begun) / 1000
  over = true
  const states = new Map(await Promise.all(saving.map(async (each, i) => [numbers[i], await each])))
  const saves = [...states.values()].reduce((sum, own) => sum + own.size - 1, 0)
  say(
    `Backup: ${(statSync(file).size / 1e6).toFixed(1)} MB in ${seconds.toFixed(1)} s, under ${(saves / seconds).toFixed(0)} saves a second.`,
  )
  return states
}

/** Compares the open file of every job in both shops. A job that was saved meanwhile must be in a state that it had. */
async function compare(from, to, numbers, states) {
  let same = 0
  const waiting = [...numbers]
  const text = async (url, path) => (await fetch(`${url}/api/jobs/${path}`)).text()
  const work = async () => {
    for (let number = waiting.pop(); number !== undefined; number = waiting.pop()) {
      const own = states.get(number)
      if (own) {
        const { version, customer } = JSON.parse(await text(to, String(number)))
        if (own.get(version) !== customer)
          throw new Trouble(`Job ${number} is restored as version ${version} of “${customer}”, which it never was.`)
        continue
      }
      const [before, after] = await Promise.all([text(from, `${number}/file`), text(to, `${number}/file`)])
      if (before !== after) throw new Trouble(`The open file of job ${number} differs after the restore.`)
      same++
    }
  }
  await Promise.all(Array.from({ length: AT_ONCE }, work))
  return same
}

/** Checksums of all tables of a shop. */
async function checksums(databaseUrl) {
  const { writeBackup } = await import('../apps/server/dist/backup/write-backup.js')
  const { files } = await writeBackup(databaseUrl, createWriteStream('/dev/null'))
  return JSON.stringify(Object.entries(files).sort())
}

/** Copies of a backup, torn or with one bit changed, are refused, or are the same shop: the bit was in a date of the zip file. Returns the refused. */
async function refuseDamaged(file, folder, databaseUrl, random) {
  const { restoreBackup } = await import('../apps/server/dist/backup/restore-backup.js')
  const { BackupRefused } = await import('../apps/server/dist/backup/manifest.js')
  const good = readFileSync(file)
  const damaged = join(folder, 'damaged.zip')
  const whole = await checksums(databaseUrl)
  let count = 0
  for (let i = 0; i < DAMAGES; i++) {
    const at = Math.floor(random() * good.length)
    const copy = i % 2 === 0 ? good.subarray(0, at) : Buffer.from(good)
    if (i % 2 === 1) copy[at] ^= 1 << Math.floor(random() * 8)
    writeFileSync(damaged, copy)
    const refused = await restoreBackup(damaged, databaseUrl, { replace: true }).then(
      () => false,
      (error) => {
        if (error instanceof BackupRefused) return true
        throw error
      },
    )
    if (refused) count++
    else if ((await checksums(databaseUrl)) !== whole) throw new Trouble(`Damage ${i} at byte ${at} of ${good.length} was not noticed.`)
  }
  return count
}

/** npm run torture:backup -- [seed]: 20,000 jobs, backed up while people save, restored into an empty shop. */
async function main() {
  await ensurePostgres()
  await ensureBuilt()
  const folder = mkdtempSync(join(tmpdir(), 'plucky-torture-backup-'))
  const file = join(folder, 'shop.zip')
  const { seeded } = await import('../packages/core/dist/index.js')
  const settings = { PLUCKY_MOST_REQUESTS: '1000000' }
  try {
    await withTemporaryServer(
      'torture-backup',
      async ({ port, databaseUrl }) => {
        const url = `http://127.0.0.1:${port}`
        await fillUp(databaseUrl)
        const client = await connect(databaseUrl)
        const numbers = (await client.query('SELECT number FROM jobs ORDER BY number')).rows.map(({ number }) => number)
        await client.query('CREATE DATABASE restored')
        await client.end()
        const states = await backUpUnderLoad(url, file, numbers.slice(-SAVERS))
        const restoredUrl = rebuilt(databaseUrl, 'restored')
        const begun = performance.now()
        const { restoreBackup } = await import('../apps/server/dist/backup/restore-backup.js')
        await restoreBackup(file, restoredUrl)
        say(`Restored in ${((performance.now() - begun) / 1000).toFixed(1)} s.`)
        const refused = await refuseDamaged(file, folder, restoredUrl, seeded(Number(process.argv[2] ?? 7)))
        const otherPort = await freePort()
        const other = await startServer({ port: otherPort, databaseUrl: restoredUrl, settings })
        try {
          const same = await compare(url, `http://127.0.0.1:${otherPort}`, numbers, states)
          say(
            `${same} of ${numbers.length} open files are byte-identical; the other ${states.size} jobs, saved during the backup, are in a state that they had. ${refused} of ${DAMAGES} damaged copies were refused, the others were the same shop.`,
          )
        } finally {
          await other.stop()
        }
      },
      settings,
    )
  } finally {
    rmSync(folder, { recursive: true, force: true })
  }
}

main().catch(fail)
