import type { BuildBook, MarkChange, SavedMarks } from '@plucky/contract'
import type { Mark } from '@plucky/core'
import { TestBrowser, testResponse } from './testing.js'

/** A server with one build book, and a browser. */
class Beyond extends TestBrowser {
  readonly marks: Record<string, Mark & { readonly in: string }> = {}
  up = true
  /** The next answer to a save is lost. */
  deaf = false
  signed = false
  /** Time between the reading of the book and its response, ms. */
  slowMs = 0
  readonly bodies: { readonly changes: Readonly<Record<string, MarkChange>>; readonly by: string }[] = []

  readonly fetch = async (_path: string, { method, body = '' }: { method: string; body?: string }) => {
    await Promise.resolve()
    if (!this.up) throw new TypeError('network')
    const state = { number: 1, isSigned: this.signed }
    if (method === 'GET') {
      const read = testResponse(200, { ...state, marks: { ...this.marks } } satisfies BuildBook)
      if (this.slowMs > 0) await new Promise((resolve) => setTimeout(resolve, this.slowMs))
      return read
    }
    const sent = JSON.parse(body) as { changes: Record<string, MarkChange>; by: string; window: string }
    this.bodies.push(sent)
    if (sent.changes['card/bad/x/note']) return testResponse(422, { errors: [{ code: 'x', path: '', sentence: 'No such field.' }] })
    const conflicts = Object.fromEntries(Object.entries(sent.changes).flatMap(([name, change]) => this.put(name, change, sent)))
    if (this.deaf) {
      this.deaf = false
      throw new TypeError('network')
    }
    return testResponse(200, { ...state, marks: this.marks, conflicts } satisfies SavedMarks)
  }

  /** Stores a field, or returns the value that somebody else has stored. */
  private put(name: string, { value, rev }: MarkChange, from: { by: string; window: string }): [name: string, theirs: Mark][] {
    const stored = this.marks[name]
    if (stored && stored.rev !== rev && stored.in !== from.window) return [[name, stored]]
    this.marks[name] = { value, by: from.by, at: '2026-01-01T00:00:00Z', rev: (stored?.rev ?? 0) + 1, in: from.window }
    return []
  }

  valuesOf = () => Object.fromEntries(Object.entries(this.marks).map(([name, { value }]) => [name, value]))
}

const settle = async (ms = 3000) => jest.advanceTimersByTimeAsync(ms)
const [VERDICT, NOTE] = ['card/direct-pack/drum/verdict', 'card/direct-pack/drum/note']

/** A window on the book: modules loaded anew. */
async function tab(beyond: Beyond) {
  jest.resetModules()
  beyond.install(beyond.fetch)
  const store = (await import('./book.js')) as typeof import('./book.js')
  const opened = store.openBook(7)
  await settle(1000)
  await opened
  return { ...store, now: () => store.bookStore.getState() }
}

beforeEach(() => jest.useFakeTimers())
afterEach(() => jest.useRealTimers())

it('saves fields shortly after a change, several as one, and drops what the browser kept', async () => {
  const beyond = new Beyond()
  const t = await tab(beyond)
  t.setMarks({ [VERDICT]: 'rework' })
  t.setMarks({ [VERDICT]: 'scrap', [NOTE]: 'step under ring two' })
  expect([t.now().saving, beyond.kept.size]).toEqual(['unsaved', 1])
  await settle()
  expect([beyond.bodies.length, beyond.valuesOf()]).toEqual([1, { [VERDICT]: 'scrap', [NOTE]: 'step under ring two' }])
  expect([t.now().saving, beyond.kept.size]).toEqual(['saved', 0])
  t.setMarks({ [VERDICT]: 'scrap' })
  await settle()
  expect(beyond.bodies.length).toBe(1)
})

