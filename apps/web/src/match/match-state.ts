import { createStore } from 'zustand/vanilla'

/** What is being looked at on the match screen; nothing here belongs to the job. */
export interface MatchView {
  /** For which job. */
  readonly job: number
  /** Where the stall is wanted; by use and school if null. */
  readonly wantedRadPerS: number | null
  /** Converters laid over the fitted one, by part id, in the order in which they were chosen. */
  readonly overlaid: readonly string[]
}

export const matchStore = createStore<MatchView>(() => ({ job: 0, wantedRadPerS: null, overlaid: [] }))

/** As many as can be told apart. */
export const MOST_OVERLAID = 3

export function overlay(id: string): void {
  const { overlaid } = matchStore.getState()
  matchStore.setState({
    overlaid: overlaid.includes(id) ? overlaid.filter((each) => each !== id) : [...overlaid, id].slice(-MOST_OVERLAID),
  })
}
