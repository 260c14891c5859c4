import { randomBytes } from 'node:crypto'
import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'

/** Key in the data folder that encrypts secrets in its database. Made at the first start. */
export function secretKeyIn(folder) {
  const file = join(folder, 'secret.key')
  if (!existsSync(file)) writeFileSync(file, randomBytes(32).toString('base64'), { mode: 0o600, flush: true })
  return readFileSync(file, 'utf8').trim()
}
