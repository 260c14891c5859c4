import { setTimeout as wait } from 'node:timers/promises'
import { connect } from './database.mjs'

const [JOBS, PARTS] = [5000, 10_000]

/** Adds copies of the demo jobs and parts. The copies count as already rated. */
async function fillUp(databaseUrl) {
  const client = await connect(databaseUrl)
  await client.query('SET statement_timeout = 0')
  await client.query(
    `INSERT INTO parts (id, version, body) SELECT left(id || '-' || i, 60), 1, body || jsonb_build_object('id', left(id || '-' || i, 60))
     FROM parts, generate_series(1, $1) AS i ORDER BY i, id LIMIT $2`,
    [Math.ceil(PARTS / 400), PARTS - 463],
  )
  await client.query(
    `INSERT INTO jobs (version, saved_at, body, judged, outcome) SELECT 1, now() - i * interval '1 minute', body, true, 'holds'
     FROM jobs, generate_series(1, $1) AS i LIMIT $2`,
    [JOBS / 8, JOBS - 8],
  )
  await client.query('ANALYZE')
  const [counts] = (await client.query('SELECT (SELECT count(*) FROM jobs) AS jobs, (SELECT count(*) FROM parts) AS parts')).rows
  await client.end()
  return counts
}

/** Response times of other requests while a part used by many jobs is edited. */
export async function benchShop({ port, databaseUrl }) {
  const { jobs, parts } = await fillUp(databaseUrl)
  const url = (path) => `http://127.0.0.1:${port}/api${path}`
  const first = await (await fetch(url('/jobs/1'))).json()
  const id = first.spec.fits['input-shaft'] ?? Object.values(first.spec.fits).find(Boolean)
  const shelf = await (await fetch(url('/shelf/content'))).json()
  const { item, version } = shelf.parts.find((kept) => kept.item.id === id)
  const using = await (await fetch(url(`/jobs/using?item=${id}`))).json()
  const waits = []
  let editing = true
  const asking = (async () => {
    while (editing) {
      const begun = performance.now()
      await (await fetch(url('/jobs/2'))).json()
      waits.push(performance.now() - begun)
      await wait(10)
    }
  })()
  const begun = performance.now()
  const answer = await fetch(url(`/shelf/parts/${id}`), {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ item: { ...item, price: item.price + 1 }, version }),
  })
  const took = performance.now() - begun
  await wait(5000) // the jobs that carry it are judged anew behind the requests
  editing = false
  await asking
  waits.sort((a, b) => a - b)
  const at = (share) => waits[Math.min(waits.length - 1, Math.floor(share * waits.length))].toFixed(0)
  return `editing a part that ${using.total} of ${jobs} jobs carry, ${parts} parts on the shelf: ${answer.status} after ${(took / 1000).toFixed(1)} s; others answered meanwhile and 5 s on in median ${at(0.5)}, p95 ${at(0.95)}, most ${at(1)} ms`
}
