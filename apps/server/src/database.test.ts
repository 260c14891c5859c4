import request from 'supertest'
import { Client } from 'pg'
import { Sequelize } from 'sequelize-typescript'
import { setTimeout as wait } from 'node:timers/promises'
import { failureOf } from './database/failures.js'
import { scratchApplication } from './testing/scratch.js'

it('reports a database without response, and responds again when the database does', async () => {
  const scratch = await scratchApplication()
  const http = request(scratch.app.getHttpServer())
  const name = scratch.databaseUrl.replace(/.*\//, '')
  const over = new Client({ connectionString: scratch.databaseUrl.replace(/\/[^/]*$/, '/postgres') })
  await over.connect()
  try {
    await over.query(`ALTER DATABASE ${name} ALLOW_CONNECTIONS false`)
    await over.query(`SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = '${name}' AND application_name = ''`)
    const down = await http.get('/api/health')
    expect(down.status).toBe(503)
    expect(down.body.errors[0].code).toBe('stores-unreachable')
    expect((await http.get('/api/jobs')).status).toBe(503)
    await over.query(`ALTER DATABASE ${name} ALLOW_CONNECTIONS true`)
    expect((await http.get('/api/health')).status).toBe(200)
  } finally {
    await over.query(`ALTER DATABASE ${name} ALLOW_CONNECTIONS true`)
    await over.end()
    await scratch.close()
  }
})

it('reports a connection that ends between two statements of a transaction', async () => {
  const scratch = await scratchApplication()
  const sequelize = scratch.app.get(Sequelize)
  try {
    const work = sequelize.transaction(async (transaction) => {
      const [rows] = await sequelize.query('SELECT pg_backend_pid() AS pid', { transaction })
      await scratch.query(`SELECT pg_terminate_backend(${(rows as { pid: number }[])[0]?.pid})`)
      await wait(200)
      await sequelize.query('SELECT 1', { transaction })
    })
    expect(await work.catch(failureOf)).toBe('unreachable')
  } finally {
    await scratch.close()
  }
})
