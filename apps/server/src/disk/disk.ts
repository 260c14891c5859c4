import { Logger } from '@nestjs/common'
import { statfs } from 'node:fs/promises'

/** Free space below which users are warned, and below which writes are refused so that PostgreSQL can keep running. */
export const LOW_BYTES = 1024 ** 3
export const FULL_BYTES = 200 * 1024 ** 2

const LOOK_EVERY_MS = 2000

export type DiskState = 'ok' | 'low' | 'full'

/** Free disk space of the database folder, read at most every two seconds. Always "ok" without a folder. */
export class Disk {
  private freeBytes = Infinity
  private lookedAt = -Infinity
  private told = false
  private readonly log = new Logger('Disk')

  constructor(
    private readonly folder: string | undefined,
    private readonly freeOf: (folder: string) => Promise<number> = freeBytesOf,
  ) {}

  async look(): Promise<{ readonly state: DiskState; readonly freeBytes: number }> {
    if (this.folder !== undefined && Date.now() - this.lookedAt > LOOK_EVERY_MS) {
      this.lookedAt = Date.now()
      this.freeBytes = await this.freeOf(this.folder).catch((error: unknown) => this.unknown(error))
    }
    const { freeBytes } = this
    return { freeBytes, state: freeBytes < FULL_BYTES ? 'full' : freeBytes < LOW_BYTES ? 'low' : 'ok' }
  }

  /** Logs the first failure to read the free space and assumes enough. */
  private unknown(error: unknown): number {
    if (!this.told) this.log.warn(`Free disk space is unknown: ${String(error)}`)
    this.told = true
    return Infinity
  }
}

async function freeBytesOf(folder: string): Promise<number> {
  const { bavail, bsize } = await statfs(folder)
  return bavail * bsize
}
