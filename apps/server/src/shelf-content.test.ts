import type { ShelfContent } from '@plucky/contract'
import { demoShop } from '@plucky/demo'
import request from 'supertest'
import { scratchApplication, type Scratch } from './testing/scratch.js'

const { units, shelf, operations, kits } = demoShop()

let scratch: Scratch
const get = (path: string, tag = '') => request(scratch.app.getHttpServer()).get(path).set('If-None-Match', tag)

beforeAll(async () => (scratch = await scratchApplication()))
afterAll(async () => (scratch as Scratch | undefined)?.close())

const items = <T>(kept: readonly { readonly item: T }[]): T[] => kept.map(({ item }) => item)
const byId = (a: { readonly id: string }, b: { readonly id: string }) => (a.id < b.id ? -1 : 1)

describe('the content of the shelf', () => {
  it('has every item with its version, over more than one page', async () => {
    const content = (await get('/api/shelf/content').expect(200)).body as ShelfContent
    expect(items(content.units)).toEqual([...units].sort(byId))
    expect(items(content.parts)).toEqual([...shelf].sort(byId))
    expect(items(content.operations)).toEqual([...operations].sort(byId))
    expect(items(content.kits)).toEqual([...kits].sort(byId))
    expect(content.parts.length).toBeGreaterThan(500)
    expect(content.parts.every(({ version }) => version === 1)).toBe(true)
  })

  it('can be that of one transmission, with all transmissions', async () => {
    const content = (await get('/api/shelf/content?unit=rowan-4').expect(200)).body as ShelfContent
    expect(content.units).toHaveLength(units.length)
    expect(items(content.parts)).toEqual(shelf.filter(({ unitIds }) => unitIds.includes('rowan-4')).sort(byId))
    expect(items((await get('/api/shelf/content?unit=no-such-unit').expect(200)).body.parts as ShelfContent['parts'])).toEqual([])
  })

  it('is everything for a job of a small shelf, and its transmission and its own items for one of a large shelf', async () => {
    const ofJob = async () => (await get('/api/shelf/content?job=1&ifLarge=true').expect(200)).body as ShelfContent
    expect([(await ofJob()).whole, (await ofJob()).parts.length]).toEqual([true, shelf.length])
    await scratch.query(
      `INSERT INTO parts (id, version, body) SELECT id || '-x' || i, 1, body || jsonb_build_object('id', id || '-x' || i)
       FROM parts, generate_series(1, 12) AS i WHERE NOT body -> 'unitIds' @> '["alder-3"]'`,
    )
    await scratch.query(`UPDATE jobs SET body = jsonb_set(body, '{arrived,sun-shell}', '"quince-sun-shell-full"') WHERE number = 1`)
    const { whole, parts } = await ofJob()
    expect(whole).toBe(false)
    const others = items(parts).filter(({ unitIds }) => !unitIds.includes('alder-3'))
    expect(others.map(({ id }) => id)).toEqual(['quince-sun-shell-full'])
    expect(parts.length).toBeGreaterThan(100)
    await scratch.query(`DELETE FROM parts WHERE id LIKE '%-x%'`)
  })

  it('can be some items only, of all or of one transmission', async () => {
    const only = async (query: string) => {
      const content = (await get(`/api/shelf/content?${query}`).expect(200)).body as ShelfContent
      return [content.units, content.parts, content.operations, content.kits].flatMap((kept: readonly { item: { id: string } }[]) =>
        items(kept).map(({ id }) => id),
      )
    }
    const some = 'only=parts/shell-neck,units/rowan-4,parts/no-such,jobs/1,quince-sun-shell-full,parts/quince-sun-shell-full'
    expect(await only(some)).toEqual(['rowan-4', 'quince-sun-shell-full', 'shell-neck'])
    expect(await only(`${some}&unit=alder-3`)).toEqual(['rowan-4', 'shell-neck'])
    expect(await only('only=')).toEqual([])
  })

  it('is not sent again until an item has changed', async () => {
    const tagOf = async (path: string, tag?: string) => {
      const { headers, status } = await get(path, tag)
      return [headers['etag'] as string, status] as const
    }
    const [all] = await tagOf('/api/shelf/content')
    const [rowan] = await tagOf('/api/shelf/content?unit=rowan-4')
    expect((await tagOf('/api/shelf/content', all))[1]).toBe(304)
    await scratch.query(`UPDATE parts SET version = version + 1 WHERE id = 'shell-neck'`)
    expect((await tagOf('/api/shelf/content', all))[1]).toBe(200)
    expect((await tagOf('/api/shelf/content?unit=rowan-4', rowan))[1]).toBe(304)
  })
})
