import { claim, dataFolder } from './data-folder.mjs'
import { freePort } from './ports.mjs'
import { ensurePostgres, runningUrl, startPostgres } from './postgres.mjs'

/** Runs work with the database of the shop: that of DATABASE_URL, that of a running shop, or the built-in one, started for it. */
export async function withDatabase(work) {
  if (process.env.DATABASE_URL) return work(process.env.DATABASE_URL)
  const folder = dataFolder()
  const running = runningUrl(folder)
  if (running) return work(running)
  return withStopped(folder, ({ urlOf }) => work(urlOf('postgres')))
}

/** Runs work with the built-in database of a shop that is stopped. */
export async function withStopped(folder, work) {
  const release = claim(folder)
  try {
    await ensurePostgres()
    const postgres = await startPostgres({ folder, port: await freePort() })
    try {
      return await work(postgres)
    } finally {
      await postgres.stop()
    }
  } finally {
    release()
  }
}
