import type { ShelfContent, ShopEvent } from '@plucky/contract'
import type { Part } from '@plucky/core'
import { demoShop } from '@plucky/demo'
import { TestBrowser } from './testing.js'

const { units, shelf } = demoShop()
const kept = units.map((item) => ({ item, version: 1 }))

/** A server with a shelf that others change. */
class Beyond {
  parts = shelf.slice(0, 4).map((item) => ({ item, version: 1 }))
  up = true
  /** Pages of a job get one part, of the number of the job. */
  large = false
  readonly asked: string[] = []
  /** The response to a load waits for this. */
  afterRead: Promise<unknown> = Promise.resolve()
  /** The response to the next save is lost. */
  deaf = false
  readonly fetch = async (path: string, options: { method: string; body?: string }) => {
    await Promise.resolve()
    this.asked.push(path)
    if (!this.up) throw new TypeError('network')
    const reply = (status: number, body: unknown) => ({
      ok: status < 300,
      status,
      statusText: '',
      headers: new Headers(),
      json: async () => JSON.parse(JSON.stringify(body)) as unknown,
    })
    const only = new URL(path, 'http://shop').searchParams.get('only')?.split(',')
    if (only) {
      const parts = (path.includes('job=') ? this.ofJob(path) : this.parts).filter(({ item }) => only.includes(`parts/${item.id}`))
      return reply(200, { units: [], parts, operations: [], kits: [], whole: !this.large } satisfies ShelfContent)
    }
    if (path === '/api/shelf/content') {
      const read = reply(200, { units: kept, parts: this.parts, operations: [], kits: [], whole: true } satisfies ShelfContent)
      await this.afterRead
      return read
    }
    if (path.startsWith('/api/shelf/content?job='))
      return reply(200, { units: kept, parts: this.ofJob(path), operations: [], kits: [], whole: !this.large } satisfies ShelfContent)
    const { item, version } = JSON.parse(options.body ?? '') as { item: Part; version: number }
    const own = this.parts.find((p) => p.item.id === item.id)
    if (own?.version !== version) return reply(409, { errors: [{ code: 'item-changed-elsewhere', path: 'version', sentence: 'Changed.' }] })
    this.change(item)
    if (this.deaf) {
      this.deaf = false
      throw new TypeError('network')
    }
    return reply(200, { item, version: version + 1 })
  }
  private ofJob(path: string) {
    const at = Number(/job=(\d)&/.exec(path)?.[1])
    return this.large ? this.parts.slice(at, at + 1) : this.parts
  }
  change(item: Part) {
    this.parts = this.parts.map((p) => (p.item.id === item.id ? { item, version: p.version + 1 } : p))
  }
}

async function shop(beyond: Beyond) {
  jest.resetModules()
  Object.assign(globalThis, { fetch: beyond.fetch })
  const store = (await import('./shop.js')) as typeof import('./shop.js')
  await store.loadShop()
  return { ...store, priceOf: (id: string) => store.shopStore.getState().parts.get(id)?.price }
}

const first = shelf[0] as Part

it('saves an item from its current version only', async () => {
  const beyond = new Beyond()
  const s = await shop(beyond)
  await s.keepItem('parts', { ...first, price: 11 }, 1)
  await s.keepItem('parts', { ...first, price: 12 }, s.versionOf('parts', first.id))
  expect([s.priceOf(first.id), beyond.parts[0]]).toEqual([12, { item: expect.objectContaining({ price: 12 }), version: 3 }])
  beyond.change({ ...first, price: 20 })
  await expect(s.keepItem('parts', { ...first, price: 13 }, 3)).rejects.toThrow('Changed.')
  expect([s.priceOf(first.id), beyond.parts[0]?.item.price]).toEqual([12, 20])
})

it('recognizes a save whose response was lost, and only that', async () => {
  const beyond = new Beyond()
  const s = await shop(beyond)
  beyond.deaf = true
  const changed = { ...first, price: 31 }
  await expect(s.keepItem('parts', changed, 1)).rejects.toThrow('not responding')
  expect(await s.keepItem('parts', changed, 1)).toEqual(changed)
  expect([s.priceOf(first.id), s.versionOf('parts', first.id), beyond.parts[0]?.version]).toEqual([31, 2, 2])
  await expect(s.keepItem('parts', { ...first, price: 32 }, 1)).rejects.toThrow('Changed.')
})

it('takes over changes made elsewhere, and stays the same object without any', async () => {
  const beyond = new Beyond()
  const s = await shop(beyond)
  const before = s.shopStore.getState()
  await s.refreshShop()
  expect(s.shopStore.getState()).toBe(before)
  beyond.change({ ...first, price: 77 })
  beyond.up = false
  await s.refreshShop()
  expect(s.shopStore.getState()).toBe(before)
  beyond.up = true
  await s.refreshShop()
  expect(s.priceOf(first.id)).toBe(77)
  await s.keepItem('parts', { ...first, price: 78 }, s.versionOf('parts', first.id))
  expect(beyond.parts[0]?.item.price).toBe(78)
  // Read before a save, received after it.
  beyond.afterRead = new Promise((resolve) => setTimeout(resolve, 50))
  const read = s.refreshShop()
  await s.keepItem('parts', { ...first, price: 79 }, s.versionOf('parts', first.id))
  expect([await read, s.priceOf(first.id)]).toEqual([false, 79])
})

