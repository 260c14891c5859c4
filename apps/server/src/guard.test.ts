import { contentOf, type Job } from '@plucky/contract'
import type { Part } from '@plucky/core'
import { Sequelize } from 'sequelize-typescript'
import request from 'supertest'
import { errorsOf } from './testing/jobs.js'
import { scratchApplication, type Scratch } from './testing/scratch.js'

let scratch: Scratch
const http = () => request(scratch.app.getHttpServer())
const jobNo = async (number: number) => (await http().get(`/api/jobs/${number}`).expect(200)).body as Job
beforeAll(async () => (scratch = await scratchApplication()))
afterAll(async () => (scratch as Scratch | undefined)?.close())

/** Posts a raw body. Returns status, path and sentence of the first problem. */
async function problemOf(body: string, path = '/api/jobs') {
  const answer = await http().post(path).set('content-type', 'application/json').send(body)
  const [first] = errorsOf(answer.body)
  return [answer.status, first?.path, first?.sentence]
}

describe('a request is refused, with where and why,', () => {
  it.each([
    ['{"constructor": 1}', 'constructor', 'Unknown field "constructor".'],
    ['{"spec": {"fits": {"__proto__": null}}}', 'spec.fits.__proto__', 'Unknown field "__proto__".'],
    ['{"brief": {"engine": {"toString": {}}}}', 'brief.engine.toString', 'Unknown field "toString".'],
    ['{"name": "a\\u0000b"}', 'name', 'This text has a character that cannot be stored (NUL, or half of a character pair).'],
    [
      '{"book": {"readings": {"\\ud800": 1}}}',
      'book.readings.?',
      'This name has a character that cannot be stored (NUL, or half of a character pair).',
    ],
    [`{"spec": ${'['.repeat(50_000)}${']'.repeat(50_000)}}`, `spec${'.0'.repeat(11)}`, 'Nested too deeply; at most 40 levels are allowed.'],
    [
      JSON.stringify({ spec: { fits: Object.fromEntries(Array.from({ length: 3000 }, (_, i) => [`s${i}`, null])) } }),
      'spec.fits',
      'Too many entries (3000); at most 2000 are allowed here.',
    ],
    [
      JSON.stringify({ book: Array.from({ length: 30_000 }, () => 0) }),
      'book',
      'Too many entries (30000); at most 20000 are allowed here.',
    ],
  ])('where a body cannot be what it should: %.60s', async (body, path, sentence) => {
    expect(await problemOf(body)).toEqual([422, path, sentence])
  })

  it('if a part has an inherited kind, or lists instead of fields', async () => {
    const [part] = (await http().get('/api/shelf').expect(200)).body as Part[]
    const add = (change: object) => problemOf(JSON.stringify({ ...part, id: 'mine', ...change }), '/api/shelf')
    for (const kind of ['valueOf', '__proto__', 'constructor']) expect((await add({ kind }))[0]).toBe(422)
    expect(await add({ stated: [[[]]] })).toEqual([422, 'stated.0', 'Stated limits must be an object with fields.'])
    expect((await add({ stated: Array.from({ length: 5000 }, () => ({})) }))[2]).toBe('Stated limits: no more than 20 allowed.')
    expect((await add({ id: 'constructor' }))[1]).toBe('id')
  })

  it('if a number does not fit its column', async () => {
    const job = await jobNo(2)
    const save = (version: number) =>
      http()
        .put('/api/jobs/2')
        .send({ ...contentOf(job), version })
    expect(errorsOf((await save(2 ** 31).expect(422)).body)[0]?.path).toBe('version')
    await save(2e9).expect(409)
    const beyond = Buffer.from(JSON.stringify(['not a time', 1])).toString('base64url')
    expect(errorsOf((await http().get(`/api/jobs?after=${beyond}`).expect(422)).body)[0]?.code).toBe('value-not-storable')
  })

  it('with the first hundred problems, and how many more there are', async () => {
    const job = await jobNo(2)
    const fits = Object.fromEntries(Array.from({ length: 1500 }, (_, i) => [`station-${i}`, 'fwd-stock']))
    const errors = errorsOf(
      (
        await http()
          .put('/api/jobs/2')
          .send({ ...contentOf(job), spec: { ...job.spec, fits }, version: job.version })
          .expect(422)
      ).body,
    )
    expect(errors).toHaveLength(101)
    expect(errors.at(-1)?.sentence).toMatch(/^14\d\d more problems are not listed\.$/)
  })

  it('with another host name, from another page, or with another type', async () => {
    const host = await http().get('/api/jobs').set('host', 'rebound.example:4780').expect(421)
    expect(errorsOf(host.body)[0]?.sentence).toMatch(/^Host name "rebound.example:4780" is not allowed\. .*PLUCKY_HOSTS=/)
    await http().get('/api/jobs').set('host', 'localhost:9').expect(200)
    const body = { currency: 'USD' }
    const from = (origin: string) => http().put('/api/shop').set('host', 'localhost:9').set('origin', origin).send(body)
    expect(errorsOf((await from('http://rebound.example').expect(403)).body)[0]?.code).toBe('origin-not-allowed')
    await from('null').expect(403)
    await from('http://localhost:9').expect(200)
    expect(errorsOf((await http().put('/api/shop').type('form').send(body).expect(415)).body)[0]?.code).toBe('body-of-other-type')
    await http().get('/api/jobs?units=us&units=metric').expect(400)
    await http().get('/api/units/%00').expect(400)
    await http().get('/api/units/%ff').expect(400)
    const large = await http()
      .post('/api/jobs')
      .set('content-type', 'application/json')
      .send(`{"name":"${'x'.repeat(1.1e6)}"}`)
      .expect(413)
    expect(errorsOf(large.body)[0]?.sentence).toBe('The request is too large; at most 1 MB is allowed here.')
  })

  it('and a response does not name its software, and allows no inline script', async () => {
    const { headers } = await http().get('/api/jobs').expect(200)
    expect(headers).not.toHaveProperty('x-powered-by')
    expect(headers['content-security-policy']).toMatch(/script-src 'self';/)
    expect(headers['x-content-type-options']).toBe('nosniff')
  })
})

