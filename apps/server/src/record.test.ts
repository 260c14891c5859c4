import { contentOf, type DemoNews, type Job, type JobsUsing, type Revision, type ShelfContent } from '@plucky/contract'
import { type Part } from '@plucky/core'
import request from 'supertest'
import { errorsOf } from './testing/jobs.js'
import { scratchApplication, type Scratch } from './testing/scratch.js'

let scratch: Scratch
const http = () => request(scratch.app.getHttpServer())
const jobOne = async () => (await http().get('/api/jobs/1').expect(200)).body as Job
const shelf = async () => (await http().get('/api/shelf').expect(200)).body as Part[]

beforeAll(async () => (scratch = await scratchApplication()))
afterAll(async () => (scratch as Scratch | undefined)?.close())

describe('the shelf', () => {
  const content = async () => (await http().get('/api/shelf/content').expect(200)).body as ShelfContent
  const kept = async (id: string) => (await content()).parts.find(({ item }) => item.id === id) as ShelfContent['parts'][number]

  it('changes an item only from its current version', async () => {
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

  it('refuses an edit that would leave a job with an impossible part, and names the job', async () => {
    const job = await jobOne()
    const { item, version } = await kept(job.spec.fits['sun-shell'] ?? '')
    const refused = await http()
      .put(`/api/shelf/parts/${item.id}`)
      .send({ item: { ...item, stationIds: ['gear-sets'] }, version })
      .expect(409)
    expect(errorsOf(refused.body)[0]).toMatchObject({ code: 'edit-breaks-job', sentence: expect.stringContaining(job.name) })
    expect(await kept(item.id)).toEqual({ item, version })
  })

  it('lists the jobs of a recalled part with their result before and after; a new price is no re-rating', async () => {
    const { spec } = await jobOne()
    const id = spec.fits['input-shaft'] ?? ''
    const using = async () => (await http().get(`/api/jobs/using?item=${id}`).expect(200)).body as JobsUsing
    const before = await using()
    expect(before).toMatchObject({ changedAt: null, total: before.jobs.length })
    expect(before.jobs.find(({ number }) => number === 1)).toMatchObject({ outcome: 'short', savedSince: false })
    expect(before.jobs[0]?.before).toBeUndefined()
    const change = async (more: object) => {
      const { item, version } = await kept(id)
      await http()
        .put(`/api/shelf/parts/${id}`)
        .send({ item: { ...item, ...more }, version })
        .expect(200)
    }
    const { item } = await kept(id)
    await change({ price: item.price + 1 })
    expect((await using()).changedAt).toBeNull()
    await change({ recall: 'cracks at the oil hole' })
    const recalled = await using()
    expect(recalled.changedAt).not.toBeNull()
    expect(recalled.jobs.map(({ number }) => number).sort()).toEqual(before.jobs.map(({ number }) => number).sort())
    for (const { number, outcome, heldW } of before.jobs)
      expect(recalled.jobs.find((job) => job.number === number)).toMatchObject({
        outcome: 'stopped',
        heldW: null,
        before: { outcome, heldW },
      })
    await change({ recall: undefined, price: item.price })
    const again = await using()
    for (const { number, outcome, heldW } of before.jobs)
      expect(again.jobs.find((job) => job.number === number)).toMatchObject({ outcome, heldW, before: { outcome: 'stopped', heldW: null } })
  })

  it('imports a list completely or not at all', async () => {
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

  it('keeps operations and kits by the same rules', async () => {
    const { operations, kits } = await content()
    const [operation, kit] = [operations[0], kits[0]] as [ShelfContent['operations'][number], ShelfContent['kits'][number]]
    await http()
      .post('/api/shelf/operations')
      .send({ ...operation.item, id: 'op-new' })
      .expect(201)
    await http()
      .post('/api/shelf/operations')
      .send({ ...operation.item, id: 'op-new' })
      .expect(409)
    const wrong = await http()
      .post('/api/shelf/operations')
      .send({ ...operation.item, id: 'op-wrong', skill: 'anyone', becomes: { thicknessM: 'thick' } })
      .expect(422)
    expect(errorsOf(wrong.body)[0]?.path).toBe('skill')
    const alone = await http()
      .post('/api/shelf/kits')
      .send({ ...kit.item, id: 'kit-new', parts: {} })
      .expect(422)
    expect(errorsOf(alone.body)[0]).toMatchObject({ code: 'kit-too-small', path: 'parts' })
    const put = (kind: string, item: { id: string; price: number }, version: number) =>
      http().put(`/api/shelf/${kind}/${item.id}`).send({ item, version })
    await put('kits', { ...kit.item, price: 5 }, kit.version).expect(200)
    await put('kits', { ...kit.item, price: 6 }, kit.version).expect(409)
    await put('kits', kit.item, kit.version + 1).expect(200)
    await put('nonsense', kit.item, 1).expect(404)
    await put('operations', { ...operation.item, id: 'op-nowhere' }, 1).expect(404)
  })

  it('refuses a change of an operation that a job with it cannot have', async () => {
    const job = (await http().get('/api/jobs/2').expect(200)).body as Job
    const [stationId = '', [used = ''] = []] = Object.entries(job.spec.works)[0] ?? []
    const found = (await content()).operations.find(({ item }) => item.id === used) as ShelfContent['operations'][number]
    const elsewhere = { ...found.item, stationIds: ['output-shaft'] }
    const refused = await http().put(`/api/shelf/operations/${used}`).send({ item: elsewhere, version: found.version }).expect(409)
    expect([stationId, errorsOf(refused.body)[0]?.code]).toEqual(['forward-pack', 'edit-breaks-job'])
  })

  it('accepts one of two concurrent saves of an item', async () => {
    const { item, version } = await kept('owl-sprag')
    const tries = await Promise.all(
      [701, 702].map((price) =>
        http()
          .put('/api/shelf/parts/owl-sprag')
          .send({ item: { ...item, price }, version }),
      ),
    )
    expect(tries.map((t) => t.status).sort()).toEqual([200, 409])
    const won = tries.find((t) => t.status === 200)?.body as { item: Part }
    expect(await kept('owl-sprag')).toEqual({ item: won.item, version: version + 1 })
  })
})

describe('the made-up shop', () => {
  const news = async () => (await http().get('/api/shelf/demo-news').expect(200)).body as DemoNews
  const none = { units: 0, parts: 0, operations: 0, kits: 0, jobs: 0 }

  it('offers the items that an older shop lacks, adds them once, and overwrites nothing', async () => {
    expect(await news()).toEqual(none)
    await scratch.query(`UPDATE parts SET body = body || '{"price": 12345}' WHERE id = 'shell-thick'`)
    await scratch.query(`DELETE FROM parts WHERE id IN ('owi-wide', 'pilot-longer')`)
    await scratch.query(`DELETE FROM kits WHERE id = (SELECT min(id) FROM kits)`)
    await scratch.query(`DELETE FROM jobs WHERE number = (SELECT max(number) FROM jobs WHERE body->>'name' = 'Snow groomer')`)
    const offered = await news()
    expect(offered).toEqual({ ...none, parts: 2, kits: 1, jobs: 1 })
    expect((await http().post('/api/shelf/demo-news').expect(201)).body).toEqual(offered)
    expect(await news()).toEqual(none)
    expect((await http().post('/api/shelf/demo-news').expect(201)).body).toEqual(none)
    expect((await shelf()).find(({ id }) => id === 'shell-thick')?.price).toBe(12345)
    expect(await scratch.query(`SELECT number FROM jobs WHERE body->>'name' = 'Snow groomer'`)).toHaveLength(1)
  })
})

describe('revisions', () => {
  const revisions = async () => (await http().get('/api/jobs/2/revisions').expect(200)).body as Revision[]
  it('number and name the stored state, and keep it after changes of job and shelf', async () => {
    const job = (await http().get('/api/jobs/2').expect(200)).body as Job
    const name = (text: string, version: number) => http().post('/api/jobs/2/revisions').send({ name: text, by: 'Mara', version })
    expect(errorsOf((await name('too late', job.version + 1).expect(409)).body)[0]?.code).toBe('job-changed-elsewhere')
    expect(errorsOf((await name('', job.version).expect(422)).body)[0]?.path).toBe('name')
    expect((await name('as quoted', job.version).expect(201)).body).toMatchObject({ number: 1, name: 'as quoted', by: 'Mara' })
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

  it('named by two windows at once get different numbers, or one is refused', async () => {
    const { version } = (await http().get('/api/jobs/1').expect(200)).body as Job
    const named = await Promise.all(['left', 'right', 'third'].map((name) => http().post('/api/jobs/1/revisions').send({ name, version })))
    const all = (await http().get('/api/jobs/1/revisions').expect(200)).body as Revision[]
    expect(named.every((n) => n.status === 201 || errorsOf(n.body)[0]?.code === 'revision-taken')).toBe(true)
    expect(all.map((r) => r.name).sort()).toEqual(named.flatMap((n) => (n.status === 201 ? [(n.body as Revision).name] : [])).sort())
    expect(all.map((r) => r.number)).toEqual(all.map((_, i) => all.length - i))
  })
})

describe('the sheet', () => {
  const list = async (query: string) => (await http().get(`/api/jobs/2/parts.csv${query}`).expect(200)).text
  it('is a PDF and a parts list, of the stored job or of a revision', async () => {
    const pdf = await http()
      .get('/api/jobs/2/sheet.pdf')
      .buffer()
      .parse((response, done) => {
        const parts: Buffer[] = []
        response.on('data', (part: Buffer) => parts.push(part))
        response.on('end', () => done(null, Buffer.concat(parts)))
      })
      .expect(200)
    expect(pdf.headers['content-type']).toBe('application/pdf')
    expect((pdf.body as Buffer).subarray(0, 5).toString()).toBe('%PDF-')
    expect(pdf.headers['content-disposition']).toContain('job-2-sheet.pdf')
    expect(await list('?revision=1')).toContain('revision 1 “as quoted”')
    expect(await list('?revision=2')).toContain(',9999,')
    expect(await list('')).not.toContain(',9999,')
  })
  it.each(['99', 'x', '-1', '1.5'])('of a revision %s that is not there is a 404 with a sentence', async (revision) => {
    const { body } = await http().get(`/api/jobs/2/sheet.pdf?revision=${revision}`).expect(404)
    expect(errorsOf(body)[0]).toMatchObject({ code: 'revision-unknown', sentence: expect.stringContaining('no revision') })
  })
})
