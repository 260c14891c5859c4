import { backUpBefore, stepsOf } from './lib/backup.mjs'
import { ensureBuilt } from './lib/build.mjs'
import { claim, dataFolder } from './lib/data-folder.mjs'
import { checkNode, ensurePackages } from './lib/install.mjs'
import { connect } from './lib/database.mjs'
import { Keeper } from './lib/keeper.mjs'
import { freePort, portFrom, tryPort } from './lib/ports.mjs'
import { ensurePostgres, startPostgres, stopLeftOver } from './lib/postgres.mjs'
import { mindReserve } from './lib/reserve.mjs'
import { fail, say, Trouble } from './lib/say.mjs'
import { secretKeyIn } from './lib/secret-key.mjs'
import { startServer } from './lib/server.mjs'
import { backUpRegularly } from './lib/shop-backup.mjs'

const USUAL_PORT = 4780
const USUAL_PG_PORT = 54780

async function databasePort() {
  const port = portFrom('PLUCKY_PG_PORT', USUAL_PG_PORT)
  if (await tryPort(port)) return port
  if (!process.env.PLUCKY_PG_PORT) return freePort()
  throw new Trouble(`Database port ${port} is in use by another program. Use another port: PLUCKY_PG_PORT=${port + 1} npm start`)
}

/** What has been started, stopped in the opposite order, once. */
const started = []
let ending
function end() {
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

/** Starts the built-in database and keeps it running. */
async function ownDatabase(folder) {
  await ensurePostgres()
  await stopLeftOver(folder) // it may use the port
  const port = await databasePort()
  const keeper = new Keeper('The database', ({ onExit }) => {
    mindReserve(folder)
    return startPostgres({ folder, port, onExit })
  })
  started.push(() => keeper.stop())
  const postgres = await keeper.begin()
  return { keeper, postgres, url: postgres.urlOf('postgres') }
}

/** Stops if the database is newer than the program. Backs it up if it is older. */
async function beforeUpgrade(url, own, folder) {
  const { upgradeState } = await import('../apps/server/dist/database/migrate.js')
  const { done, pending } = await upgradeState(url).catch((error) => {
    throw new Trouble(error.message, { cause: error })
  })
  if (done.length === 0 || pending.length === 0) return
  if (own) return backUpBefore({ pending, folder, postgres: own.postgres })
  say(`This version changes your database (${stepsOf(pending)}). A database of your own is not backed up by Plucky Ratio.`)
}

/** Says how the first account is made. */
async function sayIfNobody(databaseUrl) {
  const client = await connect(databaseUrl)
  const { rows } = await client.query('SELECT 1 FROM people LIMIT 1')
  await client.end()
  if (rows.length === 0) say('Nobody can sign in yet. Add an owner in another terminal: npx plucky people add NAME')
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
  const folder = process.env.DATABASE_URL ? undefined : dataFolder()
  if (folder) started.push(claim(folder))
  if (!(await tryPort(port)))
    throw new Trouble(`Port ${port} is in use by another program. Stop it, or use another port: PORT=${port + 1} npm start`)
  await ensurePackages()
  const own = folder && (await ownDatabase(folder))
  const databaseUrl = own ? own.url : process.env.DATABASE_URL
  await ensureBuilt()
  await beforeUpgrade(databaseUrl, own, folder)
  if (folder) process.env.PLUCKY_SECRET_KEY ||= secretKeyIn(folder)
  const server = new Keeper('The server', async ({ onExit }) => {
    await own?.keeper.running
    return startServer({ port, databaseUrl, dataFolder: folder, onExit })
  })
  started.push(() => server.stop())
  await server.begin()
  if (own) started.push(backUpRegularly(databaseUrl, folder))
  const { addressOf, readConfig } = await import('../apps/server/dist/config.js')
  const config = readConfig({ ...process.env, PORT: String(port), DATABASE_URL: databaseUrl })
  say(`Plucky Ratio is running at ${addressOf(config)}  (Ctrl-C to stop; data in ${folder ?? 'your database'})`)
  if (config.access.mode === 'accounts') await sayIfNobody(databaseUrl)
}

main().catch(async (error) => {
  fail(error)
  await end()
  process.exit(1)
})
