import { createStore } from 'zustand/vanilla'

/** What is being looked at; nothing here belongs to the job. */
export interface View {
  readonly station: string
  readonly candidate: string
  readonly caseId: string
  /** Power that the breaking order is read at, W; the target if null. */
  readonly tryPowerW: number | null
  readonly hand: 'right' | 'left'
  readonly theme: 'light' | 'dark'
}

const KEY = 'plucky-view'
const kept = JSON.parse(localStorage.getItem(KEY) ?? '{}') as Partial<View>
const prefersDark = matchMedia('(prefers-color-scheme: dark)').matches

export const viewStore = createStore<View>(() => ({
  station: '',
  candidate: '',
  caseId: 'launch',
  tryPowerW: null,
  hand: kept.hand ?? 'right',
  theme: kept.theme ?? (prefersDark ? 'dark' : 'light'),
}))

const applyTheme = (theme: View['theme']) => document.documentElement.classList.toggle('dark', theme === 'dark')
applyTheme(viewStore.getState().theme)
viewStore.subscribe(({ hand, theme }) => {
  localStorage.setItem(KEY, JSON.stringify({ hand, theme }))
  applyTheme(theme)
})
