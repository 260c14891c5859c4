import type { ShopEvent } from '@plucky/contract'
import type { AddressInfo } from 'node:net'
import { scratchApplication, type Scratch } from './testing/scratch.js'

let scratch: Scratch
let origin: string
beforeAll(async () => {
  scratch = await scratchApplication()
  await scratch.app.listen(0, '127.0.0.1')
  // Listening on a port.
  origin = `http://127.0.0.1:${(scratch.app.getHttpServer().address() as AddressInfo).port}`
})
afterAll(async () => (scratch as Scratch | undefined)?.close())

/** Events of a stream, one after the other. */
async function* followed(stop: AbortSignal): AsyncGenerator<ShopEvent> {
  const { body, headers } = await fetch(`${origin}/api/events`, { signal: stop })
  expect(headers.get('content-type')).toContain('text/event-stream')
  let text = ''
  // Node's ReadableStream is an async iterable of bytes.
  for await (const chunk of body as unknown as AsyncIterable<Uint8Array>) {
    text += Buffer.from(chunk).toString()
    const [last = '', ...whole] = text.split('\n\n').reverse()
    text = last
    for (const message of whole.reverse()) {
      const data = /^data: (\{.*)$/m.exec(message)?.[1]
      if (data) yield JSON.parse(data) as ShopEvent
    }
  }
}

const rename = (number: number, name: string) =>
  fetch(`${origin}/api/jobs/${number}`, {
    method: 'PATCH',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ name }),
  })

it('has each stored change once, in order, also of another process, and no refused one', async () => {
  const stop = new AbortController()
  const events = followed(stop.signal)
  expect((await events.next()).value).toEqual({ subject: 'connected', id: '', version: null, window: null })
  await rename(1, 'First')
  await rename(2, '')
  await scratch.query(
    `UPDATE parts SET version = version + 1, body = body || '{"name": "Elsewhere"}' WHERE id = (SELECT min(id) FROM parts)`,
  )
  await rename(1, 'Second')
  const heard = [(await events.next()).value, (await events.next()).value, (await events.next()).value] as ShopEvent[]
  expect(heard.map(({ subject, version }) => [subject, version])).toEqual([
    ['jobs', 2],
    ['parts', 2],
    ['jobs', 3],
  ])
  stop.abort()
})

it('listens again after a lost connection of the database, and says that changes may be missed', async () => {
  const stop = new AbortController()
  const events = followed(stop.signal)
  await events.next()
  await scratch.query(
    `SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE application_name = 'events' AND datname = current_database()`,
  )
  expect((await events.next()).value).toMatchObject({ subject: 'connected' })
  await rename(3, 'After the cut')
  expect((await events.next()).value).toMatchObject({ subject: 'jobs', id: '3' })
  stop.abort()
})

it('releases the connection without followers', async () => {
  const listening = async () =>
    scratch.query(`SELECT 1 FROM pg_stat_activity WHERE application_name = 'events' AND datname = current_database()`)
  for (let i = 0; i < 50 && (await listening()).length > 0; i++) await new Promise((resolve) => setTimeout(resolve, 100))
  expect(await listening()).toEqual([])
})
