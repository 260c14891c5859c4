import { fork, type ChildProcess } from 'node:child_process'
import { createServer } from 'node:net'
import { fileURLToPath } from 'node:url'

/** A port of this machine that no program listens on. */
export async function freePort(): Promise<number> {
  const probe = createServer()
  await new Promise<void>((resolve) => probe.listen(0, '127.0.0.1', resolve))
  const { port } = probe.address() as { port: number }
  await new Promise((resolve) => probe.close(resolve))
  return port
}

/** Starts another server on the database of the one under test, named by PLUCKY_DATABASE. It can be killed. */
export async function ownServer(port: number): Promise<ChildProcess> {
  const database = process.env['PLUCKY_DATABASE']
  if (!database) throw new Error('PLUCKY_DATABASE must name the database of the server under test.')
  const main = fileURLToPath(new URL('../apps/server/dist/main.js', import.meta.url))
  const child = fork(main, {
    env: { ...process.env, PORT: String(port), DATABASE_URL: database },
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
  })
  await new Promise<void>((resolve, reject) => {
    child.once('message', () => resolve())
    child.once('exit', (code) => reject(new Error(`The server ended before it answered: ${code}`)))
  })
  return child
}
