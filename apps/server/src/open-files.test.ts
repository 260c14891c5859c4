import { readShelf, type Job, type ShelfContent } from '@plucky/contract'
import { Ajv2020 as Ajv } from 'ajv/dist/2020.js'
import papaparse from 'papaparse'
import request from 'supertest'
import { errorsOf } from './testing/jobs.js'
import { scratchApplication, type Scratch } from './testing/scratch.js'

let scratch: Scratch
const http = () => request(scratch.app.getHttpServer())
const content = async () => (await http().get('/api/shelf/content').expect(200)).body as ShelfContent
const counts = async () => Object.values(await content()).map((items: readonly unknown[]) => items.length)
const fileAt = async (path: string) => JSON.parse((await http().get(path).expect(200)).text) as Record<string, never>
type Item = { id: string; name: string; price: number }

beforeAll(async () => (scratch = await scratchApplication()))
afterAll(async () => (scratch as Scratch | undefined)?.close())

describe('the shelf as an open file', () => {
  it('is exported by its schema, for one unit or all, and imported unchanged', async () => {
    const schema = (await http().get('/api/schemas/shelf.json').expect(200)).body as object
    const valid = new Ajv({ strict: false, allErrors: true }).compile(schema)
    const all = await content()
    const file = await fileAt('/api/shelf/file')
    expect([valid(file), valid.errors]).toEqual([true, null])
    expect(valid({ ...file, parts: [{ id: 'x' }] })).toBe(false)
    expect(readShelf(file)).toEqual({
      ok: true,
      value: {
        parts: all.parts.map(({ item }) => item),
        operations: all.operations.map(({ item }) => item),
        kits: all.kits.map(({ item }) => item),
      },
    })
    const one = readShelf(await fileAt('/api/shelf/file?unit=linden-2'))
    if (!one.ok) throw new Error(JSON.stringify(one.problems))
    expect(new Set(one.value.parts.flatMap(({ unitIds }) => unitIds))).toEqual(new Set(['linden-2']))
    const again = await http().post('/api/shelf/file').send(file).expect(201)
    expect(again.body).toEqual({ added: 0, known: all.parts.length + all.operations.length + all.kits.length })
  })

  it('adds missing items, and nothing if an item differs from that of the shop', async () => {
    const file = (await fileAt('/api/shelf/file?unit=linden-2')) as unknown as { parts: Item[] }
    const [first, ...rest] = file.parts as [Item, ...Item[]]
    const before = await counts()
    const strange = { ...first, id: 'brought-along', name: 'Brought along' }
    const other = { ...file, $schema: './shelf.json', parts: [strange, { ...first, price: first.price + 1 }, ...rest] }
    expect(errorsOf((await http().post('/api/shelf/file').send(other).expect(409)).body)[0]?.code).toBe('file-part-differs')
    expect(await counts()).toEqual(before)
    const added = await http()
      .post('/api/shelf/file')
      .send({ ...other, parts: [strange, first, ...rest] })
      .expect(201)
    expect((added.body as { added: number }).added).toBe(1)
    expect(errorsOf((await http().post('/api/shelf/file').send({ format: 'plucky-job', version: 2 }).expect(422)).body)[0]?.code).toBe(
      'format-unknown',
    )
  })
})

describe('open files', () => {
  it('may name their schema for an editor; each schema has its own id', async () => {
    const schemas = await Promise.all(['job', 'unit', 'shelf'].map((name) => fileAt(`/api/schemas/${name}.json`)))
    expect(schemas.map(({ $id }) => $id)).toEqual(['urn:plucky-job:2', 'urn:plucky-unit:2', 'urn:plucky-shelf:2'])
    const [jobSchema] = schemas
    const file = { $schema: 'http://localhost/api/schemas/job.json', ...(await fileAt('/api/jobs/2/file')) }
    const valid = new Ajv({ strict: false }).compile(jobSchema as object)
    expect([valid(file), valid.errors]).toEqual([true, null])
    await http().post('/api/jobs/import').send(file).expect(201)
    const unit = { $schema: 'x', ...(await fileAt('/api/units/linden-2/file')), id: 'linden-copy' }
    await http().post('/api/units/import').send(unit).expect(201)
  })

  it('are imported completely: a job with an item that cannot be added stores neither unit nor items', async () => {
    // The unit is new. The parts have ids of the shop but fit another unit, so the import is refused after the unit was added.
    const file = JSON.parse(JSON.stringify(await fileAt('/api/jobs/6/file')).replaceAll('"linden-2"', '"carried-2"')) as object
    const before = await counts()
    expect(errorsOf((await http().post('/api/jobs/import').send(file).expect(409)).body)[0]?.code).toBe('file-part-differs')
    expect(await counts()).toEqual(before)
  })

  it('a save is answered with the version that it made, and an older version is refused', async () => {
    const job = (await http().get('/api/jobs/3').expect(200)).body as Job
    const save = (version: number, customer: string) =>
      http()
        .put('/api/jobs/3')
        .send({ ...job, number: undefined, savedAt: undefined, savedBy: undefined, savedChange: undefined, customer, version })
    const first = await save(job.version, 'first').expect(200)
    expect(first.body).toMatchObject({ version: job.version + 1 })
    await save(job.version + 1, 'second').expect(200)
    await save(job.version, 'third').expect(409)
  })
})

it('a copy of a unit shares its shelf: every part, operation and kit is for both; a refused copy changes nothing', async () => {
  const before = await content()
  const unit = before.units.find(({ item }) => item.id === 'quince-4')?.item
  const own = [...before.parts, ...before.operations, ...before.kits].filter(({ item }) => item.unitIds.includes('quince-4'))
  await http().post('/api/units?copyOf=quince-4').send(unit).expect(409)
  await http()
    .post('/api/units?copyOf=none')
    .send({ ...unit, id: 'quince-like' })
    .expect(404)
  expect(await content()).toEqual(before)
  await http()
    .post('/api/units?copyOf=quince-4')
    .send({ ...unit, id: 'quince-like' })
    .expect(201)
  const after = await content()
  const fits = [...after.parts, ...after.operations, ...after.kits].filter(({ item }) => item.unitIds.includes('quince-like'))
  expect(own.length).toBeGreaterThan(50)
  expect(fits.map(({ item }) => item.id)).toEqual(own.map(({ item }) => item.id))
})

it('the sheet is exported as a table in the words and units of the sheet', async () => {
  const rows = async (units: string) =>
    papaparse.parse<Record<string, string>>((await http().get(`/api/jobs/1/sheet.csv?units=${units}`).expect(200)).text, {
      header: true,
      skipEmptyLines: true,
    }).data
  const [us, metric] = [await rows('us'), await rows('metric')]
  const job = (await http().get('/api/jobs/1/answer').expect(200)).body as { sentence: string; answer: { stations: unknown[] } }
  expect(us.filter(({ section }) => section === 'answer')[0]?.['value']).toBe(job.sentence)
  expect(us.filter(({ section }) => section === 'station')).toHaveLength(job.answer.stations.length)
  const shaft = (table: typeof us) => table.find(({ item }) => item === 'Input shaft')?.['holds']
  expect([shaft(us), shaft(metric)]).toEqual([expect.stringMatching(/ hp$/), expect.stringMatching(/ kW$/)])
  await http().get('/api/jobs/1/sheet.csv?units=furlongs').expect(422)
})
