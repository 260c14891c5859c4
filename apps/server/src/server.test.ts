import { contentOf, verdictSentence, type Job, type JobListPage } from '@plucky/contract'
import { DEFAULT_RULES, specAnswer, type Part, type Unit } from '@plucky/core'
import { Ajv2020 as Ajv } from 'ajv/dist/2020.js'
import fc from 'fast-check'
import request from 'supertest'
import { Sequelize } from 'sequelize-typescript'
import { migrate } from './database/migrate.js'
import { seedIfEmpty } from './database/seed.js'
import { errorsOf, swapped } from './testing/jobs.js'
import { scratchApplication, type Scratch } from './testing/scratch.js'

let scratch: Scratch
const http = () => request(scratch.app.getHttpServer())
const jobOne = async () => (await http().get('/api/jobs/1').expect(200)).body as Job
const shelf = async () => (await http().get('/api/shelf').expect(200)).body as Part[]

beforeAll(async () => (scratch = await scratchApplication()))
afterAll(async () => (scratch as Scratch | undefined)?.close())

describe('the stores', () => {
  it('are migrated, hold the demo shop, and are not seeded twice', async () => {
    const sequelize = scratch.app.get(Sequelize)
    await migrate(sequelize)
    expect(await seedIfEmpty(sequelize)).toBe(false)
    const [counts] = await scratch.query(
      'SELECT (SELECT count(*) FROM units)::int units, (SELECT count(*) FROM parts)::int parts, (SELECT count(*) FROM jobs)::int jobs',
    )
    expect(counts).toMatchObject({ units: 6, jobs: 8 })
    expect(counts?.['parts']).toBe((await shelf()).length)
  })
  it('are reported as healthy', async () =>
    expect((await http().get('/api/health').expect(200)).body).toEqual({ status: 'ok', database: 'ok' }))
  it('are described: the page names every DTO with its limits', async () => {
    const { body } = await http().get('/api/docs.json').expect(200)
    expect(Object.keys(body.paths)).toEqual(
      expect.arrayContaining(['/api/jobs', '/api/jobs/{number}', '/api/jobs/{number}/answer', '/api/units', '/api/shelf', '/api/health']),
    )
    expect(body.components.schemas.BriefDto.properties.reverseThrottle).toMatchObject({ type: 'number', exclusiveMinimum: 0, maximum: 1 })
    expect(body.components.schemas.BriefDto.required).toContain('engine')
  })
  it('are described: every operation has its purpose, its response and its refusals', async () => {
    const { body } = await http().get('/api/docs.json').expect(200)
    const operations = Object.entries<Record<string, { summary?: string; responses: Record<string, { content?: object }> }>>(body.paths)
    const unsaid = operations.flatMap(([path, methods]) =>
      Object.entries(methods).flatMap(([method, { summary, responses }]) => {
        const refusals = Object.entries(responses).filter(([status]) => /^[45]/.test(status))
        const worded = refusals.every(([, { content = {} }]) => 'application/problem+json' in content)
        return summary && responses['2XX'] && refusals.length > 0 && worded ? [] : [`${method} ${path}`]
      }),
    )
    expect(unsaid).toEqual([])
    const named = [...JSON.stringify(body.paths).matchAll(/#\/components\/schemas\/(\w+)/g)].map(([, name]) => String(name))
    expect(named.filter((name) => !(name in body.components.schemas))).toEqual([])
    expect(named).toEqual(expect.arrayContaining(['UnitDto', 'PartDto', 'KitDto', 'ShopSettingsDto', 'Problem']))
  })
})

describe('a job', () => {
  it('has the answer of the core for the saved spec', async () => {
    const job = await jobOne()
    const unit = (await http().get(`/api/units/${job.unitId}`).expect(200)).body as Unit
    const parts = new Map((await shelf()).map((part) => [part.id, part]))
    const fitted = new Map(
      Object.entries(job.spec.fits).flatMap(([station, id]): [string, Part][] => (id ? [[station, parts.get(id) as Part]] : [])),
    )
    const expected = specAnswer({ unit, brief: job.brief, fitted, pressure: job.spec.pressure, rules: job.rules })
    const { body } = await http().get('/api/jobs/1/answer').expect(200)
    expect(body.sentence).toBe(verdictSentence(expected, unit, job.brief))
    expect(body.answer).toEqual(JSON.parse(JSON.stringify(expected)))
  })

  it('is added and changed, and the list begins with the latest change', async () => {
    const job = await jobOne()
    const added = (
      await http()
        .post('/api/jobs')
        .send({ ...contentOf(job), name: 'Another rail' })
        .expect(201)
    ).body as Job
    expect(added).toMatchObject({ name: 'Another rail', version: 1 })
    const content = contentOf(swapped(added, 'sun-shell', 'shell-stock'))
    const saved = await http()
      .put(`/api/jobs/${added.number}`)
      .send({ ...content, version: 1, by: 'w', change: 7 })
      .expect(200)
    expect(saved.body).toEqual({ number: added.number, version: 2, savedAt: expect.any(String), savedBy: 'w', savedChange: 7 })
    const [first] = ((await http().get('/api/jobs').expect(200)).body as JobListPage).jobs
    expect(first?.number).toBe(added.number)
    expect((await http().get(`/api/jobs/${added.number}`)).body).toEqual({ ...content, ...saved.body })
  })

  it('stores its house rules, by default the default ones, and other rules change the answer', async () => {
    const { rules, ...plain } = contentOf(await jobOne())
    const added = (await http().post('/api/jobs').send(plain).expect(201)).body as Job
    expect(added.rules).toEqual(JSON.parse(JSON.stringify(DEFAULT_RULES)))
    const harsh = { ...rules, launchFactor: { ...rules.launchFactor, regrip: 2 } }
    await http()
      .put(`/api/jobs/${added.number}`)
      .send({ ...plain, rules: harsh, version: 1 })
      .expect(200)
    const power = async (n: number) => (await http().get(`/api/jobs/${n}/answer`)).body.answer.held.powerW as number
    expect(await power(added.number)).toBeLessThan(await power(1))
    const wrong = await http()
      .put(`/api/jobs/${added.number}`)
      .send({ ...plain, rules: { ...rules, togetherWithin: 9 }, version: 2 })
      .expect(422)
    expect(errorsOf(wrong.body)[0]).toMatchObject({ path: 'rules.togetherWithin', code: 'out-of-range' })
  })

  it('is not overwritten by a save of an older version', async () => {
    const job = await jobOne()
    await http()
      .put('/api/jobs/1')
      .send({ ...swapped(job, 'sun-shell', 'shell-stock'), version: job.version })
      .expect(200)
    const late = await http()
      .put('/api/jobs/1')
      .send({ ...swapped(job, 'sun-shell', null), version: job.version })
      .expect(409)
    expect(errorsOf(late.body)[0]).toMatchObject({ code: 'job-changed-elsewhere', path: 'version' })
    expect((await jobOne()).spec.fits['sun-shell']).toBe('shell-stock')
  })

  it('loses no update when two windows save the same state at once', async () => {
    const job = await jobOne()
    const save = (part: string) =>
      http()
        .put('/api/jobs/1')
        .send({ ...swapped(job, 'sun-shell', part), version: job.version })
    const statuses = (await Promise.all([save('shell-stock'), save('shell-neck'), save('shell-stock')])).map((r) => r.status)
    expect(statuses.sort()).toEqual([200, 409, 409])
  })
})

describe('open job files', () => {
  const fileOf = async (number: number) =>
    (
      await http()
        .get(`/api/jobs/${number}/file`)
        .buffer(true)
        .parse((r, done) => {
          let t = ''
          r.setEncoding('utf8')
          r.on('data', (c: string) => (t += c))
          r.on('end', () => done(null, t))
        })
        .expect(200)
    ).body as string

  it('are exported, imported and exported as the same bytes', async () => {
    const out = await fileOf(1)
    const taken = (await http().post('/api/jobs/import').send(JSON.parse(out)).expect(201)).body as Job
    expect(await fileOf(taken.number)).toBe(out)
    expect((await http().get(`/api/jobs/${taken.number}/answer`)).body).toEqual((await http().get('/api/jobs/1/answer')).body)
  })

  it('contain their unit and parts, and overwrite none of the shop', async () => {
    const file = JSON.parse(
      (await fileOf(1))
        .replaceAll('"alder-3"', '"carried-3"')
        .replaceAll(
          /"((?:kit|op|plate|conv|thub|joint|lockup|stator|input|fwd|dir|int|lr|owi|owl|main|shell|sets|output|pump|valves|cbolt|vbolt|mplate)-[a-z0-9-]+)"/g,
          '"$1-x"',
        )
        .replaceAll('"stator-clutch-x"', '"stator-clutch"')
        .replaceAll(/"(stator-support|input-shaft|main-shaft|output-shaft)-x"/g, '"$1"'),
    )
    const taken = (await http().post('/api/jobs/import').send(file).expect(201)).body as Job
    expect((await http().get('/api/units/carried-3').expect(200)).body.id).toBe('carried-3')
    expect((await http().get(`/api/jobs/${taken.number}/answer`)).body.sentence).toBe(
      (await http().get('/api/jobs/1/answer')).body.sentence,
    )
    const other = {
      ...file,
      parts: file.parts.map((p: { id: string; price: number }, i: number) => (i === 0 ? { ...p, price: p.price + 1 } : p)),
    }
    expect(errorsOf((await http().post('/api/jobs/import').send(other).expect(409)).body)[0]).toMatchObject({
      code: 'file-part-differs',
      path: 'parts',
    })
  })

  it('follow the published schema, which refuses other content', async () => {
    const schema = (await http().get('/api/schemas/job.json').expect(200)).body as object
    const valid = new Ajv({ strict: false, allErrors: true }).compile(schema)
    const file = JSON.parse(await fileOf(1)) as Record<string, unknown>
    expect([valid(file), valid.errors]).toEqual([true, null])
    for (const wrong of [
      { ...file, extra: 1 },
      { ...file, format: 'x' },
      { ...file, spec: { fits: {}, pressure: { drive: 190, reverse: '245 psi' } } },
    ])
      expect(valid(wrong)).toBe(false)
  })

  it('are refused completely, with the path of every error', async () => {
    const file = JSON.parse(await fileOf(1)) as Record<string, never> & {
      brief: Record<string, unknown>
      parts: { geometry: Record<string, unknown> }[]
    }
    const jobs = async () => ((await http().get('/api/jobs')).body as JobListPage).total
    const before = await jobs()
    const wrong = { ...file, brief: { ...file.brief, vehicleMass: '3 furlongs', budget: 'abc' } }
    const paths = errorsOf((await http().post('/api/jobs/import').send(wrong).expect(422)).body).map((e) => e.path)
    expect(paths).toEqual(expect.arrayContaining(['brief.budget', 'brief.vehicleMass']))
    expect(errorsOf((await http().post('/api/jobs/import').send({ format: 'x' }).expect(422)).body)[0]?.code).toBe('format-unknown')
    expect(await jobs()).toBe(before)
  })
})

describe('bad input', () => {
  const refused: [string, (job: Job) => unknown, string, string][] = [
    ['a budget in letters', (job) => ({ ...contentOf(job), brief: { ...job.brief, budget: 'abc' } }), 'brief.budget', 'out-of-range'],
    [
      'negative torque',
      (job) => ({
        ...contentOf(job),
        brief: {
          ...job.brief,
          engine: {
            kind: 'petrol',
            form: 'points',
            points: [
              { speedRadPerS: 100, torqueNm: -1 },
              { speedRadPerS: 200, torqueNm: 1 },
            ],
          },
        },
      }),
      'brief.engine.points.0.torqueNm',
      'out-of-range',
    ],
    [
      'a curve of one point',
      (job) => ({
        ...contentOf(job),
        brief: { ...job.brief, engine: { kind: 'petrol', form: 'points', points: [{ speedRadPerS: 100, torqueNm: 1 }] } },
      }),
      'brief.engine.points',
      'curve-too-few-points',
    ],
    ['an unknown part', (job) => swapped(job, 'sun-shell', 'no-such'), 'spec.fits.sun-shell', 'part-unknown'],
    ['a part of another station', (job) => swapped(job, 'sun-shell', 'plate-stock'), 'spec.fits.sun-shell', 'part-of-another-station'],
    ['an unknown station', (job) => swapped(job, 'rocket', null), 'spec.fits.rocket', 'station-unknown'],
    ['an unknown unit', (job) => ({ ...contentOf(job), unitId: 'oak-9' }), 'unitId', 'unit-unknown'],
    ['an unknown field', (job) => ({ ...contentOf(job), admin: true }), 'admin', 'field-unknown'],
    [
      'pressure as text',
      (job) => ({ ...contentOf(job), spec: { ...job.spec, pressure: { drivePa: '200', reversePa: 1e6 } } }),
      'spec.pressure.drivePa',
      'out-of-range',
    ],
  ]
  it.each(refused)('%s: 422 with code, path and sentence, and what was saved stays', async (_name, make, path, code) => {
    const job = await jobOne()
    const answer = await http()
      .put('/api/jobs/1')
      .send({ ...(make(job) as object), version: job.version })
      .expect(422)
    expect(errorsOf(answer.body)).toEqual(expect.arrayContaining([expect.objectContaining({ path, code })]))
    for (const error of errorsOf(answer.body)) expect(error.sentence).toMatch(/\.$/)
    expect(await jobOne()).toEqual(job)
  })

  it('a part of another unit, a bore larger than its shaft, a set that cannot be assembled, a name taken', async () => {
    const unit = (await http().get('/api/units/alder-3')).body as Unit
    const part = (await shelf()).find((p) => p.id === 'input-stock') as Part & { kind: 'shaft' }
    const badSet = { ...unit, id: 'alder-x', train: { ...unit.train, sets: unit.train.sets.map((s) => ({ ...s, sunTeeth: 41 })) } }
    expect(errorsOf((await http().post('/api/units').send(badSet).expect(422)).body)[0]).toMatchObject({
      code: 'pinions-not-spaced',
      path: 'train.sets.0.pinions',
    })
    const [first, ...rest] = part.geometry.sections
    const wide = { ...part, id: 'wide-bore', geometry: { ...part.geometry, sections: [{ ...first, boreDiameterM: 0.1 }, ...rest] } }
    expect(errorsOf((await http().post('/api/shelf').send(wide).expect(422)).body)[0]).toMatchObject({
      code: 'bore-not-below-shaft',
      path: 'geometry.sections.0.boreDiameterM',
    })
    await http().post('/api/shelf').send(part).expect(409)
    await http()
      .post('/api/units')
      .send({ ...unit, id: 'other-3', name: 'Other 3' })
      .expect(201)
    await http()
      .post('/api/shelf')
      .send({ ...part, id: 'foreign', unitIds: ['other-3'] })
      .expect(201)
    const job = await jobOne()
    const foreign = await http()
      .put('/api/jobs/1')
      .send({ ...swapped(job, 'input-shaft', 'foreign'), version: job.version })
      .expect(422)
    expect(errorsOf(foreign.body)[0]?.sentence).toMatch(/other-3, not Alder 3/)
  })

  it('is 4xx with errors for any content', async () => {
    const anything = fc.oneof(
      fc.json(),
      fc.string(),
      fc.constant('{'),
      fc.object().map((o) => JSON.stringify(o)),
    )
    const path = fc.constantFrom('/api/jobs', '/api/units', '/api/shelf')
    await fc.assert(
      fc.asyncProperty(anything, path, async (text, to) => {
        const answer = await http().post(to).set('content-type', 'application/json').send(text)
        expect([answer.status >= 400 && answer.status < 500, errorsOf(answer.body)[0]?.code !== undefined]).toEqual([true, true])
      }),
      { numRuns: 120 },
    )
  })

  it.each(['/api/jobs/abc', '/api/jobs/99999999999', '/api/jobs/4711', '/api/units/nope', '/api/nothing'])(
    'GET %s is a 404 with a sentence',
    async (path) => {
      expect(errorsOf((await http().get(path).expect(404)).body)[0]?.sentence).toMatch(/\.$|\/nothing$/)
    },
  )

  it('above the size limit is a 413', async () => {
    await http()
      .post('/api/jobs')
      .send({ name: 'x'.repeat(5_000_000) })
      .expect(413)
  })
})
