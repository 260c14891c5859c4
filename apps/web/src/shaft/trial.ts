import { checkShape, GEOMETRY_DTOS } from '@plucky/contract'
import { shaftFaults, type ShaftGeometry } from '@plucky/core'
import { createStore } from 'zustand/vanilla'
import { readKept } from '../state/draft.js'
import { PLAIN_SHAFT, withOwnHoles, type Piece } from './edit.js'

/** A shaft that is being tried: what it began from, and its drawing as it is now. */
export interface Trial {
  /** The part of the shelf that it began from; none for one drawn from nothing. */
  readonly basis: string | null
  readonly shaft: ShaftGeometry
}

export interface TrialState {
  /** Job and station that it is tried in. */
  readonly at: string
  readonly trial: Trial | undefined
  /** The same, but for a mark that is being held: what need not follow a drag waits for its end. */
  readonly settled: Trial | undefined
  readonly past: readonly Trial[]
  readonly future: readonly Trial[]
  readonly piece: Piece
}

const FIRST: Piece = { kind: 'section', index: 0 }
const EMPTY: Omit<TrialState, 'at'> = { trial: undefined, settled: undefined, past: [], future: [], piece: FIRST }
const keptAs = (at: string) => `plucky-trial-${at}`

/** The shaft on the bench. What is drawn is kept on this machine until it is put on the shelf or let go. */
export const trialStore = createStore<TrialState>(() => ({ at: '', ...EMPTY }))

const keep = ({ at, trial }: TrialState) => {
  trialStore.setState({ settled: trial })
  if (trial) localStorage.setItem(keptAs(at), JSON.stringify(trial))
  else localStorage.removeItem(keptAs(at))
}

/** What was kept may be of an earlier version, or of somebody else. */
const isShaft = (kept: unknown): boolean => checkShape(GEOMETRY_DTOS.shaft, kept).ok && shaftFaults(kept as ShaftGeometry).length === 0

/** Comes to a station of a job: what was tried there before lies there again. */
export function comeTo(number: number, station: string): void {
  const at = `${number}-${station}`
  if (trialStore.getState().at === at) return
  const kept = readKept<Trial>(keptAs(at))
  const trial = kept && isShaft(kept.shaft) ? kept : undefined
  trialStore.setState({ at, ...EMPTY, trial, settled: trial })
}

/** Lays a shaft on the bench: one of the shelf to change, or a plain one to begin from nothing. */
export function begin(basis: string | null, shaft: ShaftGeometry = PLAIN_SHAFT): void {
  step({ basis, shaft: withOwnHoles(shaft) })
  trialStore.setState({ piece: FIRST })
}

function step(trial: Trial): void {
  trialStore.setState((now) => ({ trial, past: now.trial ? [...now.past, now.trial].slice(-100) : now.past, future: [] }))
  keep(trialStore.getState())
}

/** A change by one step; a shaft that cannot be is refused with nothing changed. */
export function change(of: (shaft: ShaftGeometry) => ShaftGeometry): boolean {
  const { trial } = trialStore.getState()
  if (!trial) return false
  const shaft = of(trial.shaft)
  if (shaft === trial.shaft) return true
  if (shaftFaults(shaft).length > 0) return false
  step({ ...trial, shaft })
  return true
}

/** While a grip is held: the drawing follows, and all of it is one step back. */
export function hold(): void {
  trialStore.setState((now) => (now.trial ? { past: [...now.past, now.trial].slice(-100), future: [] } : {}))
}

export function follow(shaft: ShaftGeometry): void {
  const { trial } = trialStore.getState()
  if (trial && trial.shaft !== shaft) trialStore.setState({ trial: { ...trial, shaft } })
}

/** The grip is let go: kept, and no step where nothing moved. */
export function letGo(): void {
  const { past, trial } = trialStore.getState()
  if (past[past.length - 1] === trial) trialStore.setState({ past: past.slice(0, -1) })
  keep(trialStore.getState())
}

export function back(): void {
  const { past, trial, future } = trialStore.getState()
  const before = past[past.length - 1]
  if (!before || !trial) return
  trialStore.setState({ trial: before, past: past.slice(0, -1), future: [trial, ...future] })
  keep(trialStore.getState())
}

export function forth(): void {
  const { past, trial, future } = trialStore.getState()
  const [next, ...rest] = future
  if (!next || !trial) return
  trialStore.setState({ trial: next, past: [...past, trial], future: rest })
  keep(trialStore.getState())
}

/** Clears the bench. */
export function clear(): void {
  trialStore.setState({ ...EMPTY })
  keep(trialStore.getState())
}
