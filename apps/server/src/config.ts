import { fileURLToPath } from 'node:url'

export interface ServerConfig {
  readonly port: number
  readonly databaseUrl: string
  readonly webFolder: string
  /** Allowed host names besides loopback. */
  readonly hosts: readonly string[]
  /** Data folder of the built-in database. Undefined with an external database. */
  readonly dataFolder: string | undefined
}

/** Reads the environment; says plainly what is missing or wrong. */
export function readConfig(env: NodeJS.ProcessEnv): ServerConfig {
  const databaseUrl = env['DATABASE_URL']
  if (!databaseUrl) throw new Error('DATABASE_URL is not set. Use "npm start", which runs its own database, or set DATABASE_URL.')
  const port = Number(env['PORT'] ?? 4780)
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    throw new Error(`PORT must be a whole number from 1 to 65535 (got "${env['PORT']}").`)
  const hosts = (env['PLUCKY_HOSTS'] ?? '')
    .toLowerCase()
    .split(',')
    .map((host) => host.trim())
    .filter(Boolean)
  return {
    port,
    databaseUrl,
    hosts,
    dataFolder: env['PLUCKY_DATABASE_FOLDER'],
    webFolder: fileURLToPath(new URL('../../web/dist/', import.meta.url)),
  }
}
