import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, realpathSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { basename, join, resolve } from 'node:path'
import { blockedFolder } from './postgres.mjs'
import { ROOT, Trouble } from './say.mjs'

/** Data folder: in the project, or under /var/lib if the PostgreSQL user has no access there. */
export function dataFolder() {
  if (process.env.PLUCKY_DATA) return resolve(process.env.PLUCKY_DATA)
  const here = join(ROOT, '.plucky')
  return blockedFolder(here)
    ? `/var/lib/plucky-ratio/${basename(ROOT)}-${createHash('sha256').update(ROOT).digest('hex').slice(0, 8)}`
    : here
}

/** Start time of a process, clock ticks since boot. `undefined` if there is no such process. */
function begun(pid) {
  const stat = `/proc/${pid}/stat`
  return existsSync(stat)
    ? readFileSync(stat, 'utf8')
        .replace(/^.*\) /s, '')
        .split(' ')[19]
    : undefined
}

/**
 * Allows one start per data folder. The lock file holds process id, its start time and the folder. A lock of a dead process or of
 * another folder (a copy) is replaced.
 */
export function claim(folder) {
  mkdirSync(folder, { recursive: true })
  const mark = join(folder, 'started-by')
  const identity = `${realpathSync(folder)} ${statSync(folder).ino}`
  const [pid, since, where] = existsSync(mark) ? readFileSync(mark, 'utf8').split('\n') : []
  if (where === identity && Number(pid) !== process.pid && begun(pid) === since)
    throw new Trouble(
      `Already running (process ${pid}) with data in ${folder}. Stop it with Ctrl-C, or use another data folder: PLUCKY_DATA=… PORT=… npm start`,
    )
  writeFileSync(mark, [process.pid, begun(process.pid), identity].join('\n'))
  return () => rmSync(mark, { force: true })
}
