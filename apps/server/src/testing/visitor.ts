import type { Role } from '@plucky/contract'
import { randomBytes } from 'node:crypto'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { AddressInfo } from 'node:net'
import type { AccessSettings } from '../access/settings.js'
import { PeopleService } from '../access/people.service.js'
import { errorsOf } from './jobs.js'
import { scratchApplication, type Scratch } from './scratch.js'

/** A folder of pages: one page and one file. */
function pages(): string {
  const folder = mkdtempSync(join(tmpdir(), 'plucky-pages-'))
  writeFileSync(join(folder, 'index.html'), '<title>Pages</title>')
  return folder
}

export const METRICS_TOKEN = 'token of the monitoring program'
/** Password of the people of tests. */
export const PASSWORD = 'seven quiet gears turn'

interface Answer {
  readonly status: number
  readonly body: unknown
  readonly text: string
  readonly headers: Headers
}

/** Somebody who asks a server, with a cookie once signed in. */
export class Visitor {
  cookie = ''

  constructor(private readonly origin: string) {}

  /** Sends a request as a page of the server would. Headers that are `null` are left out. */
  async ask(method: string, path: string, body?: unknown, headers: Readonly<Record<string, string | null>> = {}): Promise<Answer> {
    const own = {
      origin: this.origin,
      cookie: this.cookie,
      ...(body === undefined ? {} : { 'content-type': 'application/json' }),
      ...headers,
    }
    const sent = Object.fromEntries(Object.entries(own).filter((entry): entry is [string, string] => entry[1] !== null && entry[1] !== ''))
    const response = await fetch(this.origin + path, {
      method,
      headers: sent,
      redirect: 'manual',
      ...(body === undefined ? {} : { body: typeof body === 'string' ? body : JSON.stringify(body) }),
    })
    // A stream of events does not end.
    const endless = response.headers.get('content-type')?.startsWith('text/event-stream') === true
    if (endless) await response.body?.cancel()
    const text = endless ? '' : await response.text()
    const cookie = /^plucky=([^;]*)/.exec(response.headers.get('set-cookie') ?? '')
    if (cookie) this.cookie = cookie[1] ? `plucky=${cookie[1]}` : ''
    return { status: response.status, text, headers: response.headers, body: jsonOf(text) }
  }

  async signIn(name: string, password = PASSWORD, code?: string): Promise<Answer> {
    return this.ask('POST', '/api/access/sign-in', { name, password, ...(code === undefined ? {} : { code }) })
  }
}

/** Code of the first problem of a refusal. */
export const codeOf = ({ body }: Pick<Answer, 'body'>): string | undefined => errorsOf(body)[0]?.code

function jsonOf(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    return undefined // the answer is a file
  }
}

/** A shop with accounts: an owner, a builder and a viewer. */
export interface SharedShop extends Scratch {
  readonly origin: string
  visitor(): Visitor
  /** A visitor who is signed in as the person of a role. */
  as(role: Role): Promise<Visitor>
}

export const NAMES: Readonly<Record<Role, string>> = { owner: 'Oda', builder: 'Ben', viewer: 'Vic' }

export async function sharedShop(access: Partial<AccessSettings> = {}): Promise<SharedShop> {
  const scratch = await scratchApplication(undefined, {
    access: { mode: 'accounts', secure: false, mostRequests: 100_000, ownersNeedFactor: false, secretKey: randomBytes(32), ...access },
    webFolder: pages(),
    metricsToken: METRICS_TOKEN,
  })
  await scratch.app.listen(0, '127.0.0.1')
  // Listening on a port.
  const { port } = scratch.app.getHttpServer().address() as AddressInfo
  const origin = `http://127.0.0.1:${port}`
  const people = scratch.app.get(PeopleService)
  for (const role of ['owner', 'builder', 'viewer'] as const) await people.add({ name: NAMES[role], role, password: PASSWORD })
  const visitor = () => new Visitor(origin)
  return {
    ...scratch,
    origin,
    visitor,
    async as(role) {
      const one = visitor()
      const { status, text } = await one.signIn(NAMES[role])
      if (status !== 200) throw new Error(text)
      return one
    },
  }
}
