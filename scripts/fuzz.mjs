import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { ensureBuilt } from './lib/build.mjs'
import { fuzz } from './lib/fuzz.mjs'
import { freePort } from './lib/ports.mjs'
import { ensurePostgres, startPostgres } from './lib/postgres.mjs'
import { fail, say, Trouble } from './lib/say.mjs'
import { startServer } from './lib/server.mjs'

/** Sends generated and hand-made evil to a server of its own: npm run fuzz -- [requests] [seed]. */
async function main() {
  const [requests, seed] = [Number(process.argv[2] ?? 50_000), Number(process.argv[3] ?? 7)]
  await ensurePostgres()
  await ensureBuilt({ web: false })
  const folder = mkdtempSync(join(tmpdir(), 'plucky-fuzz-'))
  const postgres = await startPostgres({ folder, port: await freePort(), careless: true })
  let server
  try {
    const port = await freePort()
    server = await startServer({ port, databaseUrl: postgres.urlOf('postgres') })
    const { wrong, statuses, slowest, memory } = await fuzz({ port, pid: server.pid, requests, seed })
    const counts = Object.entries(statuses).map(([status, count]) => `${count} × ${status}`)
    say(`${requests} requests, seed ${seed}: ${counts.join(', ')}`)
    say(`slowest: ${slowest.words}`)
    say(`memory at rest: ${memory.map((mb) => mb.toFixed(0)).join(' → ')} MB`)
    if (wrong.length > 0) throw new Trouble(`${wrong.length} faults, the first of them:\n${wrong.slice(0, 20).join('\n')}`)
  } finally {
    await server?.stop()
    await postgres.stop()
    rmSync(folder, { recursive: true, force: true })
  }
}

main().catch(fail)
