import { peopleOf } from '../../apps/server/dist/access/people-of.js'
import { connect } from './database.mjs'
import { Generator, jsonFrom, send, storedAt } from './fuzz.mjs'
import { Trouble } from './say.mjs'

const PASSWORD = 'seven quiet gears turn'
const ROLES = ['owner', 'builder', 'viewer']

/** Settings of a server with accounts that listens on loopback, without a limit of requests that would stop the run. */
export const WITH_ACCOUNTS = { PLUCKY_HOSTS: 'shop.example', PLUCKY_MOST_REQUESTS: '1000000000' }

/** Operations without sign-in. */
const PUBLIC =
  /^(GET \/api\/access|POST \/api\/access\/sign-in|GET \/api\/health(\/live|\/ready)?|GET \/api\/metrics|GET \/api\/links\/\{token\}\.pdf)$/
/** Operations of owners. */
const OWNERS = /^(\w+ \/api\/people.*|GET \/api\/changes|GET \/api\/backup|PUT \/api\/shop(\/standards)?)$/
/** Operations that would end the sessions of the run. Each role that may not use them sends them too. */
const ENDING = /^(PATCH \/api\/people\/\{id\}|\w+ \/api\/access\/(sign-out|sign-out-everywhere|password|second-factor))$/
/** Who has a job open: everybody who is signed in says so. */
const PRESENT = /^(PUT|DELETE) \/api\/jobs\/\{number\}\/present(\/\{window\})?$/
/** Reads of documents that only builders see. */
const BUILDERS = /^GET \/api\/links$/

const mayUse = (role, operation) => {
  if (PUBLIC.test(operation)) return true
  if (role === 'nobody') return false
  if (PRESENT.test(operation)) return true
  if (OWNERS.test(operation)) return role === 'owner'
  if (BUILDERS.test(operation) || !/^(GET|\w+ \/api\/access\/)/.test(operation)) return role !== 'viewer'
  return true
}

async function signIn(port, name) {
  const body = JSON.stringify({ name, password: PASSWORD })
  const headers = { 'content-type': 'application/json', origin: `http://127.0.0.1:${port}` }
  const answer = await fetch(`http://127.0.0.1:${port}/api/access/sign-in`, { method: 'POST', headers, body })
  const cookie = /^plucky=[^;]+/.exec(answer.headers.get('set-cookie') ?? '')
  if (!cookie) throw new Trouble(`Nobody could sign in as ${name}: ${await answer.text()}`)
  return { origin: `http://127.0.0.1:${port}`, cookie: cookie[0] }
}

async function addPeople(databaseUrl) {
  const { people, close } = await peopleOf(databaseUrl)
  for (const role of ROLES) await people.add({ name: role, role, password: PASSWORD })
  await close()
}

/** Changes by people since an entry of the change log, without what a sign-in notes. */
async function changedBy(databaseUrl, since) {
  const client = await connect(databaseUrl)
  const { rows } = await client.query(
    `SELECT coalesce(role, 'nobody') AS role, count(*)::int AS count FROM changes WHERE id > $1 AND action NOT LIKE 'sign-in%' GROUP BY 1`,
    [since],
  )
  await client.end()
  return Object.fromEntries(rows.map(({ role, count }) => [role, count]))
}

/**
 * Sends random requests as each role and as nobody to a server with accounts. Wrong are 5xx answers, anything done or shown that the role may
 * not, sessions that end, and entries of the change log by those who may not change anything.
 */
export async function fuzzRoles({ port, databaseUrl, requests, seed = 7, atOnce = 6 }) {
  await addPeople(databaseUrl)
  const headers = { nobody: { origin: `http://127.0.0.1:${port}` } }
  for (const role of ROLES) headers[role] = await signIn(port, role)
  const generator = new Generator({
    seed,
    document: await jsonFrom(port, '/docs.json', headers.owner),
    stored: await storedAt(port, headers.owner),
  })
  const wrong = []
  const statuses = { owner: {}, builder: {}, viewer: {}, nobody: {} }
  const { entries } = await jsonFrom(port, '/changes?limit=1', headers.owner)
  let sent = 0
  const work = async () => {
    while (sent < requests) {
      const request = generator.next()
      const role = generator.pick(['nobody', ...ROLES])
      const allowed = mayUse(role, request.operation)
      if (ENDING.test(request.operation) && allowed) continue
      sent++
      const { status, text } = await send(port, request, headers[role])
      statuses[role][status] = (statuses[role][status] ?? 0) + 1
      const isDone = status < 400
      const isLocked = role !== 'nobody' && status === 401 && !/sign-in|metrics/.test(request.operation)
      if (status >= 500 || status === 0 || (isDone && !allowed) || isLocked)
        wrong.push(`${role}: ${request.method} ${request.path.slice(0, 200)} → ${status} ${JSON.stringify(text.slice(0, 200))}`)
    }
  }
  await Promise.all(Array.from({ length: atOnce }, work))
  const changed = await changedBy(databaseUrl, entries[0].id)
  for (const role of ['viewer', 'nobody']) if (changed[role]) wrong.push(`${role}: ${changed[role]} changes are logged.`)
  return { wrong, statuses, changed }
}
