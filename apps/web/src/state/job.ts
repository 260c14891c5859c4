import { contentOf, jobFromVersion1, type Job, type JobContent, type JobMarks, type Revision } from '@plucky/contract'
import equal from 'fast-deep-equal'
import { createStore } from 'zustand/vanilla'
import { api, Refused, Unreachable } from './api.js'
import { mergedFields, type FieldConflict } from './merge-fields.js'
import { dropDraft, keepDraft, readDrafts, type Draft } from './draft.js'
import { adoptWindowName, windowName } from './window-name.js'
import { messageOf } from './message-of.js'

export type SaveState = 'saved' | 'saving' | 'unsaved' | 'offline' | 'conflict' | 'refused'

/** One job on the bench: what is on screen, what the server has acknowledged, and the way back. */
export interface JobState {
  readonly state: 'none' | 'loading' | 'ready' | 'failed'
  readonly problem: string
  readonly number: number
  readonly version: number
  readonly savedAt: string
  readonly content: JobContent | undefined
  readonly acknowledged: JobContent | undefined
  readonly past: readonly JobContent[]
  readonly future: readonly JobContent[]
  readonly saving: SaveState
  /** The current save takes more than 5 seconds. */
  readonly slow: boolean
  /** Unsaved changes are kept in browser storage. False if it is full or blocked. */
  readonly keeping: boolean
  /** Named states, the last one first; nothing until they are here. */
  readonly revisions: readonly Revision[] | undefined
  /** In a conflict: what the server has. */
  readonly stored: JobContent | undefined
  /** In a conflict: fields that were changed here and elsewhere. Empty if it is not known what was changed here. */
  readonly conflicts: readonly FieldConflict[]
}

const EMPTY: JobState = {
  state: 'none',
  problem: '',
  number: 0,
  version: 0,
  savedAt: '',
  content: undefined,
  acknowledged: undefined,
  past: [],
  future: [],
  saving: 'saved',
  slow: false,
  keeping: true,
  revisions: undefined,
  stored: undefined,
  conflicts: [],
}
const UNDO_DEPTH = 200
const SAVE_AFTER_MS = 150
/** First and longest retry delay. The delay doubles each time. */
const RETRY_AFTER_MS = 1000
const LONGEST_RETRY_MS = 5000
/** Time after which a save is shown as slow. */
const SLOW_AFTER_MS = 5000

export const jobStore = createStore<JobState>(() => EMPTY)
const { getState: get, setState: set } = jobStore

let timer: ReturnType<typeof setTimeout> | undefined
let inFlight = false
let retryMs = RETRY_AFTER_MS
/**
 * The number of the change on screen. It goes with every save, beside the window's name, so that a window knows its own again when an
 * answer is lost. It rises with the clock: a window that goes on where another ended counts on above it.
 */
let changeNumber = 0
/** A save was sent and not answered. It may still arrive while the stored job has the version that it was made on. */
let unanswered = false

/** Opens a job. A change left unacknowledged by an earlier session is taken up again, or shown as a conflict if the job moved on. */
export async function openJob(number: number): Promise<void> {
  if (get().number === number && get().state === 'ready') return
  clearTimeout(timer)
  heard = 0
  unanswered = false
  set({ ...EMPTY, state: 'loading', number })
  try {
    const job = await api.job(number)
    const stored = contentOf(job)
    const draft = withMissingFields(await findUnsavedDraft(number), stored)
    const base = { ...EMPTY, state: 'ready', number, version: job.version, savedAt: job.savedAt, acknowledged: stored } as const
    const isStored = equal(draft?.content, stored)
    // What is stored now may be overwritten by the save that may still arrive.
    const isFinal = !draft?.unanswered || draft.version !== job.version
    if (!draft || (isStored && isFinal) || arrived(job, draft.by, draft.change)) {
      if (draft) dropDraft(number, draft.by) // it had arrived; only the acknowledgement was lost
      return set({ ...base, content: stored })
    }
    unanswered = !isFinal
    if (windowName() !== draft.by) {
      keepDraft(number, { ...draft, by: windowName() })
      dropDraft(number, draft.by)
    }
    if (draft.version !== job.version && job.savedBy !== draft.by)
      return set({
        ...base,
        version: draft.version,
        content: draft.content,
        saving: 'conflict',
        stored,
        problem: 'A change made here was not saved, and the job has since been changed elsewhere.',
      })
    set({ ...base, content: draft.content, past: isStored ? [] : [stored], saving: 'unsaved' })
    plan(0)
  } catch (error) {
    if (get().number !== number) return
    set({ state: 'failed', problem: messageOf(error) })
    if (error instanceof Unreachable) retryOpening(number)
  }
}

