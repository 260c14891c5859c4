import { once } from 'node:events'
import { connect, type AddressInfo } from 'node:net'
import { setTimeout as wait } from 'node:timers/promises'
import { Client } from 'pg'
import { createApplication } from './application.js'
import { scratchDatabase } from './testing/scratch.js'

it('closes idle connections and event streams at shutdown, and answers the request in progress', async () => {
  const { databaseUrl, drop } = await scratchDatabase({ filled: true })
  const app = await createApplication({ databaseUrl, log: false })
  await app.listen(0, '127.0.0.1')
  const direct = new Client({ connectionString: databaseUrl })
  await direct.connect()
  // Listening on a port.
  const { port } = app.getHttpServer().address() as AddressInfo
  const idle = connect(port, '127.0.0.1')
  await once(idle, 'connect')
  const events = await fetch(`http://127.0.0.1:${port}/api/events`)
  await direct.query('BEGIN; SELECT 1 FROM jobs WHERE number = 1 FOR UPDATE')
  const save = fetch(`http://127.0.0.1:${port}/api/jobs/1`, {
    method: 'PATCH',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ name: 'Saved at shutdown' }),
  })
  const locked = async () => (await direct.query('SELECT 1 FROM pg_locks WHERE NOT granted')).rowCount
  while ((await locked()) === 0) await wait(20)

  const began = performance.now()
  const closing = app.close()
  await events.text()
  await wait(500)
  await direct.query('COMMIT')
  expect((await save).status).toBe(200)
  await closing
  expect(performance.now() - began).toBeLessThan(5000)
  const { rows } = await direct.query(`SELECT name FROM jobs WHERE number = 1`)
  expect(rows).toEqual([{ name: 'Saved at shutdown' }])
  await direct.end()
  await drop()
})
