import { changeCount, type MarkChange, type SavedMarks } from '@plucky/contract'
import { isLived, type Mark, type Marks, type MarkValue } from '@plucky/core'
import equal from 'fast-deep-equal'
import { createStore } from 'zustand/vanilla'
import { api, Refused, Unreachable } from './api.js'
import { messageOf } from './message-of.js'
import { dropKept, keep, keptNames, readStored } from './storage.js'
import { viewStore } from './view.js'
import { adoptWindowName, windowName } from './window-name.js'

/** A change that the server has not acknowledged yet. */
interface Pending extends MarkChange {
  readonly at: string
}

/** A field that somebody else has changed meanwhile. */
interface MarkConflict {
  readonly mine: MarkValue | null
  readonly theirs: Mark
}

export interface BookState {
  readonly number: number
  readonly state: 'none' | 'ready' | 'failed'
  /** Number of the current book, and whether it is signed. A signed book cannot be changed. */
  readonly bookNumber: number
  readonly isSigned: boolean
  /** Fields as the server has them. */
  readonly stored: Marks
  readonly pending: Readonly<Record<string, Pending>>
  readonly conflicts: Readonly<Record<string, MarkConflict>>
  readonly saving: 'saved' | 'unsaved' | 'offline' | 'refused'
  /** Number of unsaved fields that other windows of this browser keep. */
  readonly elsewhere: number
  /** True if unsaved fields are kept in browser storage. */
  readonly keeping: boolean
  readonly problem: string
}

const EMPTY: BookState = {
  number: 0,
  state: 'none',
  bookNumber: 1,
  isSigned: false,
  stored: {},
  pending: {},
  conflicts: {},
  saving: 'saved',
  elsewhere: 0,
  keeping: true,
  problem: '',
}

export const bookStore = createStore<BookState>(() => EMPTY)
const { getState: get, setState: set } = bookStore

const SAVE_AFTER_MS = 200
const RETRY_MS = 2000
/** Interval at which changes of others are fetched while the book is on screen. */
const REFRESH_MS = 5000

let timer: ReturnType<typeof setTimeout> | undefined
let sending = false

const prefix = (number: number) => `plucky-book-${number}-`
const keptName = (number: number) => prefix(number) + windowName()
/** Names under which windows keep unsaved fields of a job. */
const keptFor = (number: number) => keptNames().filter((name) => name.startsWith(prefix(number)))

/** Fields as they are shown: those of the server with the changes of this window. */
export const shownMarks = ({ stored, pending }: Pick<BookState, 'stored' | 'pending'>): Marks => ({
  ...stored,
  ...Object.fromEntries(
    Object.entries(pending).map(([name, { value, rev, at }]): [string, Mark] => [
      name,
      { value, rev, at, by: viewStore.getState().person },
    ]),
  ),
})

/** Opens the build book of a job. Unsaved fields of this window, or of windows that are closed, are taken up again. */
export async function openBook(number: number): Promise<void> {
  if (get().number === number && get().state === 'ready') return refresh()
  clearTimeout(timer)
  set({ ...EMPTY, number })
  await takeUp(number, keptFor(number))
  await refresh()
  plan(0)
}

/** Takes up the fields that closed windows left unsaved. A tab that is just closing counts as open: it is looked at again later. */
async function takeUp(number: number, names: readonly string[]): Promise<void> {
  const before = keptName(number)
  const { left, taken, elsewhere } = await leftBehind(names)
  if (get().number !== number) return
  if (taken.length === 0) return set({ elsewhere })
  // Fields that were set meanwhile are newer.
  const pending = { ...left, ...get().pending }
  const now = keptName(number)
  set({ pending, elsewhere, saving: 'unsaved', keeping: keep(now, pending) })
  // The window goes on under the name of a closed one.
  for (const name of [before, ...taken]) if (name !== now) dropKept(name)
}

/** Unsaved fields that closed windows keep under these names, those names, and the number of fields of open windows. */
async function leftBehind(
  names: readonly string[],
): Promise<Pick<BookState, 'elsewhere'> & { left: BookState['pending']; taken: string[] }> {
  let left: BookState['pending'] = {}
  let elsewhere = 0
  const taken: string[] = []
  for (const name of names) {
    const kept = readStored<BookState['pending']>(name) ?? {}
    const window = name.replace(/^.*-/, '')
    if (window !== windowName() && (await adoptWindowName(window)) === 'lives') elsewhere += Object.keys(kept).length
    else {
      left = { ...left, ...kept }
      taken.push(name)
    }
  }
  return { left, taken, elsewhere }
}

/** Number of saves that were answered. Fields that were read before such an answer may be older than it. */
let answers = 0

/** Fetches the fields of the server. */
async function refresh(): Promise<void> {
  const { number } = get()
  const before = answers
  try {
    const { marks, number: bookNumber, isSigned } = await api.book(number)
    if (before !== answers) return await refresh()
    if (get().number === number)
      set({ stored: marks, bookNumber, isSigned, state: 'ready', problem: get().saving === 'refused' ? get().problem : '' })
  } catch (error) {
    if (get().number === number && get().state !== 'ready') set({ state: 'failed', problem: messageOf(error) })
  }
}