/** Retries loading the job until it succeeds or another job is opened. */
function retryOpening(number: number): void {
  clearTimeout(timer)
  timer = setTimeout(() => get().number === number && get().state === 'failed' && void openJob(number), nextRetryMs())
}

function nextRetryMs(): number {
  const now = retryMs
  retryMs = Math.min(LONGEST_RETRY_MS, 2 * retryMs)
  return now
}

/** A draft of an earlier version of this page lacks what jobs did not know then; there the stored job is good. */
function withMissingFields(draft: Draft | undefined, stored: JobContent): Draft | undefined {
  if (!draft) return undefined
  // Stored by this page and converted to the current format.
  const content = jobFromVersion1(draft.content) as JobContent
  return { ...draft, content: { ...stored, ...content, rules: { ...stored.rules, ...content.rules } } }
}

/** The latest change that a window of this machine left behind; what a window that lives is about to save is its own. */
async function findUnsavedDraft(number: number): Promise<Draft | undefined> {
  for (const draft of readDrafts(number)) {
    // Also where it had arrived: a crash may bring the same draft back once more.
    if ((await adoptWindowName(draft.by)) === 'lives') continue
    changeNumber = Math.max(changeNumber, draft.change)
    return draft
  }
  return undefined
}

/** Changes the job: shown at once, undoable, saved shortly after. */
export function change(make: (content: JobContent) => JobContent): void {
  const { content, past } = get()
  if (!content) return
  const next = make(content)
  if (next === content) return
  show(next, { past: [...past.slice(-UNDO_DEPTH + 1), content], future: [] })
}

export function undo(): void {
  const { content, past, future } = get()
  const back = past[past.length - 1]
  if (content && back) show(back, { past: past.slice(0, -1), future: [content, ...future] })
}

export function redo(): void {
  const { content, past, future } = get()
  const [next, ...rest] = future
  if (content && next) show(next, { past: [...past, content], future: rest })
}

function show(content: JobContent, history: Pick<JobState, 'past' | 'future'>): void {
  const { number, version, saving } = get()
  changeNumber = Math.max(changeNumber + 1, Date.now())
  set({ content, ...history, keeping: keepChange(number, version, content), saving: saving === 'conflict' ? 'conflict' : 'unsaved' })
  if (saving !== 'conflict') plan(SAVE_AFTER_MS)
}

const keepChange = (number: number, version: number, content: JobContent) =>
  keepDraft(number, { version, content, by: windowName(), change: changeNumber, unanswered })

function plan(after: number): void {
  clearTimeout(timer)
  timer = setTimeout(() => void save(), after)
}

/** Sends what is on screen; one request at a time, again if something changed meanwhile. */
export async function save(keepalive = false): Promise<void> {
  const { content, acknowledged, number, version, saving } = get()
  if (!content || inFlight || saving === 'conflict') return
  if (content === acknowledged && !unanswered) return markSaved(number)
  const earlier = unanswered
  inFlight = true
  unanswered = true
  set({ saving: 'saving' })
  const slow = setTimeout(() => set({ slow: true }), SLOW_AFTER_MS)
  try {
    const saved = await api.saveJob(number, content, { version, by: windowName(), change: changeNumber }, keepalive)
    if (get().number === number) acknowledge(saved, content)
  } catch (error) {
    if (get().number === number) {
      if (error instanceof Refused) unanswered = earlier
      await failed(error)
    }
  } finally {
    clearTimeout(slow)
    set({ slow: false })
    inFlight = false
  }
  if (get().saving === 'unsaved') plan(SAVE_AFTER_MS)
  else void catchUp()
}

/** What is on screen is what the server has: there is nothing left to send. */
function markSaved(number: number): void {
  dropDraft(number, windowName())
  set({ saving: 'saved', problem: '' })
}

function acknowledge({ number, version, savedAt }: JobMarks, content: JobContent): void {
  retryMs = RETRY_AFTER_MS
  unanswered = false
  const settled = equal(get().content, content)
  set({ version, savedAt, acknowledged: settled ? get().content : content, problem: '', saving: settled ? 'saved' : 'unsaved' })
  if (settled) dropDraft(number, windowName())
  else keepChange(number, version, get().content ?? content)
}

/** True where the server already has a window's change of that number, or a later one of the same window. */
const arrived = (job: Job, window: string, change: number) => job.savedBy === window && (job.savedChange ?? -1) >= change

async function failed(error: unknown): Promise<void> {
  if (error instanceof Refused && error.status === 409) return handleVersionConflict(error)
  if (error instanceof Refused) return set({ saving: 'refused', problem: error.message })
  set({ saving: 'offline', problem: error instanceof Unreachable ? error.said : String(error) })
  plan(nextRetryMs())
}

