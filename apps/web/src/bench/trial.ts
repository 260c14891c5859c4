import type { KeyboardEvent } from 'react'
import { createStore, type StoreApi } from 'zustand/vanilla'
import { dropKept, keep, readStored } from '../state/storage.js'

/** A part that is being tried: what it began from, and its geometry as it is now. */
export interface Trial<G> {
  /** The part of the shelf that it began from; none for one drawn from nothing. */
  readonly basis: string | null
  readonly drawn: G
}

/** @public the compiler names it in declarations */
export interface TrialState<G> {
  /** Job and station that it is tried in. */
  readonly at: string
  readonly trial: Trial<G> | undefined
  /** The same, but for a mark that is being held: what need not follow a drag waits for its end. */
  readonly committed: Trial<G> | undefined
  readonly past: readonly Trial<G>[]
  readonly future: readonly Trial<G>[]
}

/** A bench on which one kind of part is tried. What is drawn is kept on this machine until it is put on the shelf or let go. */
export interface TrialBench<G> {
  readonly store: StoreApi<TrialState<G>>
  /** Comes to a station of a job: what was tried there before lies there again. */
  openStation(number: number, station: string): void
  /** Lays a part on the bench. */
  begin(basis: string | null, drawn: G): void
  /** A change by one step; a part that cannot be is refused with nothing changed. */
  change(of: (drawn: G) => G): boolean
  /** While a grip is held: the drawing follows, and all of it is one step back. */
  startDrag(): void
  updateDrag(drawn: G): void
  /** The grip is let go: kept, and no step where nothing moved. */
  endDrag(): void
  undo(): void
  redo(): void
  clear(): void
}

interface Kind<G> {
  /** Whether a geometry can be at all. */
  readonly isValid: (drawn: G) => boolean
  /** A geometry out of what was kept, which may be of an earlier version, or of somebody else. */
  readonly read: (kept: unknown) => G | undefined
}

const EMPTY = { trial: undefined, committed: undefined, past: [], future: [] } as const
const MOST_STEPS = 100
const keptAs = (at: string) => `plucky-trial-${at}`

/** The way back through what was drawn, on again, and a bench cleared. */
function steps<G>(store: StoreApi<TrialState<G>>, keepTrial: () => void): Pick<TrialBench<G>, 'undo' | 'redo' | 'clear'> {
  const goTo = (state: Partial<TrialState<G>>) => {
    store.setState(state)
    keepTrial()
  }
  return {
    undo() {
      const { past, trial, future } = store.getState()
      const before = past.at(-1)
      if (before && trial) goTo({ trial: before, past: past.slice(0, -1), future: [trial, ...future] })
    },
    redo() {
      const { past, trial, future } = store.getState()
      const [next, ...rest] = future
      if (next && trial) goTo({ trial: next, past: [...past, trial], future: rest })
    },
    clear: () => goTo({ ...EMPTY }),
  }
}

export function trialBench<G>({ isValid, read }: Kind<G>): TrialBench<G> {
  const store = createStore<TrialState<G>>(() => ({ at: '', ...EMPTY }))
  const keepTrial = () => {
    const { at, trial } = store.getState()
    store.setState({ committed: trial })
    if (trial) keep(keptAs(at), trial)
    else dropKept(keptAs(at))
  }
  const withStep = (now: TrialState<G>) => ({ past: now.trial ? [...now.past, now.trial].slice(-MOST_STEPS) : now.past, future: [] })
  const step = (trial: Trial<G>) => {
    store.setState((now) => ({ ...withStep(now), trial }))
    keepTrial()
  }
  return {
    store,
    openStation(number, station) {
      const at = `${number}-${station}`
      if (store.getState().at === at) return
      const kept = readStored<Trial<unknown>>(keptAs(at))
      const drawn = kept && read(kept)
      const trial = kept && drawn && { basis: kept.basis, drawn }
      store.setState({ at, ...EMPTY, trial, committed: trial })
    },
    begin: (basis, drawn) => step({ basis, drawn }),
    change(of) {
      const { trial } = store.getState()
      if (!trial) return false
      const drawn = of(trial.drawn)
      if (drawn === trial.drawn) return true
      if (!isValid(drawn)) return false
      step({ ...trial, drawn })
      return true
    },
    startDrag: () => store.setState(withStep),
    updateDrag(drawn) {
      const { trial } = store.getState()
      if (trial && trial.drawn !== drawn) store.setState({ trial: { ...trial, drawn } })
    },
    endDrag() {
      const { past, trial } = store.getState()
      if (past[past.length - 1] === trial) store.setState({ past: past.slice(0, -1) })
      keepTrial()
    },
    ...steps(store, keepTrial),
  }
}

/** Steps of the drawing go back and forth by the usual keys while the bench has the focus. */
export const trialKeys =
  ({ undo, redo }: Pick<TrialBench<never>, 'undo' | 'redo'>) =>
  (event: KeyboardEvent): void => {
    // Key events always target elements.
    if (!(event.ctrlKey || event.metaKey) || (event.target as HTMLElement).tagName === 'INPUT') return
    const key = event.key.toLowerCase()
    const way = key === 'z' ? (event.shiftKey ? redo : undo) : key === 'y' ? redo : undefined
    if (!way) return
    event.preventDefault()
    event.stopPropagation()
    way()
  }
