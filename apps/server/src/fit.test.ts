import { contentOf, type Job } from '@plucky/contract'
import { EMPTY_BOOK } from '@plucky/core'
import request from 'supertest'
import { errorsOf } from './testing/jobs.js'
import { scratchApplication, type Scratch } from './testing/scratch.js'

let scratch: Scratch
const http = () => request(scratch.app.getHttpServer())
const jobNo = async (number: number) => (await http().get(`/api/jobs/${number}`).expect(200)).body as Job

beforeAll(async () => (scratch = await scratchApplication()))
afterAll(async () => (scratch as Scratch | undefined)?.close())

/** The smallest PNG there is: one pixel. */
const PIXEL = 'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAQAAAC1HAwCAAAAC0lEQVR42mNk+A8AAQUBAScY42YAAAAASUVORK5CYII='

describe('the book of a job', () => {
  it('keeps what is good, and of what is not says where it stands and changes nothing', async () => {
    const job = await jobNo(3)
    const put = (readings: object) =>
      http()
        .put('/api/jobs/3')
        .send({ ...contentOf(job), book: { readings }, version: job.version })
    const refused = await put({ 'pump-seat': { toolId: 'calliper', values: [{ valueM: 'deep' }] } }).expect(422)
    expect(errorsOf(refused.body)[0]?.path).toBe('book.readings.pump-seat.values.0.valueM')
    expect((await jobNo(3)).book).toEqual(EMPTY_BOOK)
    const readings = { 'pump-seat': { toolId: 'calliper', values: [{ valueM: 0.16 }], note: 'gasket scraped' } }
    await put(readings).expect(200)
    expect((await jobNo(3)).book).toEqual({ readings })
  })
})

describe('photographs', () => {
  const add = (photo: object) => http().post('/api/photos').send(photo)
  it('are kept once under what is in them, and shown as they were sent', async () => {
    const { id } = (await add({ type: 'image/png', data: PIXEL }).expect(201)).body as { id: string }
    expect((await add({ type: 'image/png', data: PIXEL }).expect(201)).body).toEqual({ id })
    const shown = await http().get(`/api/photos/${id}`).expect(200).expect('content-type', 'image/png')
    expect((shown.body as Buffer).toString('base64')).toBe(PIXEL)
  })
  it('are refused where they are no picture, and told where they are not kept', async () => {
    expect(errorsOf((await add({ type: 'image/jpeg', data: PIXEL }).expect(422)).body)[0]?.code).toBe('photo-unreadable')
    expect(errorsOf((await add({ type: 'text/html', data: PIXEL }).expect(422)).body)[0]?.path).toBe('type')
    expect(errorsOf((await add({ type: 'image/png', data: '<b>' }).expect(422)).body)[0]?.path).toBe('data')
    await http()
      .get(`/api/photos/${'0'.repeat(64)}`)
      .expect(404)
    await http().get('/api/photos/nothing').expect(404)
  })
  it('go out with the file of a job and come in with it where they are not kept', async () => {
    const { id } = (await add({ type: 'image/png', data: PIXEL }).expect(201)).body as { id: string }
    const job = await jobNo(4)
    await http()
      .put('/api/jobs/4')
      .send({ ...contentOf(job), book: { readings: { 'pad-pattern': { toolId: 'eye', values: [], photos: [id] } } }, version: job.version })
      .expect(200)
    const text = (await http().get('/api/jobs/4/file').expect(200)).text
    await scratch.query('DELETE FROM photos')
    const taken = (
      await http()
        .post('/api/jobs/import')
        .send(JSON.parse(text) as object)
        .expect(201)
    ).body as Job
    await http().get(`/api/photos/${id}`).expect(200)
    expect((await http().get(`/api/jobs/${taken.number}/file`).expect(200)).text).toBe(text)
  })
})
