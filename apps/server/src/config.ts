import { readFileSync } from 'node:fs'
import { networkInterfaces } from 'node:os'
import { fileURLToPath } from 'node:url'
import { keyFrom } from './access/secret-box.js'
import { USUAL_REQUESTS, type AccessSettings } from './access/settings.js'
import type { JudgingSettings } from './judging/judging.service.js'

export interface ServerConfig {
  readonly port: number
  /** Address to listen on. */
  readonly host: string
  readonly access: AccessSettings
  readonly tls: { readonly cert: Buffer; readonly key: Buffer } | undefined
  /** Addresses of the proxies whose forwarding headers are believed. */
  readonly proxies: readonly string[]
  /** Token of a monitoring program. */
  readonly metricsToken: string | undefined
  readonly databaseUrl: string
  /** Number of processes that rate jobs, or that another server has them. */
  readonly judges: JudgingSettings['judges']
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
  const hosts = listIn(env['PLUCKY_HOSTS'])
  const host = env['HOST']?.trim() || '127.0.0.1'
  const proxies = listIn(env['PLUCKY_PROXY'])
  const tls = tlsFrom(env)
  const isNetwork = !isLoopback(host) || proxies.length > 0 || hosts.some((name) => !isLoopback(name))
  const secure = tls !== undefined || proxies.length > 0
  if (!isLoopback(host) && !secure && env['PLUCKY_TLS'] !== 'off') throw new Error(TLS_NEEDED)
  return {
    port,
    host,
    access: {
      mode: isNetwork ? 'accounts' : 'open',
      secure,
      mostRequests: requestsIn(env),
      ownersNeedFactor: factorIn(env),
      ...keyIn(env),
    },
    tls,
    proxies,
    metricsToken: env['PLUCKY_METRICS_TOKEN'] || undefined,
    databaseUrl,
    judges: judgesIn(env),
    hosts: isLoopback(host) ? hosts : [...hosts, ...ownAddresses()],
    dataFolder: env['PLUCKY_DATABASE_FOLDER'],
    webFolder: fileURLToPath(new URL('../../web/dist/', import.meta.url)),
  }
}

const TLS_NEEDED = [
  'People sign in over a network, so the connection must be encrypted. Use one of these:',
  '  PLUCKY_TLS_CERT=cert.pem PLUCKY_TLS_KEY=key.pem   certificate and key of this server',
  '  PLUCKY_PROXY=loopback                             addresses of a proxy that encrypts',
  '  PLUCKY_TLS=off                                    no encryption: passwords can be read on the network',
].join('\n')

const listIn = (text: string | undefined): string[] =>
  (text ?? '')
    .toLowerCase()
    .split(',')
    .map((each) => each.trim())
    .filter(Boolean)

/** Most requests of a person in a minute. */
function requestsIn({ PLUCKY_MOST_REQUESTS: text }: NodeJS.ProcessEnv): number {
  const most = Number(text ?? USUAL_REQUESTS)
  if (!Number.isInteger(most) || most < 1) throw new Error(`PLUCKY_MOST_REQUESTS must be a whole number above 0 (got "${text}").`)
  return most
}

/** True if the shop requires a second factor of its owners. */
function factorIn({ PLUCKY_SECOND_FACTOR: text = 'optional' }: NodeJS.ProcessEnv): boolean {
  if (text !== 'optional' && text !== 'owners') throw new Error(`PLUCKY_SECOND_FACTOR must be "owners" or "optional" (got "${text}").`)
  return text === 'owners'
}

/** Key that encrypts the secrets of second factors, if one is set. */
function keyIn({ PLUCKY_SECRET_KEY: text }: NodeJS.ProcessEnv): Pick<AccessSettings, 'secretKey'> {
  if (!text) return {}
  const secretKey = keyFrom(text)
  if (!secretKey) throw new Error('PLUCKY_SECRET_KEY must be 32 bytes in base64. To make one: openssl rand -base64 32')
  return { secretKey }
}

/** Number of processes that rate jobs, or that another server has them. */
function judgesIn({ PLUCKY_JUDGES: text }: NodeJS.ProcessEnv): JudgingSettings['judges'] {
  if (text === 'elsewhere') return text
  const judges = Number(text ?? 1)
  if (!Number.isInteger(judges) || judges < 0 || judges > 64)
    throw new Error(`PLUCKY_JUDGES must be a whole number from 0 to 64, or "elsewhere" (got "${text}").`)
  return judges
}

const isLoopback = (host: string): boolean => ['localhost', '::1', '[::1]'].includes(host) || /^127(\.\d{1,3}){3}$/.test(host)

/** Network addresses of this computer, as host names. A page of another site cannot have them as its name. */
const ownAddresses = (): string[] =>
  Object.values(networkInterfaces()).flatMap((each) =>
    (each ?? []).map(({ address, family }) => (family === 'IPv6' ? `[${address}]` : address)),
  )

/** Reads certificate and key. Both or neither are given. */
function tlsFrom(env: NodeJS.ProcessEnv): ServerConfig['tls'] {
  const [certFile, keyFile] = [env['PLUCKY_TLS_CERT'], env['PLUCKY_TLS_KEY']]
  if (!certFile && !keyFile) return undefined
  if (!certFile || !keyFile) throw new Error('Set both PLUCKY_TLS_CERT and PLUCKY_TLS_KEY.')
  const read = (file: string) => {
    try {
      return readFileSync(file)
    } catch (cause) {
      throw new Error(`The file "${file}" of the TLS certificate cannot be read by the server.`, { cause })
    }
  }
  return { cert: read(certFile), key: read(keyFile) }
}

/** Address of the pages. */
export const addressOf = ({ tls, host, port }: Pick<ServerConfig, 'tls' | 'host' | 'port'>): string =>
  `${tls ? 'https' : 'http'}://${host.includes(':') ? `[${host}]` : host}:${port}`