it('does not show a book that was read before a save and arrives after it', async () => {
  const beyond = new Beyond()
  const t = await tab(beyond)
  beyond.slowMs = 1000
  const refreshed = t.refreshBook()
  t.setMarks({ [VERDICT]: 'scrap' })
  const shown = new Set<unknown>()
  t.bookStore.subscribe((state) => shown.add(t.shownMarks(state)[VERDICT]?.value))
  await settle()
  await refreshed
  expect([...shown]).toStrictEqual(['scrap'])
})

it('continues after a lost response and an outage, and keeps a change made during a save', async () => {
  const beyond = new Beyond()
  const t = await tab(beyond)
  beyond.deaf = true
  t.setMarks({ [VERDICT]: 'scrap' })
  await settle(300)
  expect(t.now().saving).toBe('offline')
  beyond.up = false
  t.setMarks({ [NOTE]: 'typed in the outage' })
  await settle(60_000)
  expect([t.now().saving, Object.keys(t.now().pending)]).toEqual(['offline', [VERDICT, NOTE]])
  beyond.up = true
  await settle()
  expect([t.now().saving, t.now().conflicts, beyond.valuesOf()]).toEqual([
    'saved',
    {},
    { [VERDICT]: 'scrap', [NOTE]: 'typed in the outage' },
  ])
})

it('recovers the fields of a killed browser, once, and never over a later change', async () => {
  const beyond = new Beyond()
  const t = await tab(beyond)
  t.setMarks({ [VERDICT]: 'accept' })
  await settle()
  beyond.up = false
  t.setMarks({ [VERDICT]: 'scrap', [NOTE]: 'left' })
  await settle()
  beyond.kill()
  beyond.up = true
  beyond.marks[VERDICT] = { value: 'rework', by: 'Ben', at: '2026-01-01T00:00:00Z', rev: 9, in: 'elsewhere' }
  const again = await tab(beyond)
  await settle()
  expect(beyond.valuesOf()).toEqual({ [VERDICT]: 'rework', [NOTE]: 'left' })
  expect(again.now().conflicts[VERDICT]).toMatchObject({ mine: 'scrap', theirs: { value: 'rework', by: 'Ben' } })
  expect(beyond.kept.size).toBe(0)
  again.settleConflict(VERDICT, 'mine')
  await settle()
  expect([beyond.valuesOf()[VERDICT], again.now().conflicts]).toEqual(['scrap', {}])
})

it('reports unsaved fields of another open window, and recovers them when that window closes', async () => {
  const beyond = new Beyond()
  const t = await tab(beyond)
  beyond.up = false
  t.setMarks({ [VERDICT]: 'scrap', [NOTE]: 'left' })
  await settle(500)
  jest.clearAllTimers() // the window hangs: it saves nothing any more
  beyond.up = true
  const other = await tab(beyond)
  const end = other.followBook()
  await settle(1000)
  expect([other.now().saving, other.now().elsewhere, beyond.valuesOf()]).toEqual(['saved', 2, {}])
  beyond.kill()
  await settle(12_000)
  expect([other.now().saving, other.now().elsewhere, beyond.valuesOf()]).toEqual(['saved', 0, { [VERDICT]: 'scrap', [NOTE]: 'left' }])
  expect(beyond.kept.size).toBe(0)
  end()
})

it('reports a full browser storage and a refusal', async () => {
  const beyond = new Beyond()
  const t = await tab(beyond)
  beyond.full = true
  t.setMarks({ [VERDICT]: 'scrap' })
  expect(t.now().keeping).toBe(false)
  await settle()
  expect(beyond.valuesOf()).toEqual({ [VERDICT]: 'scrap' })
  t.setMarks({ 'card/bad/x/note': 'x' })
  await settle()
  expect([t.now().saving, t.now().problem]).toEqual(['refused', 'No such field.'])
})

it('of a signed book accepts only entries made after use', async () => {
  const beyond = new Beyond()
  beyond.signed = true
  const t = await tab(beyond)
  t.setMarks({ [VERDICT]: 'scrap' })
  t.setMarks({ 'lived/input-shaft/state': 'broken' })
  await settle()
  expect(beyond.valuesOf()).toEqual({ 'lived/input-shaft/state': 'broken' })
})
