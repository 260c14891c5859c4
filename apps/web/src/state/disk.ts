import type { DiskShort } from '@plucky/contract'
import equal from 'fast-deep-equal'
import { createStore } from 'zustand/vanilla'

/** The disk of the server, where the last answer said that it runs short. */
export const diskStore = createStore<{ readonly short: DiskShort | undefined }>(() => ({ short: undefined }))

export function noteDisk(short: DiskShort | undefined): void {
  if (!equal(diskStore.getState().short, short)) diskStore.setState({ short })
}
