import { createStore } from 'zustand/vanilla'

/** What was done last to the list, and the way back. */
export interface Done {
  readonly words: string
  readonly undo: () => Promise<unknown>
}

export const doneStore = createStore<{ readonly done: Done | undefined }>(() => ({ done: undefined }))

export const tellDone = (done: Done | undefined): void => doneStore.setState({ done })
