import { existsSync, rmSync, statfsSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { say } from './say.mjs'

const MEGABYTE = 1024 ** 2
const RESERVE_BYTES = 64 * MEGABYTE
/** Free space that PostgreSQL needs for recovery. */
const NEEDED_BYTES = 48 * MEGABYTE
/** Free space above which the reserve file is created. */
const AMPLE_BYTES = 1024 * MEGABYTE

const freeBytes = (folder) => {
  const { bavail, bsize } = statfsSync(folder)
  return bavail * bsize
}

/** Creates a reserve file while there is space, and deletes it if PostgreSQL must start on a full disk. */
export function mindReserve(folder) {
  const file = join(folder, 'reserve')
  const free = freeBytes(folder)
  if (free < NEEDED_BYTES && existsSync(file)) {
    rmSync(file)
    say(
      `The disk is full (${Math.floor(free / MEGABYTE)} MB free). The reserve of ${RESERVE_BYTES / MEGABYTE} MB was released so that the database can start. Free some space: until then nothing is saved.`,
    )
  } else if (free > AMPLE_BYTES && !existsSync(file)) writeFileSync(file, Buffer.alloc(RESERVE_BYTES, 1))
}