describe('while the database', () => {
  it('hangs, the server reports within a second that it is alive and not ready', async () => {
    // Use up the connection pool of the server.
    const slow = Array.from({ length: 12 }, () => scratch.app.get(Sequelize).query('SELECT pg_sleep(2)'))
    const begun = Date.now()
    await http().get('/api/health/live').expect(200)
    await http().get('/api/health/ready').expect(503)
    expect(Date.now() - begun).toBeLessThan(1500)
    await Promise.all(slow)
    await http().get('/api/health/ready').expect(200)
  })
})

describe('refusals', () => {
  it('are problem details (RFC 9457) with every problem', async () => {
    const { body, headers } = await http().get('/api/jobs/4711').expect(404)
    expect(headers['content-type']).toMatch(/^application\/problem\+json/)
    const own = { code: 'job-unknown', path: 'number' }
    const detail = 'There is no job 4711.'
    expect(body).toEqual({
      type: 'about:blank',
      title: 'Not Found',
      status: 404,
      detail,
      instance: `urn:uuid:${headers['x-request-id']}`,
      ...own,
      errors: [{ ...own, sentence: detail }],
    })
  })
  it('of an unknown method name the known ones', async () => {
    const { body, headers } = await http().delete('/api/jobs/1/answer').expect(405)
    expect(headers['allow']).toBe('GET, HEAD')
    expect(errorsOf(body)).toMatchObject([{ code: 'method-not-allowed' }])
    await http().delete('/api/no-such-path').expect(404)
    await http().head('/api/jobs/1').expect(200)
  })
})
