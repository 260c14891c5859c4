import type { BuildBook, Job, LivedRecord, SavedMarks, ShopStandards, SignedBook } from '@plucky/contract'
import { Sequelize } from 'sequelize-typescript'
import request from 'supertest'
import { errorsOf } from './testing/jobs.js'
import { scratchApplication, type Scratch } from './testing/scratch.js'

let scratch: Scratch
const http = () => request(scratch.app.getHttpServer())
const marks = async () => ((await http().get('/api/jobs/1/book').expect(200)).body as BuildBook).marks
const post = (body: object) => http().post('/api/jobs/1/book').send(body)
const put = async (window: string, changes: object, by = window) => (await post({ window, by, changes }).expect(201)).body as SavedMarks

beforeAll(async () => (scratch = await scratchApplication()))
afterAll(async () => (scratch as Scratch | undefined)?.close())

describe('a build book', () => {
  const verdict = 'card/direct-pack/drum/verdict'
  const note = 'card/direct-pack/drum/note'

  it('keeps each field with its writer, with two people on one card', async () => {
    expect(await marks()).toEqual({})
    await put('ada', { [verdict]: { value: 'scrap', rev: 0 } })
    const { conflicts } = await put('ben', { [note]: { value: 'step under ring two', rev: 0 } })
    expect(conflicts).toEqual({})
    expect(await marks()).toMatchObject({ [verdict]: { value: 'scrap', by: 'ada', rev: 1 }, [note]: { by: 'ben', rev: 1 } })
  })

  it('does not overwrite a field that somebody else has changed, and returns what is stored', async () => {
    const { conflicts } = await put('ben', { [verdict]: { value: 'accept', rev: 0 } })
    expect(conflicts).toMatchObject({ [verdict]: { value: 'scrap', by: 'ada' } })
    expect((await marks())[verdict]).toMatchObject({ value: 'scrap', rev: 1 })
    expect((await put('ben', { [verdict]: { value: 'accept', rev: 1 } })).conflicts).toEqual({})
    expect((await marks())[verdict]).toMatchObject({ value: 'accept', by: 'ben', rev: 2 })
  })

  it('accepts a change again after a lost response, and the next one of the same window', async () => {
    const field = 'card/forward-pack/plates/verdict'
    for (const value of ['rework', 'rework', 'scrap']) expect((await put('cut-off', { [field]: { value, rev: 0 } })).conflicts).toEqual({})
    expect((await put('other', { [field]: { value: 'scrap', rev: 0 } })).conflicts).toEqual({})
    expect((await marks())[field]).toMatchObject({ value: 'scrap', by: 'cut-off' })
  })

  it('keeps every field of thirty saves at once', async () => {
    const entries = Array.from({ length: 30 }, (_, i) => `update/entry-${i}/state`)
    await Promise.all(
      entries.map((name, i) => put(`w${i % 4}`, { [name]: { value: 'fine', rev: 0 }, 'update/shared/state': { value: 'fine', rev: 0 } })),
    )
    const stored = await marks()
    expect(entries.filter((name) => stored[name]?.value !== 'fine')).toEqual([])
  })

  it('refuses unknown fields, impossible values and other shapes, each with its path', async () => {
    const before = await marks()
    const refused = async (changes: object) =>
      errorsOf(
        (await post({ window: 'w', by: 'Ada', changes: { ...changes, 'update/good/state': { value: 'fine', rev: 0 } } }).expect(422)).body,
      )[0]
    expect(await refused({ 'card/nowhere/drum/verdict': { value: 'scrap', rev: 0 } })).toMatchObject({
      code: 'field-unknown',
      path: 'changes.card/nowhere/drum/verdict',
    })
    expect((await refused({ [verdict]: { value: 'maybe', rev: 0 } }))?.code).toBe('field-value')
    expect((await refused({ [verdict]: 'scrap' }))?.code).toBe('change-expected')
    expect((await refused({ [verdict]: { value: 'scrap', rev: -1 } }))?.code).toBe('change-expected')
    await post({ window: 'w', by: '', changes: {} }).expect(422)
    await http().get('/api/jobs/9999/book').expect(404)
    expect(await marks()).toEqual(before)
  })

  it('keeps the photos that its cards show', async () => {
    const pixel = 'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg=='
    const { id } = (await http().post('/api/photos').send({ type: 'image/png', data: pixel }).expect(201)).body as { id: string }
    await put('ada', { 'card/direct-pack/drum/photos': { value: [id], rev: 0 } })
    expect(errorsOf((await http().delete(`/api/photos/${id}`).expect(409)).body)[0]?.code).toBe('photo-in-use')
  })
})

