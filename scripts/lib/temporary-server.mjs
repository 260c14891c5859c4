import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { freePort } from './ports.mjs'
import { startPostgres } from './postgres.mjs'
import { startServer } from './server.mjs'

/** Runs work against a server with its own temporary database, then stops and deletes both. `settings` are added to its environment. */
export async function withTemporaryServer(name, work, settings = {}) {
  const folder = mkdtempSync(join(tmpdir(), `plucky-${name}-`))
  const postgres = await startPostgres({ folder, port: await freePort(), careless: true })
  const databaseUrl = postgres.urlOf('postgres')
  let server
  try {
    const port = await freePort()
    server = await startServer({ port, databaseUrl, settings })
    return await work({ port, pid: server.pid, databaseUrl })
  } finally {
    await server?.stop()
    await postgres.stop()
    rmSync(folder, { recursive: true, force: true })
  }
}