/** Fetches changes of others at once, if a book is on screen. */
export async function refreshBook(): Promise<void> {
  if (get().state === 'ready') await refresh()
}

/** Fetches changes of others as long as the book is on screen. Returns the function that ends it. */
export function followBook(): () => void {
  const again = async () => {
    const { number } = get()
    // The fields of this window are in memory already.
    await takeUp(
      number,
      keptFor(number).filter((name) => name !== keptName(number)),
    )
    await refresh()
    if (get().saving === 'unsaved') plan(0)
  }
  const every = setInterval(() => document.visibilityState === 'visible' && void again(), REFRESH_MS)
  return () => clearInterval(every)
}

/** Sets fields of the book. They are shown and kept in the browser at once, and saved shortly after. */
export function setMarks(values: Readonly<Record<string, MarkValue | null>>): void {
  const { stored, pending, number, isSigned } = get()
  if (isSigned && !Object.keys(values).every(isLived)) return
  const at = new Date().toISOString()
  const changed = Object.entries(values).flatMap(([name, value]): [string, Pending][] =>
    equal(shownMarks(get())[name]?.value ?? null, value) ? [] : [[name, { value, rev: pending[name]?.rev ?? stored[name]?.rev ?? 0, at }]],
  )
  if (changed.length === 0) return
  const next = { ...pending, ...Object.fromEntries(changed) }
  set({ pending: next, saving: 'unsaved', keeping: keep(keptName(number), next) })
  plan(SAVE_AFTER_MS)
}

function plan(after: number): void {
  clearTimeout(timer)
  timer = setTimeout(() => void send(), after)
}

async function send(): Promise<void> {
  const { number, pending } = get()
  if (sending || Object.keys(pending).length === 0) return
  sending = true
  try {
    const changes = Object.fromEntries(Object.entries(pending).map(([name, { value, rev }]) => [name, { value, rev }]))
    const saved = await api.saveBook(number, { changes, by: viewStore.getState().person.trim() || UNNAMED, window: windowName() })
    if (get().number === number) acknowledge(saved, pending)
  } catch (error) {
    if (get().number === number) failed(error)
  } finally {
    sending = false
  }
  if (get().saving === 'unsaved') plan(SAVE_AFTER_MS)
}

/** Name of a person who has not given one. */
export const UNNAMED = 'not named'

function acknowledge({ marks, conflicts }: SavedMarks, sent: BookState['pending']): void {
  answers++
  const { pending, number } = get()
  const left = Object.fromEntries(
    Object.entries(pending).flatMap(([name, change]): [string, Pending][] => {
      const settled = sent[name] !== undefined && (equal(sent[name].value, change.value) || conflicts[name] !== undefined)
      return settled ? [] : [[name, { ...change, rev: marks[name]?.rev ?? change.rev }]]
    }),
  )
  const more = Object.entries(conflicts).map(([name, theirs]): [string, MarkConflict] => [
    name,
    { mine: pending[name]?.value ?? null, theirs },
  ])
  const empty = Object.keys(left).length === 0
  if (empty) dropKept(keptName(number))
  else keep(keptName(number), left)
  set({
    stored: marks,
    pending: left,
    conflicts: { ...get().conflicts, ...Object.fromEntries(more) },
    state: 'ready',
    saving: empty ? 'saved' : 'unsaved',
    problem: '',
  })
}

function failed(error: unknown): void {
  const refused = error instanceof Refused
  set({ saving: refused ? 'refused' : 'offline', problem: error instanceof Unreachable ? error.message : messageOf(error) })
  if (!refused) plan(RETRY_MS)
}

/** Ends a conflict: with the own value saved over the other, or with the other kept. */
export function settleConflict(name: string, which: 'mine' | 'theirs'): void {
  const { conflicts } = get()
  const conflict = conflicts[name]
  set({ conflicts: Object.fromEntries(Object.entries(conflicts).filter(([other]) => other !== name)) })
  if (conflict && which === 'mine') setMarks({ [name]: conflict.mine })
}

/** Signs the book as it is shown. Returns the reason if it is refused. */
export async function signBook(units: string): Promise<string | undefined> {
  const { number, stored, pending } = get()
  const by = viewStore.getState().person.trim()
  if (by === '') return 'Enter your name first.'
  if (Object.keys(pending).length > 0) return 'Some entries are not saved yet. Try again in a moment.'
  return outcome(() => api.signBook(number, { by, changes: changeCount(stored) }, units))
}

/** Opens a new book after a signed one. Returns the reason if it is refused. */
export async function openNewBook(): Promise<string | undefined> {
  const by = viewStore.getState().person.trim()
  return by === '' ? 'Enter your name first.' : outcome(() => api.openBook(get().number, { by }))
}

/** Runs a request and fetches the book again. Returns the reason if the request failed. */
async function outcome(request: () => Promise<unknown>): Promise<string | undefined> {
  try {
    await request()
    return undefined
  } catch (error) {
    return messageOf(error)
  } finally {
    await refresh()
  }
}
