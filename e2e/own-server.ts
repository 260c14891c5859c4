import { fork, type ChildProcess } from 'node:child_process'
import { createServer } from 'node:net'
import { Client } from 'pg'
import { fileURLToPath } from 'node:url'

/** A port of this machine that no program listens on. */
export async function freePort(): Promise<number> {
  const probe = createServer()
  await new Promise<void>((resolve) => probe.listen(0, '127.0.0.1', resolve))
  const { port } = probe.address() as { port: number }
  await new Promise((resolve) => probe.close(resolve))
  return port
}

/** Address of the database of the server under test. */
function databaseUrl(): string {
  const database = process.env['PLUCKY_DATABASE']
  if (!database) throw new Error('PLUCKY_DATABASE must name the database of the server under test.')
  return database
}

/** Makes an empty database beside that of the server under test. Returns its address. */
export async function ownDatabase(name: string): Promise<string> {
  const client = new Client({ connectionString: databaseUrl() })
  await client.connect()
  const unused = `${name}_${Date.now().toString(36)}`
  await client.query(`CREATE DATABASE ${unused}`)
  await client.end()
  return databaseUrl().replace(/[^/]*$/, unused)
}

/** Starts another server, on the database of the one under test unless `settings` name another. It can be killed. */
export async function ownServer(port: number, settings: Readonly<Record<string, string>> = {}): Promise<ChildProcess> {
  const main = fileURLToPath(new URL('../apps/server/dist/main.js', import.meta.url))
  const child = fork(main, {
    env: { ...process.env, PORT: String(port), DATABASE_URL: databaseUrl(), ...settings },
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
  })
  await new Promise<void>((resolve, reject) => {
    child.once('message', () => resolve())
    child.once('exit', (code) => reject(new Error(`The server ended before it answered: ${code}`)))
  })
  return child
}
