import type { BuildBook, SavedMarks, ShopStandards } from '@plucky/contract'
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

  it('keeps each field with its writer; two people on one card lose nothing', async () => {
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

  it('takes a change again whose answer was lost, and the next one of the same window', async () => {
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

  it('refuses unknown fields, impossible values and other shapes, each with its path, and stores nothing of it', async () => {
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

describe('shop standards', () => {
  const standards = async () => (await http().get('/api/shop/standards').expect(200)).body as ShopStandards
  it('are saved over the version that was seen alone, and checked', async () => {
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