describe('a signed build book', () => {
  const sign = (body: object) => http().post('/api/jobs/2/book/sign').send(body)
  const bookTwo = async () => (await http().get('/api/jobs/2/book').expect(200)).body as BuildBook
  const fill = (changes: object) => http().post('/api/jobs/2/book').send({ window: 'w', by: 'Ada', changes })

  it('is signed in its current version only, with every entry, and open entries first', async () => {
    const changes = {
      'update/pilot-fit/state': { value: 'fine', rev: 0 },
      'card/direct-pack/drum/verdict': { value: 'scrap', rev: 0 },
      'card/direct-pack/drum/finding/bore-grooved': { value: true, rev: 0 },
      'card/direct-pack/drum/note': { value: 'Step under ring two', rev: 0 },
      'air/direct-pack/result': { value: 'slow', rev: 0 },
      'step/output-shaft/install/done': { value: true, rev: 0 },
      'step/output-shaft/former-work/done': { value: true, rev: 0 },
      'start/stall/reading': { value: 400, rev: 0 },
      'start/leaks/felt': { value: 'seeps', rev: 0 },
    }
    await fill(changes).expect(201)
    expect(errorsOf((await sign({ by: 'Ada', changes: 3 }).expect(409)).body)[0]?.code).toBe('book-changed')
    const signed = (await sign({ by: 'Ada', changes: Object.keys(changes).length }).expect(201)).body as SignedBook
    expect(signed).toMatchObject({ number: 1, by: 'Ada' })
    const { open, sections, changed } = signed.document
    expect(changed).toEqual([])
    expect(open.flatMap(({ lines }) => lines).length).toBeGreaterThan(100)
    const entries = sections.flatMap(({ lines }) => lines.map(({ name, value, by }) => `${name}: ${value} ${by}`)).join(' | ')
    for (const words of [
      'Pilot in the crank (pilot): Checked, OK.',
      'Direct clutch: drum: Scrap; ring bore grooved. Ada, ',
      'Direct clutch: drum, note: Step under ring two',
      'Direct clutch: Slow. Ada, ',
      'Output shaft: Install',
      'Stall speed: 3820 rpm, agrees',
      'Leaks after the road test: Seeps.',
      'former-work',
    ])
      expect(entries).toContain(words)
  })

  it('cannot be changed by any operation, nor in the database', async () => {
    const before = (await http().get('/api/jobs/2/book/signed').expect(200)).body as SignedBook[]
    const stored = await bookTwo()
    expect(stored.isSigned).toBe(true)
    expect(errorsOf((await fill({ 'update/pilot-fit/state': { value: 'to-do', rev: 1 } }).expect(409)).body)[0]?.code).toBe('book-signed')
    expect(errorsOf((await sign({ by: 'Ben', changes: 9 }).expect(409)).body)[0]?.code).toBe('book-signed')
    for (const method of ['put', 'patch', 'delete'] as const)
      for (const path of ['/api/jobs/2/book', '/api/jobs/2/book/signed', '/api/jobs/2/book/signed/1', '/api/jobs/2/book/signed/1.pdf'])
        expect([path, (await http()[method](path).send({})).status >= 404]).toEqual([path, true])
    const sequelize = scratch.app.get(Sequelize)
    for (const sql of [`UPDATE signed_books SET signed_by = 'Ben'`, 'DELETE FROM signed_books'])
      await expect(sequelize.query(sql)).rejects.toThrow('A signed build book cannot be changed.')
    expect(await bookTwo()).toEqual(stored)
    expect((await http().get('/api/jobs/2/book/signed').expect(200)).body).toEqual(before)
  })

  it('is followed by a new one that lists the changes', async () => {
    const opened = (await http().post('/api/jobs/2/book/open').send({ by: 'Ben' }).expect(201)).body as BuildBook
    expect(opened).toMatchObject({ number: 2, isSigned: false })
    expect(errorsOf((await http().post('/api/jobs/2/book/open').send({ by: 'Ben' }).expect(409)).body)[0]?.code).toBe('book-not-signed')
    await fill({ 'air/direct-pack/result': { value: 'applies', rev: 1 } }).expect(201)
    const second = (await sign({ by: 'Ben', changes: 10 }).expect(201)).body as SignedBook
    expect(second.document.changed).toMatchObject([{ name: 'Direct clutch, result', value: 'slow → applies' }])
    const [latest, first] = (await http().get('/api/jobs/2/book/signed').expect(200)).body as SignedBook[]
    expect(latest).toEqual(second)
    expect(first?.document.sections.flatMap(({ lines }) => lines).find(({ value }) => value === 'Slow.')?.name).toBe('Direct clutch')
  })

  it('is a PDF, and a card of one page', async () => {
    for (const path of ['1.pdf', '2/card.pdf']) {
      const pdf = await http().get(`/api/jobs/2/book/signed/${path}`).expect(200)
      expect(pdf.headers['content-type']).toBe('application/pdf')
    }
    expect(errorsOf((await http().get('/api/jobs/2/book/signed/9.pdf').expect(404)).body)[0]?.code).toBe('signed-book-unknown')
  })
})

