import { checkShape, GEOMETRY_DTOS } from '@plucky/contract'
import { isRecord, shaftIssues, type ShaftGeometry } from '@plucky/core'
import { createStore } from 'zustand/vanilla'
import { trialBench, type Trial as AnyTrial } from '../bench/trial.js'
import { PLAIN_SHAFT, withOwnHoles, type Piece } from './edit.js'

export type Trial = AnyTrial<ShaftGeometry>

const isValid = (shaft: ShaftGeometry) => shaftIssues(shaft).length === 0

/** An earlier version of this page kept the drawing under another name. */
function read(kept: unknown): ShaftGeometry | undefined {
  const checked = checkShape(GEOMETRY_DTOS.shaft, isRecord(kept) ? (kept['drawn'] ?? kept['shaft']) : undefined)
  return checked.ok && isValid(checked.value) ? checked.value : undefined
}

/** The shaft on the bench. */
export const shaftBench = trialBench<ShaftGeometry>({ isValid, read })
export const trialStore = shaftBench.store
export const { change, startDrag, updateDrag, endDrag, undo, redo, clear } = shaftBench

const FIRST: Piece = { kind: 'section', index: 0 }

/** The piece of it that is looked at. */
export const pieceStore = createStore<{ readonly piece: Piece }>(() => ({ piece: FIRST }))

/** Comes to a station of a job, and looks at the first piece. */
export function openStation(number: number, station: string): void {
  if (trialStore.getState().at !== `${number}-${station}`) pieceStore.setState({ piece: FIRST })
  shaftBench.openStation(number, station)
}

/** Lays a shaft on the bench: one of the shelf to change, or a plain one to begin from nothing. */
export function begin(basis: string | null, shaft: ShaftGeometry = PLAIN_SHAFT): void {
  shaftBench.begin(basis, withOwnHoles(shaft))
  pieceStore.setState({ piece: FIRST })
}
