import type { NestExpressApplication } from '@nestjs/platform-express'
import { Sequelize } from 'sequelize-typescript'
import request from 'supertest'
import { createApplication } from './application.js'
import { jsonLog } from './logging.js'
import { scratchDatabase } from './testing/scratch.js'

describe('the log', () => {
  let app: NestExpressApplication
  let drop: () => Promise<void>
  const lines: string[] = []
  beforeAll(async () => {
    const database = await scratchDatabase()
    drop = database.drop
    app = await createApplication({ databaseUrl: database.databaseUrl, log: jsonLog((line) => void lines.push(line)) })
    await app.init()
  })
  afterAll(async () => {
    await (app as NestExpressApplication | undefined)?.close()
    await (drop as (() => Promise<void>) | undefined)?.()
  })
  const logged = () => lines.map((line) => JSON.parse(line) as Record<string, unknown>)

  it('has a line for an unexpected error, with cause and the id of the response', async () => {
    await app.get(Sequelize).query('ALTER TABLE shop RENAME TO shop_away')
    const answer = await request(app.getHttpServer()).put('/api/shop').send({ currency: 'EUR' }).expect(500)
    const id = answer.headers['x-request-id'] as string
    expect(answer.body).toMatchObject({ code: 'internal-error', instance: `urn:uuid:${id}` })
    expect(logged().filter(({ requestId }) => requestId === id)).toMatchObject([
      { level: 'error', context: 'Errors', msg: expect.stringContaining('PUT /api/shop: ') as string },
    ])
  })

  it('has no line for a refusal; ids differ from request to request', async () => {
    const ask = () => request(app.getHttpServer()).post('/api/jobs').send({ name: 5 }).expect(422)
    const ids = [await ask(), await ask()].map(({ headers }) => headers['x-request-id'] as string)
    expect(new Set(ids).size).toBe(2)
    expect(logged().filter(({ requestId }) => ids.includes(String(requestId)))).toEqual([])
  })
})