/** The job has moved on: by our own change, whose acknowledgement was lost, or by another window. */
async function handleVersionConflict(error: Refused): Promise<void> {
  try {
    const job = await api.job(get().number)
    const stored = contentOf(job)
    if (job.savedBy === windowName()) return acknowledge(job, stored)
    mergeStored(job, error.message)
  } catch {
    set({ saving: 'offline', problem: '' })
    plan(nextRetryMs())
  }
}

/**
 * Takes over what was changed elsewhere. What was changed here stays, also in the states of undo and redo, and is saved over it. If the same
 * field was changed in both places, nothing is taken over, and both values are shown.
 */
function mergeStored(job: Job, problem: string): void {
  const { acknowledged, content, past, future, number } = get()
  if (!acknowledged || !content) return
  const stored = contentOf(job)
  unanswered = false
  const { value, conflicts } = mergedFields(acknowledged, content, stored)
  if (conflicts.length > 0) return set({ saving: 'conflict', stored, conflicts, problem })
  const over = (state: JobContent) => mergedFields(acknowledged, state, stored).value
  const isSaved = equal(value, stored)
  set({
    content: isSaved ? stored : value,
    acknowledged: stored,
    version: job.version,
    savedAt: job.savedAt,
    past: past.map(over),
    future: future.map(over),
    problem: '',
  })
  if (isSaved) return markSaved(number)
  set({ saving: 'unsaved', keeping: keepChange(number, job.version, value) })
  plan(0)
}

/** Latest version of the job on screen that the server has told of. */
let heard = 0

/**
 * Notes that a job was saved somewhere; without `saved`, that saves may have been missed. If nothing of this window is under way, the change
 * is taken over at once.
 */
export function hearOfSave(saved?: { readonly number: number; readonly version: number }): void {
  if (saved && get().number !== saved.number) return
  heard = Math.max(heard, saved?.version ?? Infinity)
  void catchUp()
}

async function catchUp(): Promise<void> {
  const { number, state, version, saving } = get()
  if (state !== 'ready' || saving !== 'saved' || heard <= version) return
  try {
    const job = await api.job(number)
    const now = get()
    if (now.number === number) heard = job.version
    if (now.number === number && now.saving === 'saved' && job.version > now.version) mergeStored(job, '')
  } catch {
    // The next save or event brings it.
  }
}

/** Loads the named states of the job on screen. */
export async function loadRevisions(): Promise<void> {
  const { number } = get()
  const revisions = await api.revisions(number)
  if (get().number === number) set({ revisions })
}

/** Numbers and names the state on screen, which must have been saved; the reason where it is refused. */
export async function nameRevision(name: string, by: string): Promise<string | undefined> {
  await waitUntilSaved()
  const { number, version, saving } = get()
  if (saving !== 'saved') return 'The last change is not saved yet. Save the revision after that.'
  try {
    const revision = await api.addRevision(number, { name, version, ...(by ? { by } : {}) })
    if (get().number === number) set({ revisions: [revision, ...(get().revisions ?? [])] })
    return undefined
  } catch (error) {
    return messageOf(error)
  }
}

/** Waits until what is on screen is saved, or can't be for now. */
export function waitUntilSaved(): Promise<void> {
  const resting = () => !['saving', 'unsaved'].includes(get().saving)
  if (resting()) return Promise.resolve()
  return new Promise((resolve) => {
    const leave = jobStore.subscribe(() => {
      if (!resting()) return
      leave()
      resolve()
    })
  })
}

/**
 * After a conflict: take the stored values of the fields that both changed, and keep the other changes made here. Without knowledge of what
 * was changed here, take the stored job.
 */
export async function revertToSavedVersion(): Promise<void> {
  const { number, acknowledged, content, conflicts } = get()
  if (acknowledged && content && conflicts.length > 0) return settle((stored) => mergedFields(acknowledged, stored, content).value)
  dropDraft(number, windowName())
  set({ state: 'none' })
  await openJob(number)
}

/** After a conflict: save the values of this window, over the stored ones where both changed a field. */
export async function overwriteSavedVersion(): Promise<void> {
  const { acknowledged, content } = get()
  if (content) await settle((stored) => (acknowledged ? mergedFields(acknowledged, content, stored).value : content))
}

/** Ends a conflict: fetches the stored job and saves what is made of it. */
async function settle(over: (stored: JobContent) => JobContent): Promise<void> {
  try {
    const job = await api.job(get().number)
    const stored = contentOf(job)
    const content = over(stored)
    const { past, content: before } = get()
    set({
      version: job.version,
      acknowledged: stored,
      content,
      past: before ? [...past, before] : past,
      stored: undefined,
      conflicts: [],
      saving: 'unsaved',
      problem: '',
    })
    await save()
  } catch (error) {
    set({ problem: messageOf(error) })
  }
}