it('loads only the items that were changed elsewhere', async () => {
  const beyond = new Beyond()
  const s = await shop(beyond)
  const before = s.shopStore.getState()
  const [, second, third] = before.parts.values()
  const keys = [first, second, third].map((part) => `parts/${(part as Part).id}`)
  expect(await s.refreshItems([...keys, 'kits/no-such'])).toBe(true)
  expect(s.shopStore.getState()).toBe(before)
  beyond.change({ ...first, price: 91 })
  beyond.parts = beyond.parts.filter(({ item }) => item.id !== second?.id)
  beyond.up = false
  expect(await s.refreshItems(keys)).toBe(false)
  beyond.up = true
  await s.refreshItems(keys)
  const after = s.shopStore.getState()
  expect([s.priceOf(first.id), s.versionOf('parts', first.id), after.parts.has(second?.id ?? ''), after.parts.size]).toEqual([
    91,
    2,
    false,
    3,
  ])
  expect([after.parts.get(third?.id ?? ''), after.kits, after.units]).toEqual([third, before.kits, before.units])
  expect(beyond.asked.filter((path) => !path.includes('only='))).toHaveLength(1)
})

it('requests a changed item again until it is loaded', async () => {
  const beyond = new Beyond()
  let stream: { onmessage?: (message: { data: string }) => void } = {}
  new TestBrowser().install(beyond.fetch)
  Object.assign(document, { addEventListener: () => undefined })
  Object.assign(globalThis, {
    addEventListener: () => undefined,
    EventSource: function () {
      return (stream = {})
    },
  })
  const s = await shop(beyond)
  const { followShop } = await import('./events.js')
  followShop()
  jest.useFakeTimers()
  const changeElsewhere = (price: number) => {
    beyond.change({ ...first, price })
    const event: ShopEvent = { subject: 'parts', id: first.id, version: null, window: 'other' }
    stream.onmessage?.({ data: JSON.stringify(event) })
  }
  beyond.up = false
  changeElsewhere(55)
  await jest.advanceTimersByTimeAsync(2000)
  expect([s.priceOf(first.id), beyond.asked.length]).toEqual([first.price, 2])
  beyond.up = true
  await jest.advanceTimersByTimeAsync(4000)
  expect([s.priceOf(first.id), beyond.asked.length]).toEqual([55, 3])
  // The first load started before the change, and its response comes after it.
  s.ensureShop()
  s.shopStore.setState({ state: 'loading' })
  changeElsewhere(56)
  await jest.advanceTimersByTimeAsync(2000)
  s.shopStore.setState({ state: 'ready' })
  await jest.advanceTimersByTimeAsync(4000)
  expect(s.priceOf(first.id)).toBe(56)
  jest.useRealTimers()
})

it('reports a server without response', async () => {
  const beyond = new Beyond()
  beyond.up = false
  const s = await shop(beyond)
  expect(s.shopStore.getState()).toMatchObject({ state: 'failed', problem: 'The server is not responding.' })
})

describe('a page of a job', () => {
  const ids = (s: Awaited<ReturnType<typeof shop>>) => [...s.shopStore.getState().parts.keys()]
  async function opened(large: boolean) {
    const beyond = Object.assign(new Beyond(), { large })
    jest.resetModules()
    Object.assign(globalThis, { fetch: beyond.fetch, addEventListener: () => undefined })
    const store = (await import('./shop.js')) as typeof import('./shop.js')
    const ready = async () => {
      for (let i = 0; i < 20; i++) await Promise.resolve()
      return store.shopStore.getState().state
    }
    return { beyond, ready, s: { ...store, priceOf: () => undefined } }
  }

  it('loads all of a small shelf, once', async () => {
    const { beyond, ready, s } = await opened(false)
    s.ensureShop({ job: '1' })
    expect(await ready()).toBe('ready')
    s.ensureShop({ job: '2' })
    s.ensureShop()
    await ready()
    expect([ids(s).length, beyond.asked.length]).toEqual([4, 1])
  })

  it('loads its part of a large shelf; a page that needs all items gets them, also during the first load', async () => {
    const { ready, s } = await opened(true)
    s.ensureShop({ job: '1' })
    await ready()
    expect([ids(s), s.shopStore.getState().whole]).toEqual([[shelf[1]?.id], false])
    s.ensureShop({ job: '2' })
    expect(s.shopStore.getState().state).toBe('loading')
    await ready()
    expect(ids(s)).toEqual([shelf[2]?.id])
    s.ensureShop({ job: '3' })
    s.ensureShop()
    await ready()
    expect([ids(s).length, s.shopStore.getState().whole]).toEqual([4, true])
    s.ensureShop({ job: '1' })
    await ready()
    expect(ids(s)).toHaveLength(4)
  })

  it('gets all items if it requests them', async () => {
    const { ready, s } = await opened(true)
    s.ensureShop({ job: '1' })
    await ready()
    expect((await s.wholeShop()).parts.size).toBe(4)
  })
})
