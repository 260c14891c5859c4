import type { Problem } from '@plucky/contract'
import request from 'supertest'
import { scratchApplication, type Scratch } from './testing/scratch.js'

let scratch: Scratch
const http = () => request(scratch.app.getHttpServer())
beforeAll(async () => (scratch = await scratchApplication()))
afterAll(async () => (scratch as Scratch | undefined)?.close())

describe('a shop on this computer only', () => {
  it('opens without sign-in', async () => {
    await http().get('/api/access').expect(200, { mode: 'open', person: null })
    await http().patch('/api/jobs/1').send({ name: 'Without sign-in' }).expect(200)
  })
  it('adds no accounts from its pages, because the user is not known to be an owner', async () => {
    const password = 'seven quiet gears turn'
    for (const { body, status } of [
      await http().post('/api/people').send({ name: 'Oda', role: 'owner', password }),
      await http().patch('/api/people/1').send({ password }),
      await http().get('/api/people'),
      await http().post('/api/access/sign-in').send({ name: 'Oda', password }),
      await http().post('/api/access/sign-out').send({}),
    ])
      expect([status, (body as { errors: Problem[] }).errors[0]?.code]).toEqual([409, 'accounts-off'])
  })
  it('logs its changes too, without a name', async () => {
    const { body } = await http().get('/api/changes?limit=1').expect(200)
    expect(body).toMatchObject({
      entries: [
        {
          who: null,
          role: null,
          action: 'update',
          subject: 'jobs',
          subjectId: '1',
          subjectName: 'Without sign-in',
          fields: [{ path: 'name' }],
        },
      ],
    })
  })
})
