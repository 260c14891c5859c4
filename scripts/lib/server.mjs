import { fork } from 'node:child_process'
import { join } from 'node:path'
import { ROOT, Trouble } from './say.mjs'

/**
 * Starts the application; resolves when it answers. It ends by itself when this process is gone.
 * Its own process group keeps a Ctrl-C of the terminal from reaching it before its turn.
 */
export function startServer({ port, databaseUrl, onExit }) {
  const env = { ...process.env, PORT: String(port), DATABASE_URL: databaseUrl }
  const child = fork(join(ROOT, 'apps/server/dist/main.js'), {
    env,
    cwd: ROOT,
    detached: true,
    stdio: ['ignore', 'inherit', 'pipe', 'ipc'],
  })
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
      else if (!stopping) onExit?.(`The server stopped (${how}). Saved data is safe. Start again: npm start`)
    })
  })
}
