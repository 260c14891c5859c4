import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { basename, join } from 'node:path'
import { ensureBuilt } from './lib/build.mjs'
import { checkNode, ensurePackages } from './lib/install.mjs'
import { freePort, portFrom, tryPort } from './lib/ports.mjs'
import { blockedFolder, ensurePostgres, startPostgres } from './lib/postgres.mjs'
import { fail, ROOT, say, Trouble } from './lib/say.mjs'
import { startServer } from './lib/server.mjs'

const USUAL_PORT = 4780
const USUAL_PG_PORT = 54780

/** Inside the project, unless root runs it where PostgreSQL's user may not go. */
function dataFolder() {
  if (process.env.PLUCKY_DATA) return process.env.PLUCKY_DATA
  const here = join(ROOT, '.plucky')
  return blockedFolder(here)
    ? `/var/lib/plucky-ratio/${basename(ROOT)}-${createHash('sha256').update(ROOT).digest('hex').slice(0, 8)}`
    : here
}

/** One start at a time on one data folder; the mark of a start that is gone is taken over. */
function claim(folder) {
  mkdirSync(folder, { recursive: true })
  const mark = join(folder, 'started-by')
  const pid = existsSync(mark) ? Number(readFileSync(mark, 'utf8')) : 0
  const command = `/proc/${pid}/cmdline`
  if (pid && pid !== process.pid && existsSync(command) && readFileSync(command, 'utf8').includes('start.mjs'))
    throw new Trouble(
      `Already running (process ${pid}) with data in ${folder}. Stop it with Ctrl-C, or use another data folder: PLUCKY_DATA=… PORT=… npm start`,
    )
  writeFileSync(mark, String(process.pid))
  return () => rmSync(mark, { force: true })
}

async function databasePort() {
  const port = portFrom('PLUCKY_PG_PORT', USUAL_PG_PORT)
  if (await tryPort(port)) return port
  if (!process.env.PLUCKY_PG_PORT) return freePort()
  throw new Trouble(`Database port ${port} is in use by another program. Use another port: PLUCKY_PG_PORT=${port + 1} npm start`)
}

/** What has been started, stopped in the opposite order, once. */
const started = []
let ending
function end(sentence) {
  if (sentence) fail(new Trouble(sentence))
  ending ??= (async () => {
    for (const stop of started.reverse()) await stop()
  })()
  return ending
}

/** Started through npm, it does not outlive npm, however that ended. */
function endWithParent() {
  const parent = process.ppid
  setInterval(() => process.ppid !== parent && void end().then(() => process.exit()), 1000).unref()
}

async function main() {
  checkNode()
  const port = portFrom('PORT', USUAL_PORT)
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
    process.on(signal, () => {
      say('\nStopping …')
      void end().then(() => process.exit())
    })
  if (process.env.npm_lifecycle_event) endWithParent()
  let databaseUrl = process.env.DATABASE_URL
  const folder = dataFolder()
  if (!databaseUrl) started.push(claim(folder))
  if (!(await tryPort(port)))
    throw new Trouble(`Port ${port} is in use by another program. Stop it, or use another port: PORT=${port + 1} npm start`)
  await ensurePackages()
  if (!databaseUrl) {
    await ensurePostgres()
    const postgres = await startPostgres({ folder, port: await databasePort(), onExit: end })
    started.push(postgres.stop)
    databaseUrl = postgres.urlOf('postgres')
  }
  await ensureBuilt()
  const server = await startServer({ port, databaseUrl, onExit: end })
  started.push(server.stop)
  say(
    `Plucky Ratio is running at http://127.0.0.1:${port}  (Ctrl-C to stop; data in ${process.env.DATABASE_URL ? 'your database' : folder})`,
  )
}

main().catch(async (error) => {
  fail(error)
  await end()
  process.exit(1)
})
