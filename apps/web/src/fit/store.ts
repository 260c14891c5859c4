import type { LengthUnit } from '@plucky/contract'
import { USUAL_TOOL, type Gauged, type ToolId } from '@plucky/core'
import { createStore } from 'zustand/vanilla'
import { readKept } from '../state/draft.js'

/** What is being looked at on the fit-up screen; nothing here belongs to the job. */
export interface FitView {
  /** The entry that is chosen; the first of the list where it is none. */
  readonly chosen: string
  /** Figures come in one after the other. */
  readonly calliper: boolean
  readonly unit: LengthUnit
  /** The tool at hand, by what is measured. */
  readonly tools: Readonly<Record<Gauged, ToolId>>
}

const KEY = 'plucky-fit'
const kept = readKept<Partial<Pick<FitView, 'unit' | 'tools'>>>(KEY) ?? {}

export const fitStore = createStore<FitView>(() => ({
  chosen: '',
  calliper: false,
  unit: kept.unit === 'mm' ? 'mm' : 'in',
  tools: { ...USUAL_TOOL, ...kept.tools },
}))

fitStore.subscribe(({ unit, tools }) => localStorage.setItem(KEY, JSON.stringify({ unit, tools })))

export const choose = (chosen: string) => fitStore.setState({ chosen })
export const takeTool = (gauged: Gauged, toolId: ToolId) => fitStore.setState(({ tools }) => ({ tools: { ...tools, [gauged]: toolId } }))
