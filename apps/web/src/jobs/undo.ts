import { createStore } from 'zustand/vanilla'

/** Last action on the list, and how to undo it. */
export interface Done {
  readonly words: string
  readonly undo: () => Promise<unknown>
}

export const doneStore = createStore<{ readonly done: Done | undefined }>(() => ({ done: undefined }))

export const tellDone = (done: Done | undefined): void => doneStore.setState({ done })
