import { TestJobServer } from './testing.js'

const settle = async (ms = 5000) => jest.advanceTimersByTimeAsync(ms)

/** A browser tab: the store's module loaded anew, on what the browser and the server hold. */
async function tab(beyond: TestJobServer, waitsMs = 0, session = new Map<string, string>()) {
  jest.resetModules()
  beyond.install(beyond.fetch, session)
  const store = (await import('./job.js')) as typeof import('./job.js')
  const opened = store.openJob(7)
  await settle(waitsMs)
  await opened
  const rename = (name: string) => store.change((job) => ({ ...job, name }))
  return { ...store, rename, now: () => store.jobStore.getState() }
}

beforeEach(() => jest.useFakeTimers())
afterEach(() => jest.useRealTimers())

it('saves shortly after a change, several changes as one, and deletes the draft', async () => {
  const beyond = new TestJobServer()
  const t = await tab(beyond)
  for (const name of ['a', 'b', 'c']) t.rename(name)
  expect(t.now().saving).toBe('unsaved')
  expect(beyond.kept.size).toBe(1)
  await settle()
  expect([beyond.content.name, beyond.writes, t.now().saving, t.now().version, beyond.kept.size]).toEqual(['c', 1, 'saved', 2, 0])
})

it('undoes and redoes, and saves the result', async () => {
  const beyond = new TestJobServer()
  const t = await tab(beyond)
  t.rename('a')
  t.rename('b')
  t.undo()
  await settle()
  expect([beyond.content.name, t.now().future.length]).toEqual(['a', 1])
  t.redo()
  t.undo()
  t.undo()
  await settle()
  expect(beyond.content.name).toBe('one')
  t.rename('z')
  expect(t.now().future).toEqual([])
})

it('is saved when undo and redo return to the stored content', async () => {
  const beyond = new TestJobServer()
  const t = await tab(beyond)
  t.rename('a')
  await settle()
  t.undo()
  t.redo()
  expect(t.now().saving).toBe('unsaved')
  await settle()
  expect([t.now().saving, beyond.content.name, beyond.writes, beyond.kept.size]).toEqual(['saved', 'a', 1, 0])
})

it('keeps changes without a server, also with the tab killed, and saves them later', async () => {
  const beyond = new TestJobServer()
  const t = await tab(beyond)
  beyond.up = false
  t.rename('typed in the dark')
  await settle()
  expect(t.now().saving).toBe('offline')
  beyond.up = true
  beyond.kill()
  const again = await tab(beyond)
  expect(again.now().content?.name).toBe('typed in the dark')
  await settle()
  expect([beyond.content.name, again.now().saving, beyond.kept.size]).toEqual(['typed in the dark', 'saved', 0])
})

it('tries again after a 500, with the sentence of the server', async () => {
  const beyond = new TestJobServer()
  const t = await tab(beyond)
  beyond.broken = { status: 507, sentence: 'The disk is full.' }
  t.rename('typed on a full disk')
  await settle()
  expect([t.now().saving, t.now().problem]).toEqual(['offline', 'The disk is full.'])
  beyond.broken = { status: 500, sentence: 'Server error.' }
  await settle(60_000)
  expect(t.now().saving).toBe('offline')
  beyond.broken = undefined
  await settle(6000)
  expect([t.now().saving, t.now().problem, beyond.content.name]).toEqual(['saved', '', 'typed on a full disk'])
})

it('waits after a reload for its old page to close, and recovers its unsaved changes', async () => {
  const beyond = new TestJobServer()
  const session = new Map<string, string>()
  const t = await tab(beyond, 0, session)
  beyond.up = false
  t.rename('typed before the reload')
  await settle(200)
  beyond.up = true
  setTimeout(() => beyond.kill(), 2000)
  const again = await tab(beyond, 3000, session)
  expect(again.now().content?.name).toBe('typed before the reload')
})

it('opens a job when the server is back', async () => {
  const beyond = new TestJobServer()
  beyond.up = false
  const t = await tab(beyond)
  expect(t.now().state).toBe('failed')
  await settle(30_000)
  beyond.up = true
  await settle(6000)
  expect([t.now().state, t.now().content?.name]).toEqual(['ready', 'one'])
})

it('reports a slow save', async () => {
  const beyond = new TestJobServer()
  const t = await tab(beyond)
  beyond.slowMs = 8000
  t.rename('slowly')
  await settle(4000)
  expect([t.now().saving, t.now().slow]).toEqual(['saving', false])
  await settle(2000)
  expect([t.now().saving, t.now().slow]).toEqual(['saving', true])
  await settle(3000)
  expect([t.now().saving, t.now().slow, beyond.content.name]).toEqual(['saved', false, 'slowly'])
})

