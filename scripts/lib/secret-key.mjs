import { randomBytes } from 'node:crypto'
import { existsSync, readFileSync, renameSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'

/** Key in the data folder that encrypts secrets in its database. Made at the first start. */
export function secretKeyIn(folder) {
  const file = join(folder, 'secret.key')
  if (!existsSync(file)) {
    // Renamed once it is complete: a crash leaves no part of a key.
    writeFileSync(`${file}.new`, randomBytes(32).toString('base64'), { mode: 0o600, flush: true })
    renameSync(`${file}.new`, file)
  }
  return readFileSync(file, 'utf8').trim()
}
