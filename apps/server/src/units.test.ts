import { contentOf, readUnit, type Job, type JobListPage, type ShelfContent } from '@plucky/contract'
import { type Unit } from '@plucky/core'
import { Ajv2020 as Ajv } from 'ajv/dist/2020.js'
import request from 'supertest'
import { errorsOf } from './testing/jobs.js'
import { scratchApplication, type Scratch } from './testing/scratch.js'

let scratch: Scratch
const http = () => request(scratch.app.getHttpServer())
const kept = async (id: string) =>
  ((await http().get('/api/shelf/content').expect(200)).body as ShelfContent).units.find(
    ({ item }) => item.id === id,
  ) as ShelfContent['units'][number]
const jobOn = async (unitId: string) => {
  const [found] = ((await http().get(`/api/jobs?unit=${unitId}`).expect(200)).body as JobListPage).jobs
  return (await http().get(`/api/jobs/${found?.number}`).expect(200)).body as Job
}

beforeAll(async () => (scratch = await scratchApplication()))
afterAll(async () => (scratch as Scratch | undefined)?.close())

describe('units', () => {
  it('are exported by their schema, and imported unchanged under another id', async () => {
    const schema = (await http().get('/api/schemas/unit.json').expect(200)).body as object
    const valid = new Ajv({ strict: false, allErrors: true }).compile(schema)
    const { body } = await http().get('/api/shelf/content').expect(200)
    for (const { item } of (body as ShelfContent).units) {
      const file = JSON.parse((await http().get(`/api/units/${item.id}/file`).expect(200)).text) as Record<string, unknown>
      expect([item.id, valid(file), valid.errors]).toEqual([item.id, true, null])
      expect(readUnit(file)).toEqual({ ok: true, value: item })
      expect(valid({ ...file, train: { ...(file['train'] as object), sets: 'none' } })).toBe(false)
    }
    const file = JSON.parse((await http().get('/api/units/hornbeam-6/file').expect(200)).text) as object
    await http().post('/api/units/import').send(file).expect(409)
    const taken = (
      await http()
        .post('/api/units/import')
        .send({ ...file, id: 'hornbeam-copy' })
        .expect(201)
    ).body as Unit
    expect(taken).toEqual({ ...(await kept('hornbeam-6')).item, id: 'hornbeam-copy' })
  })

  it('with errors are refused completely, each error with its path', async () => {
    const file = JSON.parse((await http().get('/api/units/linden-2/file').expect(200)).text) as {
      train: { sets: { ringTeeth: number }[]; input: string }
    }
    const wrong = {
      ...file,
      id: 'wrong',
      train: { ...file.train, input: 'nobody', sets: file.train.sets.map((set, i) => (i === 0 ? { ...set, ringTeeth: 81 } : set)) },
    }
    const found = errorsOf((await http().post('/api/units/import').send(wrong).expect(422)).body).map(({ path, code }) => `${path} ${code}`)
    expect(found).toEqual(['train.sets.0.ringTeeth compound-rings-differ', 'train.input member-unknown'])
    await http().get('/api/units/wrong').expect(404)
  })

  it('are saved from their current version only, and never without a station or range that a job uses', async () => {
    const { item, version } = await kept('rowan-4')
    const put = (unit: object, over: number) => http().put('/api/units/rowan-4').send({ item: unit, version: over })
    await put({ ...item, name: 'Rowan 4 of ours' }, version).expect(200)
    expect(errorsOf((await put(item, version).expect(409)).body)[0]?.code).toBe('item-changed-elsewhere')
    const { fit: _, ...unmet } = item // its clearances name the station
    void _
    const without = { ...unmet, stations: item.stations.filter(({ id }) => id !== 'output-shaft') }
    const job = await jobOn('rowan-4')
    const refused = errorsOf((await put(without, version + 1).expect(409)).body)[0]
    expect([refused?.code, refused?.sentence.includes(job.name)]).toEqual(['edit-breaks-job', true])
    expect((await kept('rowan-4')).item.name).toBe('Rowan 4 of ours')
    await put(item, version + 1).expect(200)
  })
})

describe('the teardown of a job', () => {
  it('is stored with the job, and refused with names that the unit does not have', async () => {
    const job = await jobOn('quince-4')
    const put = (teardown: unknown, version: number) =>
      http()
        .put(`/api/jobs/${job.number}`)
        .send({ ...contentOf(job), teardown, version })
    const teardown = {
      ranges: { '2': 'lost', R: 'lost' },
      signs: ['noise-before'],
      checks: { pan: 'metal' },
      found: 'train:shell neck:broken',
      note: '5 psi',
    }
    await put(teardown, job.version).expect(200)
    const file = JSON.parse((await http().get(`/api/jobs/${job.number}/file`).expect(200)).text) as object
    expect(((await http().post('/api/jobs/import').send(file).expect(201)).body as Job).teardown).toEqual(teardown)
    const wrong = { ...teardown, ranges: { '9': 'lost', '2': 'odd' }, checks: { pan: 'gold' }, found: 'train:ghost:broken' }
    const found = errorsOf((await put(wrong, job.version + 1).expect(422)).body).map(({ path }) => path)
    expect(found).toEqual(['teardown.ranges.2', 'teardown.ranges', 'teardown.checks.pan', 'teardown.found'])
  })
})
