import type { DiskShort } from '@plucky/contract'
import equal from 'fast-deep-equal'
import { createStore } from 'zustand/vanilla'

/** Disk state from the last response. `undefined` if there is enough space. */
export const diskStore = createStore<{ readonly short: DiskShort | undefined }>(() => ({ short: undefined }))

export function noteDisk(short: DiskShort | undefined): void {
  if (!equal(diskStore.getState().short, short)) diskStore.setState({ short })
}
