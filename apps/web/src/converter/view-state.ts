import { createStore } from 'zustand/vanilla'

/** What is being looked at on the match screen; nothing here belongs to the job. */
export interface MatchView {
  /** For which job. */
  readonly job: number
  /** Where the stall is wanted; by use and school if null. */
  readonly targetStallRadPerS: number | null
  /** Converters laid over the fitted one, by part id, in the order in which they were chosen. */
  readonly compared: readonly string[]
}

export const matchStore = createStore<MatchView>(() => ({ job: 0, targetStallRadPerS: null, compared: [] }))

/** As many as can be told apart. */
const MOST_OVERLAID = 3

export function overlay(id: string): void {
  const { compared } = matchStore.getState()
  matchStore.setState({
    compared: compared.includes(id) ? compared.filter((each) => each !== id) : [...compared, id].slice(-MOST_OVERLAID),
  })
}
