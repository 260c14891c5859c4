import { ensureBuilt } from './lib/build.mjs'
import { ensurePostgres } from './lib/postgres.mjs'
import { fail, say, Trouble } from './lib/say.mjs'
import { withTemporaryServer } from './lib/temporary-server.mjs'

/** Fuzzes a temporary server: npm run fuzz -- [requests] [seed]. */
async function main() {
  const [requests, seed] = [Number(process.argv[2] ?? 50_000), Number(process.argv[3] ?? 7)]
  await ensurePostgres()
  await ensureBuilt({ web: false })
  const { fuzz } = await import('./lib/fuzz.mjs')
  const { wrong, statuses, slowest, memory } = await withTemporaryServer('fuzz', ({ port, pid }) => fuzz({ port, pid, requests, seed }))
  const counts = Object.entries(statuses).map(([status, count]) => `${count} × ${status}`)
  say(`${requests} requests, seed ${seed}: ${counts.join(', ')}`)
  say(`slowest: ${slowest.words}`)
  say(`memory at rest: ${memory.map((mb) => mb.toFixed(0)).join(' → ')} MB`)
  if (wrong.length > 0) throw new Trouble(`${wrong.length} faults, the first of them:\n${wrong.slice(0, 20).join('\n')}`)
}

main().catch(fail)
