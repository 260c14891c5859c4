import type { Job, KnownSupplier, OpenQuote, ShelfContent, TakePricesDto } from '@plucky/contract'
import request from 'supertest'
import { errorsOf } from './testing/jobs.js'
import { scratchApplication, type Scratch } from './testing/scratch.js'

let scratch: Scratch
const http = () => request(scratch.app.getHttpServer())
const shelf = async () => (await http().get('/api/shelf/content').expect(200)).body as ShelfContent
const stored = async (id: string) => (await shelf()).parts.find(({ item }) => item.id === id)
const take = (more: Partial<TakePricesDto>) =>
  http()
    .post('/api/shelf/prices')
    .send({ supplier: HARBOR, version: 0, numbers: [], changes: [], ...more })
const supplier = async () => (await http().get('/api/shelf/suppliers/harbor').expect(200)).body as KnownSupplier

const HARBOR = { id: 'harbor', name: 'Harbor Supply', headings: { price: 'Dealer', lead: '' }, factor: 0.8 }

/** A part that the build of job 1 charges for. */
let bought = ''

beforeAll(async () => {
  scratch = await scratchApplication()
  const { spec, arrived } = (await http().get('/api/jobs/1').expect(200)).body as Job
  bought = Object.entries(spec.fits).find(([station, id]) => id !== null && id !== arrived[station])?.[1] ?? ''
})
afterAll(async () => (scratch as Scratch | undefined)?.close())

describe('a price list', () => {
  it('changes prices and supply, leaves the rest of each item, and remembers the supplier', async () => {
    const before = await stored(bought)
    const [kit] = (await shelf()).kits
    if (!before || !kit) throw new Error('The made-up shop has no such items.')
    const changes = [
      { kind: 'parts' as const, id: bought, version: before.version, price: 1234.5, leadDays: 21, inStock: false },
      { kind: 'kits' as const, id: kit.item.id, version: kit.version, price: 77 },
    ]
    const numbers = [
      { number: 'hs-1', kind: 'parts' as const, id: bought },
      { number: 'hs-2', kind: 'kits' as const, id: kit.item.id },
    ]
    const { body } = await take({ changes, numbers }).expect(201)
    expect(body).toMatchObject({ supplier: { version: 1 }, parts: [{ version: before.version + 1 }], kits: [{ version: kit.version + 1 }] })
    expect(await stored(bought)).toEqual({
      item: { ...before.item, price: 1234.5, leadDays: 21, inStock: false },
      version: before.version + 1,
    })
    expect((await shelf()).kits.find(({ item }) => item.id === kit.item.id)?.item).toEqual({ ...kit.item, price: 77 })
    expect(await supplier()).toEqual({ item: HARBOR, version: 1, numbers })
  })

  it('takes none of its changes if one was made over another version, twice, or for an item that is not there', async () => {
    const part = await stored(bought)
    const { parts } = await shelf()
    const other = parts.find(({ item }) => item.id !== bought)
    if (!part || !other) throw new Error('The made-up shop has no such items.')
    const good = { kind: 'parts' as const, id: other.item.id, version: other.version, price: 1 }
    const own = { kind: 'parts' as const, id: bought, version: part.version, price: 2 }
    const refused = async (wrong: object[], status: number) =>
      errorsOf((await take({ version: 1, changes: [good, ...wrong] as TakePricesDto['changes'] }).expect(status)).body)[0]
    expect(await refused([{ ...own, version: part.version - 1 }], 409)).toMatchObject({
      code: 'item-changed-elsewhere',
      path: 'changes.1.version',
    })
    expect(await refused([own, own], 409)).toMatchObject({ code: 'item-changed-elsewhere', path: 'changes.2.version' })
    expect(await refused([{ ...own, id: 'no-such-part' }], 404)).toMatchObject({ code: 'item-unknown' })
    expect(await refused([{ ...own, price: -1 }], 422)).toMatchObject({ path: 'changes.1.price' })
    expect((await shelf()).parts).toEqual(parts)
    expect((await supplier()).version).toBe(1)
  })

  it('remembers a number for another item from now on, or not at all', async () => {
    const numbers = [
      { number: 'hs-1', kind: 'parts' as const, id: 'plate-stock' },
      { number: 'hs-2', kind: 'parts' as const, id: null },
    ]
    await take({ version: 1, numbers }).expect(201)
    expect((await supplier()).numbers).toEqual([{ number: 'hs-1', kind: 'parts', id: 'plate-stock' }])
    expect(errorsOf((await take({ version: 1 }).expect(409)).body)[0]?.code).toBe('item-changed-elsewhere')
    expect(errorsOf((await take({ version: 0 }).expect(409)).body)[0]?.code).toBe('name-taken')
  })

  it('names the valid quotes that charge for an item, and no others', async () => {
    const { spec, version } = (await http().get('/api/jobs/1').expect(200)).body as Job
    await http()
      .post('/api/jobs/1/quotes')
      .send({ builds: [{ title: 'Good', purpose: '', spec }], version })
      .expect(201)
    const affected = async (...ids: string[]) =>
      (await http().post('/api/shelf/prices/quotes').send({ ids }).expect(201)).body as OpenQuote[]
    expect(await affected(bought, 'no-such-part')).toMatchObject([{ jobNumber: 1, number: 1, ids: [bought], exact: true }])
    expect(await affected('no-such-part')).toEqual([])
    await scratch.query('UPDATE quotes SET valid_until = now() - make_interval(days => 1)')
    expect(await affected(bought)).toEqual([])
  })
})