describe('the history of the shop', () => {
  it('keeps the part that broke, also after another one is installed in its place', async () => {
    const put = (changes: object) => http().post('/api/jobs/3/book').send({ window: 'w', by: 'Ada', changes }).expect(201)
    const { number: _n, savedAt: _s, savedBy: _b, savedChange: _c, ...job } = (await http().get('/api/jobs/3').expect(200)).body as Job
    void [_n, _s, _b, _c]
    const broken = String(job.spec.fits['input-shaft'])
    await put({
      'lived/input-shaft/state': { value: 'broken', rev: 0 },
      'lived/input-shaft/part': { value: broken, rev: 0 },
      'lived/input-shaft/demand': { value: 1200, rev: 0 },
      'lived/input-shaft/capacity': { value: 1100.5, rev: 0 },
    })
    const spec = { ...job.spec, fits: { ...job.spec.fits, 'input-shaft': null } }
    await http()
      .put('/api/jobs/3')
      .send({ ...job, spec })
      .expect(200)
    const lived = (await http().get('/api/jobs/lived').expect(200)).body as LivedRecord[]
    expect(lived.filter(({ jobNumber }) => jobNumber === 3)).toEqual([
      {
        jobNumber: 3,
        jobName: job.name,
        unitId: job.unitId,
        stationId: 'input-shaft',
        partId: broken,
        state: 'broken',
        demandNm: 1200,
        capacityNm: 1100.5,
      },
    ])
  })
})

describe('a job file', () => {
  it('contains the build book with its writers and photos, and is exported as the same bytes again', async () => {
    const text = (await http().get('/api/jobs/1/file').expect(200)).text
    const file = JSON.parse(text) as { marks: { name: string; by: string }[] }
    expect(file.marks.map(({ name }) => name)).toContain('card/direct-pack/drum/photos')
    const { number } = (await http().post('/api/jobs/import').send(file).expect(201)).body as { number: number }
    expect((await http().get(`/api/jobs/${number}/file`).expect(200)).text).toBe(text)
    const wrong = {
      ...file,
      marks: [...file.marks, { name: 'card/nowhere/drum/verdict', value: 'scrap', by: 'Ada', at: '2026-01-01T00:00:00Z' }],
    }
    expect(errorsOf((await http().post('/api/jobs/import').send(wrong).expect(422)).body)[0]).toMatchObject({
      code: 'field-unknown',
      path: `marks.${file.marks.length}`,
    })
  })
})

describe('shop standards', () => {
  const standards = async () => (await http().get('/api/shop/standards').expect(200)).body as ShopStandards
  it('are checked, and saved from their current version only', async () => {
    const before = await standards()
    expect(before.standards.length).toBeGreaterThan(5)
    const next = { standards: [{ id: 'seals', work: 'All seals new', why: 'They leak.' }], version: before.version }
    expect((await http().put('/api/shop/standards').send(next).expect(200)).body).toEqual({ ...next, version: before.version + 1 })
    expect(errorsOf((await http().put('/api/shop/standards').send(next).expect(409)).body)[0]?.code).toBe('standards-changed-elsewhere')
    const twice = { ...next, version: before.version + 1, standards: [...next.standards, ...next.standards] }
    expect(errorsOf((await http().put('/api/shop/standards').send(twice).expect(422)).body)[0]?.code).toBe('standard-repeated')
    expect(await standards()).toEqual({ ...next, version: before.version + 1 })
  })
})
