import { contentOf, type Job, type Problem, type Revision, type ShelfContent } from '@plucky/contract'
import { type Part } from '@plucky/core'
import request from 'supertest'
import { scratchApplication, type Scratch } from './testing/scratch.js'

let scratch: Scratch
const http = () => request(scratch.app.getHttpServer())
const jobOne = async () => (await http().get('/api/jobs/1').expect(200)).body as Job
const shelf = async () => (await http().get('/api/shelf').expect(200)).body as Part[]
const errorsOf = (body: unknown) => (body as { errors: Problem[] }).errors

beforeAll(async () => (scratch = await scratchApplication()))
afterAll(async () => (scratch as Scratch | undefined)?.close())

describe('the shelf', () => {
  const content = async () => (await http().get('/api/shelf/content').expect(200)).body as ShelfContent
  const kept = async (id: string) => (await content()).parts.find(({ item }) => item.id === id) as ShelfContent['parts'][number]

  it('changes an item over the state that was seen, and over no other', async () => {
    const { item, version } = await kept('shell-thick')
    const put = (price: number, over: number) =>
      http()
        .put('/api/shelf/parts/shell-thick')
        .send({ item: { ...item, price }, version: over })
    expect((await put(399, version).expect(200)).body).toMatchObject({ item: { price: 399 }, version: version + 1 })
    expect(errorsOf((await put(401, version).expect(409)).body)[0]?.code).toBe('item-changed-elsewhere')
    expect((await kept('shell-thick')).item.price).toBe(399)
    await http().put('/api/shelf/parts/other').send({ item, version }).expect(422)
    await put(item.price, version + 1).expect(200)
  })

  it('refuses an edit that would leave a job with a part that cannot be there, and names the job', async () => {
    const job = await jobOne()
    const { item, version } = await kept(job.spec.fits['sun-shell'] ?? '')
    const refused = await http().put(`/api/shelf/parts/${item.id}`).send({ item: { ...item, stationIds: ['gear-sets'] }, version }).expect(409) // prettier-ignore
    expect(errorsOf(refused.body)[0]).toMatchObject({ code: 'edit-breaks-job', sentence: expect.stringContaining(job.name) })
    expect(await kept(item.id)).toEqual({ item, version })
  })

  it('takes a list whole or not at all', async () => {
    const [{ item, version }, before] = [await kept('owi-wide'), (await shelf()).length]
    const added = ['list-a', 'list-b'].map((id) => ({ ...item, id }))
    const stale = [{ item: { ...item, price: 5 }, version: version + 3 }]
    await http().post('/api/shelf/import').send({ added, changed: stale }).expect(409)
    expect([(await shelf()).length, (await kept('owi-wide')).item.price]).toEqual([before, item.price])
    await http()
      .post('/api/shelf/import')
      .send({ added: [added[0], { ...added[1], price: -1 }], changed: [] })
      .expect(422)
    expect((await shelf()).length).toBe(before)
    await http().post('/api/shelf/import').send({ added, changed: [] }).expect(201)
    expect((await shelf()).length).toBe(before + 2)
  })
})

describe('revisions', () => {
  const revisions = async () => (await http().get('/api/jobs/2/revisions').expect(200)).body as Revision[]
  it('number and name the stored state, and keep it whole whatever becomes of job and shelf', async () => {
    const job = (await http().get('/api/jobs/2').expect(200)).body as Job
    const name = (text: string, version: number) => http().post('/api/jobs/2/revisions').send({ name: text, version })
    expect(errorsOf((await name('too late', job.version + 1).expect(409)).body)[0]?.code).toBe('job-changed-elsewhere')
    expect(errorsOf((await name('', job.version).expect(422)).body)[0]?.path).toBe('name')
    expect((await name('as quoted', job.version).expect(201)).body).toMatchObject({ number: 1, name: 'as quoted' })
    const [first] = await revisions()
    expect(first?.file.job).toEqual(contentOf(job))

    const content = (await http().get('/api/shelf/content')).body as ShelfContent
    const { item, version } = content.parts.find((p) => p.item.id === job.spec.fits['sun-shell']) as ShelfContent['parts'][number]
    await http()
      .put(`/api/shelf/parts/${item.id}`)
      .send({ item: { ...item, price: 9999 }, version })
      .expect(200)
    await http()
      .put('/api/jobs/2')
      .send({ ...contentOf(job), name: 'renamed', version: job.version })
      .expect(200)
    await name('dearer', job.version + 1).expect(201)
    const [second, again] = await revisions()
    expect(again).toEqual(first)
    expect([second?.number, second?.file.job.name, second?.file.parts.find((p) => p.id === item.id)?.price]).toEqual([2, 'renamed', 9999])
    await http()
      .put(`/api/shelf/parts/${item.id}`)
      .send({ item, version: version + 1 })
      .expect(200)
  })
})
