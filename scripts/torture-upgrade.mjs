import { fork } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as wait } from 'node:timers/promises'
import { fileURLToPath } from 'node:url'
import { ensureBuilt } from './lib/build.mjs'
import { connect } from './lib/database.mjs'
import { freePort } from './lib/ports.mjs'
import { ensurePostgres, startPostgres } from './lib/postgres.mjs'
import { fail, ROOT, say, Trouble } from './lib/say.mjs'

const MOMENTS = 20
const migrate = join(ROOT, 'apps/server/dist/database/migrate.js')

/** Child process: migrates one database up to one step. */
async function upgradeHere(url, last) {
  const [{ migrate: run }, { Sequelize }] = [await import(migrate), await import('sequelize-typescript')]
  const sequelize = new Sequelize(url, { dialect: 'postgres', logging: false })
  process.send('begun')
  await run(sequelize, last)
  await sequelize.close()
}

const upgrading = (url, last) => {
  const child = fork(fileURLToPath(import.meta.url), ['here', url, last], { stdio: ['ignore', 'ignore', 'pipe', 'ipc'] })
  let said = ''
  child.stderr.on('data', (chunk) => (said += chunk))
  return {
    child,
    begun: new Promise((resolve) => child.once('message', resolve)),
    ended: new Promise((resolve) => child.on('exit', (code) => resolve({ code, said }))),
  }
}

/** Migrates data of the first release. Kills migration process or database at twenty moments of every step, then runs it again. */
class UpgradeTorture {
  constructor(folder, port, jobs) {
    Object.assign(this, { folder, port, jobs, runs: 0, cut: 0 })
  }

  async startPostgres() {
    this.postgres = await startPostgres({ folder: this.folder, port: this.port })
  }

  async sql(database, ...statements) {
    const client = await connect(this.postgres.urlOf(database))
    try {
      let last
      for (const statement of statements) last = await client.query(...[statement].flat(1))
      return last.rows
    } finally {
      await client.end()
    }
  }

  /** Digest of all tables. */
  async digest(database) {
    const tables = await this.sql(database, `SELECT tablename AS t FROM pg_tables WHERE schemaname = 'public' ORDER BY 1`)
    const sums = []
    for (const { t } of tables)
      sums.push(
        ...(await this.sql(
          database,
          `SELECT '${t}' AS t, count(*), md5(string_agg(md5(r::text), '' ORDER BY md5(r::text))) FROM "${t}" AS r`,
        )),
      )
    return JSON.stringify(sums)
  }

  async copy(from, to) {
    await this.sql('postgres', `DROP DATABASE IF EXISTS ${to} WITH (FORCE)`, `CREATE DATABASE ${to} TEMPLATE ${from}`)
  }

  async fill() {
    await this.sql('postgres', 'CREATE DATABASE before')
    const first = upgrading(this.postgres.urlOf('before'), '0001-first-tables')
    if ((await first.ended).code !== 0) throw new Trouble((await first.ended).said)
    const { units, parts, job } = JSON.parse(readFileSync(join(ROOT, 'apps/server/src/testing/first-release.json'), 'utf8'))
    const rows = (table, items) => [
      `INSERT INTO ${table} SELECT b->>'id', b FROM jsonb_array_elements($1::jsonb) AS b`,
      [JSON.stringify(items)],
    ]
    await this.sql('before', rows('units', units), rows('parts', parts), [
      `INSERT INTO jobs (version, saved_at, body) SELECT 1, now(), $1::jsonb || jsonb_build_object('name', 'Job ' || i) FROM generate_series(1, $2::int) AS i`,
      [JSON.stringify(job), this.jobs],
    ])
  }

  /** Kills a migration at one moment, runs it again and compares the result with an undisturbed run. */
  async kill(step, afterMs, victim, expected) {
    await this.copy('before', 'tried')
    const run = upgrading(this.postgres.urlOf('tried'), step)
    await run.begun
    await wait(afterMs)
    if (victim === 'database') process.kill(this.postgres.pid, 'SIGKILL')
    else run.child.kill('SIGKILL')
    const { code } = await run.ended
    this.runs++
    if (code !== 0) this.cut++
    if (victim === 'database') await this.startPostgres()
    const again = await upgrading(this.postgres.urlOf('tried'), step).ended
    const words = `${step}, ${victim} killed after ${afterMs.toFixed(0)} ms`
    if (again.code !== 0) throw new Trouble(`${words}: it does not start again.\n${again.said}`)
    if ((await this.digest('tried')) !== expected)
      throw new Trouble(`${words}: what is stored differs from an upgrade that was not disturbed.`)
  }

  async step(step) {
    await this.copy('before', 'after')
    const undisturbed = upgrading(this.postgres.urlOf('after'), step)
    await undisturbed.begun
    const begun = performance.now()
    const { code, said } = await undisturbed.ended
    if (code !== 0) throw new Trouble(said)
    const ms = performance.now() - begun
    const expected = await this.digest('after')
    for (let i = 0; i < MOMENTS; i++) await this.kill(step, (ms * (i + 0.5)) / MOMENTS, i % 4 === 3 ? 'database' : 'server', expected)
    await this.sql('postgres', 'DROP DATABASE before WITH (FORCE)', 'ALTER DATABASE after RENAME TO before')
    say(`${step}: ${ms.toFixed(0)} ms undisturbed, killed at ${MOMENTS} moments`)
  }
}

/** npm run torture:upgrade -- [jobs] [first step to disturb]. */
async function main() {
  const [jobs, from] = [Number(process.argv[2] ?? 5000), process.argv[3] ?? '']
  await ensurePostgres()
  await ensureBuilt({ web: false })
  const folder = mkdtempSync(join(tmpdir(), 'plucky-upgrade-'))
  const torture = new UpgradeTorture(folder, await freePort(), jobs)
  try {
    await torture.startPostgres()
    await torture.fill()
    const { upgradeState } = await import(migrate)
    const { pending } = await upgradeState(torture.postgres.urlOf('before'))
    const disturbed = pending.filter((step) => step >= from)
    const before = pending.filter((step) => step < from).at(-1)
    if (before) await upgrading(torture.postgres.urlOf('before'), before).ended
    for (const step of disturbed) await torture.step(step)
    const [{ count }] = await torture.sql('before', 'SELECT count(*)::int FROM jobs')
    say(
      `${torture.runs} kills in ${disturbed.length} steps (${torture.cut} in the middle): every next start worked; all ${count} jobs are there, as after an upgrade that was not disturbed.`,
    )
  } finally {
    await torture.postgres?.stop()
    rmSync(folder, { recursive: true, force: true })
  }
}

if (process.argv[2] === 'here') await upgradeHere(process.argv[3], process.argv[4])
else main().catch(fail)
