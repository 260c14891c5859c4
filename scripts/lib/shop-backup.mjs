import { createWriteStream, existsSync, mkdirSync, readdirSync, renameSync, rmSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { dataFolder } from './data-folder.mjs'
import { withShop } from './running-shop.mjs'
import { say, Trouble } from './say.mjs'
import { withStopped } from './shop-database.mjs'

const HOUR_MS = 3_600_000
const [USUAL_HOURS, USUAL_KEPT] = [24, 14]

const code = (name) => import(`../../apps/server/dist/backup/${name}.js`)

/** Name of a file with the time, such as "shop-2026-01-31T12-30-00.zip". */
const stamped = (name) => `${name}-${new Date().toISOString().slice(0, 19).replaceAll(':', '-')}.zip`

/** Writes a backup of a database to a file. */
const writeTo = async (url, file) => (await code('write-backup')).writeBackup(url, createWriteStream(file))

/** Writes a backup of a database. An interrupted one leaves only a file that ends in ".part". */
async function writeBackupFile(url, file) {
  await writeTo(url, `${file}.part`)
  renameSync(`${file}.part`, file)
}

/** Writes a backup of a running shop, or of the database that DATABASE_URL names, and checks it. */
export async function backup(path, shop) {
  const file = resolve(path)
  const part = `${file}.part`
  if (process.env.DATABASE_URL) await writeTo(process.env.DATABASE_URL, part)
  else await withShop(shop, (ask) => download(ask, part))
  try {
    const { manifest, close } = await (await code('read-backup')).openBackup(part)
    close()
    renameSync(part, file)
    print({
      file,
      madeAt: manifest.madeAt,
      rows: Object.fromEntries(Object.entries(manifest.files).map(([name, { rows }]) => [name.replace('.jsonl', ''), rows])),
    })
  } finally {
    rmSync(part, { force: true })
  }
}

async function download(ask, file) {
  const response = await ask('/api/backup')
  await pipeline(Readable.fromWeb(response.body), createWriteStream(file)).catch((error) => {
    rmSync(file, { force: true })
    throw new Trouble('The backup was cut off. Nothing was written.', { cause: error })
  })
}

/**
 * Restores a backup into the database that DATABASE_URL names, or into the data folder, whose shop must be stopped: into an empty one, merged, or in
 * place of the shop, which is backed up first.
 */
export async function restore(path, { merge = false, preview = false, replace = false }) {
  const file = resolve(path)
  if (!existsSync(file)) throw new Trouble(`The file "${file}" is not there.`)
  if (process.env.DATABASE_URL) return into(process.env.DATABASE_URL, file, { merge, preview, replace, safe: resolve('.') })
  const folder = dataFolder()
  await withStopped(folder, ({ urlOf }) => into(urlOf('postgres'), file, { merge, preview, replace, safe: join(folder, 'backups') }))
}

async function into(url, file, { merge, preview, replace, safe }) {
  const { BackupRefused } = await code('manifest')
  try {
    if (merge || preview) return print(await (await code('merge-backup')).mergeBackup(file, url, { preview }))
    if (replace) await backUpReplaced(url, safe)
    print(await (await code('restore-backup')).restoreBackup(file, url, { replace }))
  } catch (error) {
    if (error instanceof BackupRefused) throw new Trouble(`${error.message} Nothing was changed.`, { cause: error })
    throw error
  }
}

/** Backs up the shop that is about to be replaced. An empty database has none. */
async function backUpReplaced(url, folder) {
  const { upgradeState } = await import('../../apps/server/dist/database/migrate.js')
  if ((await upgradeState(url)).done.length === 0) return
  mkdirSync(folder, { recursive: true })
  const file = join(folder, stamped('before-restore'))
  await writeBackupFile(url, file)
  say(`The shop that is replaced is kept in ${file}`)
}

const print = (value) => process.stdout.write(`${JSON.stringify(value, null, 2)}\n`)

/** A whole number of the environment. */
function wholeNumber(name, usual) {
  const value = Number(process.env[name] ?? usual)
  if (!Number.isInteger(value) || value < 0) throw new Trouble(`${name} must be a whole number, 0 or more.`)
  return value
}

/**
 * Backs the shop up on a schedule into the folder "backups" and deletes the oldest of these files: every PLUCKY_BACKUP_HOURS (24; 0 for never), the
 * last PLUCKY_BACKUP_KEEP (14). Returns the function that ends it.
 */
export function backUpRegularly(url, folder, everyMs = HOUR_MS / 4) {
  const hours = wholeNumber('PLUCKY_BACKUP_HOURS', USUAL_HOURS)
  const most = Math.max(1, wholeNumber('PLUCKY_BACKUP_KEEP', USUAL_KEPT))
  if (hours === 0) return () => undefined
  const backups = join(folder, 'backups')
  let running
  const look = async () => {
    mkdirSync(backups, { recursive: true })
    const files = regularIn(backups)
    const last = files.at(-1)
    if (last && Date.now() - timeOf(last) < hours * HOUR_MS) return
    await writeBackupFile(url, join(backups, stamped('shop')))
    for (const old of regularIn(backups).slice(0, -most)) rmSync(join(backups, old))
  }
  const run = () => {
    running ??= look()
      .catch((error) => say(`The regular backup failed: ${error.message}`))
      .finally(() => (running = undefined))
  }
  const timer = setInterval(run, everyMs)
  run()
  return async () => {
    clearInterval(timer)
    await running
  }
}

const REGULAR = /^shop-(\d{4}-\d\d-\d\dT\d\d)-(\d\d)-(\d\d)\.zip$/
const regularIn = (folder) =>
  readdirSync(folder)
    .filter((name) => REGULAR.test(name))
    .sort()
const timeOf = (name) => Date.parse(name.replace(REGULAR, '$1:$2:$3Z'))
