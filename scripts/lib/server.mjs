import { execFileSync, fork } from 'node:child_process'
import { statSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { ROOT, Trouble } from './say.mjs'

const MAIN = join(ROOT, 'apps/server/dist/main.js')

/** True if every user can read the file. */
function isPublic(file) {
  if (!(statSync(file).mode & 0o004)) return false
  for (let at = dirname(file); ; at = dirname(at)) {
    if (!(statSync(at).mode & 0o001)) return false
    if (at === dirname(at)) return true
  }
}

/** User of the web server: "nobody" if started as root and the files are world-readable. */
function leastUser() {
  if (process.getuid() !== 0 || !isPublic(MAIN) || !isPublic(join(ROOT, 'node_modules/express/package.json'))) return {}
  const id = (flag) => Number(execFileSync('id', [flag, 'nobody'], { encoding: 'utf8' }))
  return { uid: id('-u'), gid: id('-g') }
}

/**
 * Starts the application; resolves when it answers. It ends by itself when this process is gone.
 * Its own process group keeps a Ctrl-C of the terminal from reaching it before its turn.
 */
export function startServer({ port, databaseUrl, dataFolder, onExit, settings = {} }) {
  const env = {
    ...process.env,
    ...settings,
    PORT: String(port),
    DATABASE_URL: databaseUrl,
    ...(dataFolder ? { PLUCKY_DATABASE_FOLDER: dataFolder } : {}),
  }
  const child = fork(MAIN, { ...leastUser(), env, cwd: ROOT, detached: true, stdio: ['ignore', 'inherit', 'pipe', 'ipc'] })
  let said = ''
  let ready = false
  let stopping = false
  child.stderr.on('data', (chunk) => {
    said = (said + chunk).slice(-4000)
    if (ready) process.stderr.write(chunk)
  })
  const gone = new Promise((resolve) => child.on('exit', (code, signal) => resolve(signal ?? `exit ${code}`)))
  const stop = async () => {
    stopping = true
    if (child.exitCode === null && child.signalCode === null) process.kill(child.pid, 'SIGTERM')
    await gone
  }
  return new Promise((resolve, reject) => {
    child.on('message', (message) => {
      if (message !== 'ready') return
      ready = true
      resolve({ stop, pid: child.pid })
    })
    void gone.then((how) => {
      if (!ready) reject(new Trouble(said.trim() || `The server ended before it answered (${how}).`))
      else if (!stopping) onExit?.(how)
    })
  })
}
