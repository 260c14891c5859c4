import { existsSync, rmSync, statfsSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { say } from './say.mjs'

const MEGABYTE = 1024 ** 2
const RESERVE_BYTES = 64 * MEGABYTE
/** Under this PostgreSQL may not get through its recovery. */
const NEEDED_BYTES = 48 * MEGABYTE
/** With this much free the reserve is laid by (again). */
const AMPLE_BYTES = 1024 * MEGABYTE

const freeBytes = (folder) => {
  const { bavail, bsize } = statfsSync(folder)
  return bavail * bsize
}

/** Space that is laid by while there is plenty, and given to PostgreSQL when it has to start on a full disk. */
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
