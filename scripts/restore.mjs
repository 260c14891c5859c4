import { existsSync } from 'node:fs'
import { resolve } from 'node:path'
import { checkNode, ensurePackages } from './lib/install.mjs'
import { claim, dataFolder } from './lib/data-folder.mjs'
import { freePort } from './lib/ports.mjs'
import { ensurePostgres, startPostgres } from './lib/postgres.mjs'
import { fail, run, say, Trouble } from './lib/say.mjs'

/** Restores the database from a backup in one transaction. */
async function main() {
  checkNode()
  const file = process.argv[2] && resolve(process.argv[2])
  if (!file || !existsSync(file)) throw new Trouble(`Usage: npm run restore -- BACKUP.dump${file ? ` (${file} is not there)` : ''}`)
  const folder = dataFolder()
  const release = claim(folder)
  try {
    await ensurePackages()
    await ensurePostgres()
    const postgres = await startPostgres({ folder, port: await freePort() })
    try {
      const args = ['--clean', '--if-exists', '--single-transaction', '--no-owner', '--dbname', postgres.urlOf('postgres'), file]
      await run(`${postgres.bin}/pg_restore`, args, {
        ...postgres.as,
        cwd: folder,
        sentence: 'Nothing was changed: the backup could not be restored',
      })
      say(`Restored from ${file}. Start the version that wrote it, or upgrade again: npm start`)
    } finally {
      await postgres.stop()
    }
  } finally {
    release()
  }
}

main().catch(fail)
