import { USUAL_TOOL, type Gauged, type ToolId } from '@plucky/core'
import { createStore } from 'zustand/vanilla'
import { keep, readStored } from '../state/storage.js'

/** What is being looked at on the fit-up screen; nothing here belongs to the job. */
export interface FitView {
  /** The entry that is chosen; the first of the list where it is none. */
  readonly chosen: string
  /** Figures come in one after the other. */
  readonly calliper: boolean
  /** The tool at hand, by what is measured. */
  readonly tools: Readonly<Record<Gauged, ToolId>>
}

const KEY = 'plucky-fit'
const kept = readStored<Partial<Pick<FitView, 'tools'>>>(KEY) ?? {}

export const fitStore = createStore<FitView>(() => ({
  chosen: '',
  calliper: false,
  tools: { ...USUAL_TOOL, ...kept.tools },
}))

fitStore.subscribe(({ tools }) => keep(KEY, { tools }))

export const choose = (chosen: string) => fitStore.setState({ chosen })
export const takeTool = (gauged: Gauged, toolId: ToolId) => fitStore.setState(({ tools }) => ({ tools: { ...tools, [gauged]: toolId } }))
