import { contentOf, type Job } from '@plucky/contract'
import { EMPTY_BOOK } from '@plucky/core'
import sharp from 'sharp'
import request from 'supertest'
import { PhotosService } from './photos/photos.service.js'
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
  it('keeps valid readings; an invalid one is refused with its path', async () => {
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
  const imported = async (file: string) =>
    (
      await http()
        .post('/api/jobs/import')
        .send(JSON.parse(file) as object)
        .expect(201)
    ).body as Job
  it('are stored once by content, and shown as sent', async () => {
    const { id } = (await add({ type: 'image/png', data: PIXEL }).expect(201)).body as { id: string }
    expect((await add({ type: 'image/png', data: PIXEL }).expect(201)).body).toEqual({ id })
    const shown = await http().get(`/api/photos/${id}`).expect(200).expect('content-type', 'image/jpeg')
    expect(await sharp(shown.body as Buffer).metadata()).toMatchObject({ format: 'jpeg', width: 1, height: 1 })
  })

  it('contain the picture only: no place or time, no second file', async () => {
    const plain = sharp({ create: { width: 3000, height: 40, channels: 3, background: '#888' } })
    const photo = await plain
      .withExif({ IFD0: { Copyright: 'Somebody' }, IFD3: { GPSLatitude: '51/1 0/1 0/1' } })
      .jpeg()
      .toBuffer()
    expect(photo.includes('Somebody')).toBe(true)
    const polyglot = Buffer.concat([photo, Buffer.from('<script>alert(1)</script>')])
    const { id } = (await add({ type: 'image/jpeg', data: polyglot.toString('base64') }).expect(201)).body as { id: string }
    const kept = (await http().get(`/api/photos/${id}`).expect(200)).body as Buffer
    expect(kept.includes('Somebody') || kept.includes('script')).toBe(false)
    const { width, exif } = await sharp(kept).metadata()
    expect([width, exif]).toEqual([1600, undefined])
  })

  it('are refused with too many pixels, as a drawing, or truncated', async () => {
    const huge = await sharp({ create: { width: 7200, height: 7200, channels: 3, background: '#888' } })
      .png({ compressionLevel: 1 })
      .toBuffer()
    const refusal = async (data: Buffer, type = 'image/png') =>
      errorsOf((await add({ type, data: data.toString('base64') }).expect(422)).body)[0]?.sentence
    expect(await refusal(huge)).toBe('The picture has too many pixels; at most 50 million are allowed. Use a smaller one.')
    expect(await refusal(Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"/>'))).toMatch(/not a JPEG or PNG/)
    expect(await refusal(Buffer.from(PIXEL, 'base64').subarray(0, 50))).toMatch(/not a JPEG or PNG picture/)
  })

  it('are deleted without a job that shows them', async () => {
    const { id } = (await add({ type: 'image/png', data: PIXEL }).expect(201)).body as { id: string }
    const job = await jobNo(6)
    const shownBy = (photos: string[], version: number) =>
      http()
        .put('/api/jobs/6')
        .send({ ...contentOf(job), book: { readings: { 'pad-pattern': { toolId: 'eye', values: [], photos } } }, version })
        .expect(200)
    await shownBy([id], job.version)
    expect(errorsOf((await http().delete(`/api/photos/${id}`).expect(409)).body)[0]?.sentence).toContain(`Job 6, "${job.name}"`)
    await shownBy([], job.version + 1)
    await http().delete(`/api/photos/${id}`).expect(200)
    await http().get(`/api/photos/${id}`).expect(404)
  })

  it('are deleted after 30 days without a job or revision that uses them', async () => {
    const colors = ['red', 'lime', 'blue', 'gray']
    const ids = await Promise.all(
      colors.map(async (background) => {
        const png = await sharp({ create: { width: 2, height: 2, channels: 3, background } })
          .png()
          .toBuffer()
        return ((await add({ type: 'image/png', data: png.toString('base64') }).expect(201)).body as { id: string }).id
      }),
    )
    const [inJob, inRevision, recent, unused] = ids as [string, string, string, string]
    const save = async (photos: string[]) => {
      const job = await jobNo(6)
      const book = { readings: { 'pad-pattern': { toolId: 'eye', values: [], photos } } }
      await http()
        .put('/api/jobs/6')
        .send({ ...contentOf(job), book, version: job.version })
        .expect(200)
    }
    await save([inRevision])
    await http()
      .post('/api/jobs/6/revisions')
      .send({ name: 'with a photo', version: (await jobNo(6)).version })
      .expect(201)
    await save([inJob])
    for (const id of [inJob, inRevision, unused])
      await scratch.query(`UPDATE photos SET stored_at = now() - interval '31 days' WHERE id = '${id}'`)
    // Taken again: the 30 days begin anew.
    const again = await sharp({ create: { width: 2, height: 2, channels: 3, background: 'gray' } })
      .png()
      .toBuffer()
    await add({ type: 'image/png', data: again.toString('base64') }).expect(201)
    expect(await scratch.app.get(PhotosService).sweep()).toBe(0)
    await scratch.query(`UPDATE photos SET stored_at = now() - interval '31 days' WHERE id = '${unused}'`)
    expect(await scratch.app.get(PhotosService).sweep()).toBe(1)
    for (const id of [inJob, inRevision, recent]) await http().get(`/api/photos/${id}`).expect(200)
    await http().get(`/api/photos/${unused}`).expect(404)
    expect(errorsOf((await http().delete(`/api/photos/${inRevision}`).expect(409)).body)[0]?.code).toBe('photo-in-use')
  })

  it('are limited in number, by job', async () => {
    const job = await jobNo(7)
    const photos = Array.from({ length: 8 }, (_, i) => String(i).repeat(64))
    const readings = Object.fromEntries(Array.from({ length: 11 }, (_, i) => [`check ${i}`, { toolId: 'eye', values: [], photos }]))
    const refused = await http()
      .put('/api/jobs/7')
      .send({ ...contentOf(job), book: { readings }, version: job.version })
      .expect(422)
    expect(errorsOf(refused.body)).toContainEqual(
      expect.objectContaining({ path: 'book.readings', sentence: 'A job can have up to 80 photos (got 88). Remove some first.' }),
    )
  })

  it('are refused without a picture, and are a 404 if they are not stored', async () => {
    expect(errorsOf((await add({ type: 'image/jpeg', data: PIXEL }).expect(422)).body)[0]?.code).toBe('photo-unreadable')
    expect(errorsOf((await add({ type: 'text/html', data: PIXEL }).expect(422)).body)[0]?.path).toBe('type')
    expect(errorsOf((await add({ type: 'image/png', data: '<b>' }).expect(422)).body)[0]?.path).toBe('data')
    await http()
      .get(`/api/photos/${'0'.repeat(64)}`)
      .expect(404)
    await http().get('/api/photos/nothing').expect(404)
  })
  it('are exported with the file of a job, and imported with it if they are missing', async () => {
    const { id } = (await add({ type: 'image/png', data: PIXEL }).expect(201)).body as { id: string }
    const job = await jobNo(4)
    await http()
      .put('/api/jobs/4')
      .send({ ...contentOf(job), book: { readings: { 'pad-pattern': { toolId: 'eye', values: [], photos: [id] } } }, version: job.version })
      .expect(200)
    const text = (await http().get('/api/jobs/4/file').expect(200)).text
    await scratch.query('DELETE FROM photos')
    const taken = await imported(text)
    const shown = taken.book.readings['pad-pattern']?.photos ?? []
    await http().get(`/api/photos/${shown[0]}`).expect(200)
    // A photo that is already stored keeps its id.
    const again = (await http().get(`/api/jobs/${taken.number}/file`).expect(200)).text
    const second = await imported(again)
    expect((await http().get(`/api/jobs/${second.number}/file`).expect(200)).text).toBe(again)
  })
})
