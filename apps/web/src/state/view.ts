import { createStore } from 'zustand/vanilla'
import { keep, readStored } from './storage.js'

/** What is being looked at; nothing here belongs to the job. */
export interface View {
  readonly station: string
  readonly candidate: string
  readonly caseId: string
  /** Power that the breaking order is read at, W; the target if null. */
  readonly tryPowerW: number | null
  /** The figure whose working is open: a station's power held, or its margin in a case. */
  readonly working: { readonly station: string; readonly caseId: string | null } | null
  /** How the stations are ordered on the power-flow chart. */
  readonly order: 'path' | 'weakest'
  readonly hand: 'right' | 'left'
  readonly theme: 'light' | 'dark'
  /** The panel that is open beside the page. */
  readonly panel: '' | 'help' | 'units'
  /** Who works at this machine, as revisions are signed. */
  readonly person: string
}

const KEY = 'plucky-view'
const kept = readStored<Partial<View>>(KEY) ?? {}
const prefersDark = matchMedia('(prefers-color-scheme: dark)').matches

export const viewStore = createStore<View>(() => ({
  station: '',
  candidate: '',
  caseId: 'launch',
  tryPowerW: null,
  working: null,
  order: 'path',
  hand: kept.hand ?? 'right',
  theme: kept.theme ?? (prefersDark ? 'dark' : 'light'),
  panel: '',
  person: kept.person ?? '',
}))

const applyTheme = (theme: View['theme']) => document.documentElement.classList.toggle('dark', theme === 'dark')
applyTheme(viewStore.getState().theme)
viewStore.subscribe(({ hand, theme, person }) => {
  keep(KEY, { hand, theme, person })
  applyTheme(theme)
})
