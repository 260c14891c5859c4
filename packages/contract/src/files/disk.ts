/** Header of answers while the disk of the server runs short: "low; free=734003200". */
export const DISK_HEADER = 'plucky-disk'

/** Disk of the server, where it runs short. */
export interface DiskShort {
  readonly state: 'low' | 'full'
  readonly freeBytes: number
}

/**
 * Reads the header; `undefined` where the disk is not short.
 * @example readDiskHeader('low; free=1000').freeBytes // → 1000
 */
export function readDiskHeader(text: string | null): DiskShort | undefined {
  const [, state, free] = /^(low|full); free=(\d+)$/.exec(text ?? '') ?? []
  return state === 'low' || state === 'full' ? { state, freeBytes: Number(free) } : undefined
}