it('saves a change that the browser cannot keep, and says so', async () => {
  const beyond = new TestJobServer()
  const t = await tab(beyond)
  beyond.full = true
  t.rename('no room')
  expect([t.now().keeping, t.now().content?.name]).toEqual([false, 'no room'])
  await settle()
  expect([t.now().saving, beyond.content.name]).toEqual(['saved', 'no room'])
  beyond.full = false
  t.rename('room again')
  expect(t.now().keeping).toBe(true)
})

it('does not overwrite the save of another window, and offers both versions', async () => {
  const beyond = new TestJobServer()
  const [one, two] = [await tab(beyond), await tab(beyond)]
  two.rename('theirs')
  await settle()
  one.rename('mine')
  await settle()
  expect([beyond.content.name, one.now().saving, one.now().content?.name]).toEqual(['theirs', 'conflict', 'mine'])
  await one.overwriteSavedVersion()
  await settle()
  expect([beyond.content.name, one.now().saving]).toEqual(['mine', 'saved'])
  two.rename('late')
  await settle()
  await two.revertToSavedVersion()
  expect([two.now().content?.name, two.now().saving, beyond.content.name]).toEqual(['mine', 'saved', 'mine'])
})

it('deletes an old draft of a killed browser if a later change of its own was saved', async () => {
  const beyond = new TestJobServer()
  const t = await tab(beyond)
  t.rename('old')
  const flushed = new Map(beyond.kept)
  await settle()
  t.rename('newer')
  await settle()
  for (const [key, text] of flushed) beyond.kept.set(key, text)
  beyond.kill()
  const again = await tab(beyond)
  expect([again.now().saving, again.now().content?.name, beyond.kept.size]).toEqual(['saved', 'newer', 0])
})

it('shows a draft older than the save of another window as a conflict', async () => {
  const beyond = new TestJobServer()
  const t = await tab(beyond)
  beyond.up = false
  t.rename('mine')
  await settle()
  beyond.up = true
  beyond.version = 9
  beyond.kill()
  const again = await tab(beyond)
  expect([again.now().saving, again.now().content?.name]).toEqual(['conflict', 'mine'])
})

it('recognizes a draft that was saved', async () => {
  const beyond = new TestJobServer()
  const t = await tab(beyond)
  t.rename('arrived')
  const draft = new Map(beyond.kept)
  await settle()
  for (const [key, text] of draft) beyond.kept.set(key, text) // killed before it heard the answer
  beyond.kill()
  const again = await tab(beyond)
  expect([again.now().saving, again.now().content?.name, beyond.kept.size]).toEqual(['saved', 'arrived', 0])
})

it('recognizes its own save after a lost response, with the tab open or killed', async () => {
  const beyond = new TestJobServer()
  const t = await tab(beyond)
  beyond.deaf = true
  t.rename('unheard')
  await settle(200)
  t.rename('and on')
  await settle()
  expect([t.now().saving, beyond.content.name, t.now().version]).toEqual(['saved', 'and on', beyond.version])
  beyond.deaf = true
  t.rename('unheard too')
  await settle(200)
  t.rename('typed after')
  beyond.kill()
  const again = await tab(beyond)
  await settle()
  expect([again.now().saving, beyond.content.name]).toEqual(['saved', 'typed after'])
})

it('continues as the window that was killed during a save: if the save arrives late, it is its own', async () => {
  const beyond = new TestJobServer()
  const t = await tab(beyond)
  beyond.up = false
  t.rename('under way')
  await settle(200)
  t.rename('typed after')
  const { by, change } = JSON.parse([...beyond.kept.values()][0] as string) as { by: string; change: number }
  beyond.kill()
  beyond.up = true
  const again = await tab(beyond)
  Object.assign(beyond, { content: { ...beyond.content, name: 'under way' }, version: 2, saved: { savedBy: by, savedChange: change - 1 } })
  await settle()
  expect([again.now().saving, beyond.content.name, beyond.version]).toEqual(['saved', 'typed after', 3])
})

it.each([0, 5000])('saves again what undo led back to, if a save that was not answered may arrive %d ms later', async (laterMs) => {
  const beyond = new TestJobServer()
  const t = await tab(beyond)
  beyond.up = false
  t.rename('under way')
  await settle(200)
  t.undo()
  const { by, change } = JSON.parse([...beyond.kept.values()][0] as string) as { by: string; change: number }
  beyond.kill()
  jest.clearAllTimers()
  beyond.up = true
  const again = await tab(beyond)
  await settle(laterMs)
  await beyond.fetch('', {
    method: 'PUT',
    body: JSON.stringify({ ...beyond.content, name: 'under way', version: 1, by, change: change - 1 }),
  })
  await settle()
  expect([again.now().saving, again.now().content?.name, beyond.content.name, beyond.kept.size]).toEqual(['saved', 'one', 'one', 0])
  beyond.deaf = true
  again.rename('unheard')
  await settle(200)
  again.undo()
  await settle()
  expect([again.now().saving, again.now().content?.name, beyond.content.name]).toEqual(['saved', 'one', 'one'])
})

