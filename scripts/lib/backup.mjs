import { renameSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { ownFolder } from './postgres.mjs'
import { run, say } from './say.mjs'

export const stepsOf = (pending) => (pending.length === 1 ? '1 step' : `${pending.length} steps`)

/**
 * Dumps the database into the "backups" folder before an upgrade. Backups are never deleted. An interrupted dump leaves only a temporary
 * file.
 */
export async function backUpBefore({ pending, folder, postgres: { bin, as, urlOf } }) {
  const backups = join(folder, 'backups')
  ownFolder(backups)
  const file = join(backups, `before-${pending[0]}-${new Date().toISOString().slice(0, 19).replaceAll(':', '-')}.dump`)
  const part = join(backups, 'unfinished.part')
  rmSync(part, { force: true })
  say(`This version changes the database (${stepsOf(pending)}). Backing it up first…`)
  await run(`${bin}/pg_dump`, ['--format=custom', `--file=${part}`, urlOf('postgres')], {
    ...as,
    cwd: backups,
    sentence: 'The backup before the upgrade failed, so nothing was upgraded. Free disk space, or see the reason below',
  })
  renameSync(part, file)
  say(`Backup kept in ${file} (to go back: npm run restore -- ${file})`)
}
