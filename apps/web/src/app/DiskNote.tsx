import { useStore } from 'zustand'
import { diskStore } from '../state/disk.js'
import { StripNote } from './StripNote.js'

const MEGABYTE = 1024 ** 2

/** Low disk warning, on every page. */
export function DiskNote() {
  const { short } = useStore(diskStore)
  if (!short) return null
  const free = `${Math.floor(short.freeBytes / MEGABYTE)} MB free`
  return (
    <StripNote testId="disk-short">
      {short.state === 'full'
        ? `The disk of the server is full (${free}). Nothing is saved until there is room; changes are kept on this computer.`
        : `The disk of the server is almost full (${free}). Free some space before saving stops.`}
    </StripNote>
  )
}