it('recognizes its save after a crash when an older draft is restored', async () => {
  const beyond = new TestJobServer()
  const t = await tab(beyond)
  beyond.up = false
  t.rename('old')
  await settle(200)
  const flushed = new Map(beyond.kept)
  beyond.kill()
  beyond.up = true
  const second = await tab(beyond)
  await settle()
  second.rename('newer')
  await settle()
  beyond.kill()
  for (const [key, text] of flushed) beyond.kept.set(key, text)
  const third = await tab(beyond)
  expect([third.now().saving, third.now().content?.name]).toEqual(['saved', 'newer'])
  third.rename('newest')
  await settle()
  beyond.kill()
  for (const [key, text] of flushed) beyond.kept.set(key, text)
  const fourth = await tab(beyond)
  expect([fourth.now().saving, fourth.now().content?.name]).toEqual(['saved', 'newest'])
})

it('leaves unsaved changes of an open window to that window', async () => {
  const beyond = new TestJobServer()
  const t = await tab(beyond)
  beyond.up = false
  t.rename('mine')
  await settle(200)
  beyond.up = true
  const other = await tab(beyond, 450) // it waits a moment for the lock of the first
  expect([other.now().content?.name, other.now().saving]).toEqual(['one', 'saved'])
  await settle()
  expect([beyond.content.name, t.now().saving]).toEqual(['mine', 'saved'])
  other.rename('theirs')
  await settle()
  expect([beyond.content.name, other.now().saving, other.now().stored?.name]).toEqual(['mine', 'conflict', 'mine'])
})

it('recovers the changes of two killed windows, one after the other', async () => {
  const beyond = new TestJobServer()
  const [one, two] = [await tab(beyond), await tab(beyond)]
  beyond.up = false
  one.rename('from one')
  await settle(200)
  two.rename('from two')
  await settle(200)
  beyond.kill()
  beyond.up = true
  const again = await tab(beyond)
  await settle()
  expect([beyond.content.name, again.now().saving, beyond.kept.size]).toEqual(['from two', 'saved', 1])
  beyond.kill()
  const third = await tab(beyond)
  expect([third.now().content?.name, third.now().stored?.name, third.now().saving]).toEqual(['from one', 'from two', 'conflict'])
})

it('gives the reason of a refused save', async () => {
  const beyond = new TestJobServer()
  const t = await tab(beyond)
  t.rename('refused')
  await settle()
  expect([t.now().saving, t.now().problem, beyond.content.name]).toEqual(['refused', 'No such name.', 'one'])
  t.rename('better')
  await settle()
  expect([t.now().saving, beyond.content.name]).toEqual(['saved', 'better'])
})

it('merges changes of another window, keeps its own change, and undoes only that', async () => {
  const beyond = new TestJobServer()
  const [one, two] = [await tab(beyond), await tab(beyond)]
  one.rename('by one')
  await settle()
  two.change((content) => ({ ...content, customer: 'by two' }))
  await settle()
  expect([beyond.content, two.now().saving]).toMatchObject([{ name: 'by one', customer: 'by two' }, 'saved'])
  two.undo()
  await settle()
  expect([beyond.content.name, beyond.content.customer ?? '']).toEqual(['by one', ''])
})

it('takes over a save of another window when told of it, but not during its own', async () => {
  const beyond = new TestJobServer()
  const [one, two] = [await tab(beyond), await tab(beyond)]
  one.rename('heard')
  await settle()
  two.hearOfSave({ number: 7, version: beyond.version })
  await settle(10)
  expect([two.now().content?.name, two.now().saving, two.now().version]).toEqual(['heard', 'saved', beyond.version])
  beyond.slowMs = 300
  one.rename('again')
  await settle(200)
  two.change((content) => ({ ...content, customer: 'mine' }))
  await settle(400)
  two.hearOfSave({ number: 7, version: beyond.version })
  await settle()
  expect([two.now().content, two.now().saving]).toMatchObject([{ name: 'again', customer: 'mine' }, 'saved'])
  expect(beyond.content).toMatchObject({ name: 'again', customer: 'mine' })
})

it('shows both values of a field that both changed, and overwrites neither', async () => {
  const beyond = new TestJobServer()
  const [one, two] = [await tab(beyond), await tab(beyond)]
  one.rename('one’s name')
  await settle()
  two.change((content) => ({ ...content, name: 'two’s name', customer: 'also two’s' }))
  await settle()
  expect(two.now()).toMatchObject({ saving: 'conflict', conflicts: [{ path: 'name', mine: 'two’s name', theirs: 'one’s name' }] })
  expect(beyond.content.customer).toBeUndefined()
  one.change((content) => ({ ...content, variantId: 'late' }))
  await settle()
  await two.revertToSavedVersion()
  await settle()
  expect([two.now().saving, beyond.content]).toMatchObject(['saved', { name: 'one’s name', customer: 'also two’s', variantId: 'late' }])
})
