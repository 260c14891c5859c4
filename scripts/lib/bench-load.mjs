import { Agent, request } from 'node:http'
import { setTimeout as wait } from 'node:timers/promises'
import { connect } from './database.mjs'

/** Jobs in the shop, people at work, their requests a second together, and the time of warming up, s. */
const [JOBS, PEOPLE, RATE, WARM_SECONDS] = [20_000, 100, 300, 5]
/** Readings of the memory during the measurement. */
const READINGS = 5

/** Requests of a person by how often he makes them. */
const MIX = [
  ['open', 45],
  ['list', 20],
  ['search', 15],
  ['save', 20],
]

/** Words in the names of many jobs. Half of the searches are for these, half for the beginning of a customer. */
const WORDS = ['hill', 'rail', 'coupe', 'tow', 'dune', 'street', 'drag', 'haul']

/** Fills the shop with copies of its jobs. They count as rated. */
export async function fillUp(databaseUrl) {
  const client = await connect(databaseUrl)
  await client.query(`SET statement_timeout = 0; SET plucky.log = 'off'`)
  await client.query(
    `INSERT INTO jobs (version, saved_at, body, judged, outcome, held_w, target_w, headline)
     SELECT 1, now() - i * interval '1 minute', body || jsonb_build_object('customer', translate(left(md5(i::text), 8), '0123456789', 'ghijklmnop')), true, outcome, held_w, target_w, headline
     FROM jobs, generate_series(1, $1) AS i`,
    [Math.ceil(JOBS / 8)],
  )
  await client.query('ANALYZE')
  const { rows } = await client.query('SELECT number FROM jobs ORDER BY number DESC LIMIT $1', [PEOPLE])
  await client.end()
  return rows.map(({ number }) => number)
}

/** Three letters as customers begin with. */
const customerStart = () => Array.from({ length: 3 }, () => 'abcdefghijklmnop'[Math.floor(Math.random() * 16)]).join('')

/** One of the mixed requests, drawn by weight. */
function drawn() {
  let at = Math.random() * MIX.reduce((sum, [, weight]) => sum + weight, 0)
  return MIX.find(([, weight]) => (at -= weight) < 0)[0]
}

const contentOf = ({ number: _number, savedAt: _savedAt, savedBy: _savedBy, savedChange: _savedChange, ...content }) => content

/** The job at another line pressure, so that its result changes. */
const repressured = (content) => {
  const pressure = { ...content.spec.pressure, drivePa: 1.2e6 + Math.round(Math.random() * 1000) * 100 }
  return { ...content, spec: { ...content.spec, pressure } }
}

/** Sends a request and reads its answer. */
function send(port, agent, { method = 'GET', path, body }) {
  const headers = body ? { 'content-type': 'application/json', 'content-length': Buffer.byteLength(body) } : {}
  return new Promise((resolve, reject) => {
    const sent = request({ port, agent, method, path: `/api${path}`, headers }, (response) => {
      const chunks = []
      response.on('data', (chunk) => chunks.push(chunk))
      response.on('end', () => resolve({ status: response.statusCode, text: Buffer.concat(chunks).toString() }))
      response.on('error', reject)
    })
    sent.on('error', reject)
    sent.end(body)
  })
}

/** Requests of a person who works on one job and looks at others. */
const REQUESTS = {
  open: (_own, last) => ({ path: `/jobs/${1 + Math.floor(Math.random() * last)}` }),
  list: () => ({ path: '/jobs?limit=50' }),
  search: () => ({ path: `/jobs?search=${Math.random() < 0.5 ? customerStart() : WORDS[Math.floor(Math.random() * WORDS.length)]}` }),
  save: (own) => ({
    method: 'PUT',
    path: `/jobs/${own.number}`,
    body: JSON.stringify(repressured(contentOf(own))),
  }),
}

/** People, shared by the servers, who each wait a random time, send a request and wait for its answer. Returns the response times by kind, ms. */
async function run(ports, numbers, seconds) {
  const agent = new Agent({ keepAlive: true, maxSockets: PEOPLE })
  const times = Object.fromEntries(MIX.map(([kind]) => [kind, []]))
  const failed = {}
  const end = performance.now() + seconds * 1000
  const person = async (number, place) => {
    const port = ports[place % ports.length]
    let own = JSON.parse((await send(port, agent, { path: `/jobs/${number}` })).text)
    // Exponential waits: people do not keep time with each other.
    const think = () => -Math.log(1 - Math.random()) * ((PEOPLE / RATE) * 1000)
    let due = performance.now() + think()
    while (due < end) {
      await wait(Math.max(0, due - performance.now()))
      const kind = drawn()
      // From the time at which it was due: a slow answer before it counts.
      const { status, text } = await send(port, agent, REQUESTS[kind](own, numbers[0]))
      times[kind].push(performance.now() - due)
      due += think()
      if (status !== 200) failed[`${kind} ${status}`] = (failed[`${kind} ${status}`] ?? 0) + 1
      else if (kind === 'save') own = { ...own, ...JSON.parse(text) }
    }
  }
  await Promise.all(numbers.map(person))
  agent.destroy()
  return { times, failed }
}

/** Longest block of an event loop since the last reading, ms, and memory of all servers, MB. */
async function serverFigures(ports) {
  const texts = await Promise.all(ports.map(async (port) => (await fetch(`http://127.0.0.1:${port}/api/metrics`)).text()))
  const figures = (name) => texts.map((text) => Number(new RegExp(`^plucky_${name} (.+)$`, 'm').exec(text)?.[1]))
  return {
    blockedMs: Math.max(...figures('nodejs_eventloop_lag_max_seconds')) * 1000,
    memoryMB: figures('process_resident_memory_bytes').reduce((sum, bytes) => sum + bytes, 0) / 1e6,
  }
}

/** Many people who read and save in a large shop for some minutes, on servers of one database: response times by kind of request. */
export async function benchLoad({ ports, databaseUrl }, minutes) {
  const numbers = await fillUp(databaseUrl)
  await run(ports, numbers, WARM_SECONDS)
  const seconds = minutes * 60
  const readings = [await serverFigures(ports)]
  const reading = setInterval(() => void serverFigures(ports).then((own) => readings.push(own)), (seconds * 1000) / READINGS)
  const { times, failed } = await run(ports, numbers, seconds)
  clearInterval(reading)
  readings.push(await serverFigures(ports))
  // Longest since the reading before.
  const blockedMs = Math.max(...readings.slice(1).map((each) => each.blockedMs))
  const said = (own) => {
    const sorted = [...own].sort((a, b) => a - b)
    const at = (share) => sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))]?.toFixed(0) ?? 'none'
    return `median ${at(0.5)}, p95 ${at(0.95)}, p99 ${at(0.99)}, most ${at(1)} ms`
  }
  const all = Object.values(times).flat()
  const failures = Object.entries(failed).map(([kind, count]) => `${count} × ${kind}`)
  return [
    `load: ${PEOPLE} people in ${JOBS} jobs on ${ports.length === 1 ? 'one server' : `${ports.length} servers`}, ${(all.length / seconds).toFixed(0)} requests a second: ${said(all)}; failed: ${failures.join(', ') || 'none'}`,
    `load: an event loop was blocked for at most ${blockedMs.toFixed(0)} ms; memory ${readings.map(({ memoryMB }) => memoryMB.toFixed(0)).join(', ')} MB during ${all.length} requests`,
    ...MIX.map(([kind]) => `load: ${kind}, ${(times[kind].length / seconds).toFixed(0)} a second: ${said(times[kind])}`),
  ]
}
