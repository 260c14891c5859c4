/** Response header when disk space is low, for example "low; free=734003200". */
export const DISK_HEADER = 'plucky-disk'

/** Low disk space on the server. */
export interface DiskShort {
  readonly state: 'low' | 'full'
  readonly freeBytes: number
}

/**
 * Parses the header. Returns `undefined` if it is missing or malformed.
 * @example readDiskHeader('low; free=1000').freeBytes // → 1000
 */
export function readDiskHeader(text: string | null): DiskShort | undefined {
  const [, state, free] = /^(low|full); free=(\d+)$/.exec(text ?? '') ?? []
  return state === 'low' || state === 'full' ? { state, freeBytes: Number(free) } : undefined
}
