import { ensureBuilt } from './lib/build.mjs'
import { ensurePostgres } from './lib/postgres.mjs'
import { fail, say, Trouble } from './lib/say.mjs'
import { withTemporaryServer } from './lib/temporary-server.mjs'

/** Fuzzes a temporary server: npm run fuzz -- [requests] [seed]. Of a server with accounts, as each role: npm run fuzz -- roles [requests] [seed]. */
async function main() {
  const roles = process.argv[2] === 'roles'
  const [requests, seed] = process.argv.slice(roles ? 3 : 2).map(Number)
  await ensurePostgres()
  await ensureBuilt({ web: false })
  return roles ? asRoles(requests, seed) : asAnybody(requests, seed)
}

async function asRoles(requests = 100_000, seed = 7) {
  const { fuzzRoles, WITH_ACCOUNTS } = await import('./lib/fuzz-roles.mjs')
  const run = ({ port, databaseUrl }) => fuzzRoles({ port, databaseUrl, requests, seed })
  const { wrong, statuses, changed } = await withTemporaryServer('fuzz', run, WITH_ACCOUNTS)
  for (const [role, counts] of Object.entries(statuses)) say(`${role}: ${words(counts)}; ${changed[role] ?? 0} changes logged`)
  refuse(wrong)
}

const words = (counts) =>
  Object.entries(counts)
    .map(([status, count]) => `${count} × ${status}`)
    .join(', ')

function refuse(wrong) {
  if (wrong.length > 0) throw new Trouble(`${wrong.length} faults, the first of them:\n${wrong.slice(0, 20).join('\n')}`)
}

async function asAnybody(requests = 50_000, seed = 7) {
  const { fuzz } = await import('./lib/fuzz.mjs')
  const { wrong, statuses, slowest, memory } = await withTemporaryServer('fuzz', ({ port, pid }) => fuzz({ port, pid, requests, seed }))
  say(`${requests} requests, seed ${seed}: ${words(statuses)}`)
  say(`slowest: ${slowest.words}`)
  say(`memory at rest: ${memory.map((mb) => mb.toFixed(0)).join(' → ')} MB`)
  refuse(wrong)
}

main().catch(fail)
