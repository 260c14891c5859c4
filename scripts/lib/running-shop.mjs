import { Trouble } from './say.mjs'

/** A file, or what is asked of a shop, was refused. */
export class Refused extends Trouble {
  constructor(errors) {
    super(errors.map(({ sentence }) => sentence).join(' '))
    this.errors = errors
  }
}

/**
 * Runs work with a function that sends requests to a running shop. With a name, it signs in first and signs out at the end. The password is
 * that of the environment variable PLUCKY_PASSWORD, or is asked for.
 */
export async function withShop({ server, name }, work) {
  if (!name) return work((path, options) => send(server, path, options))
  // The shop takes changes only from pages of its own, which name their origin.
  const origin = new URL(server).origin
  const headers = { origin, cookie: await signIn(server, name, origin) }
  const ask = (path, options) => send(server, path, { ...options, headers: { ...options?.headers, ...headers } })
  try {
    return await work(ask)
  } finally {
    // A shop that does not answer any more ends the session by itself, and the error of the work is the one to show.
    await ask('/api/access/sign-out', { method: 'POST' }).catch(() => undefined)
  }
}

/** Cookie of a new session. */
async function signIn(server, name, origin) {
  const { read } = await import('read')
  const hidden = (prompt) => read({ prompt, silent: true, output: process.stderr })
  const password = process.env.PLUCKY_PASSWORD ?? (await hidden(`Password of ${name}: `))
  const attempt = (more) =>
    send(server, '/api/access/sign-in', {
      method: 'POST',
      headers: { origin, 'content-type': 'application/json' },
      body: JSON.stringify({ name, password, ...more }),
    })
  const first = await attempt()
  const needsCode = (await first.json()).outcome === 'code'
  const response = needsCode ? await attempt({ code: process.env.PLUCKY_CODE ?? (await hidden('Code of the second factor: ')) }) : first
  return response.headers.getSetCookie()[0].split(';')[0]
}

/** Response of the shop. */
async function send(server, path, options) {
  const response = await fetch(new URL(path, server), options).catch((cause) => {
    throw new Trouble(`The shop does not answer at ${server}. Start it with npm start, or give its address with --server.`, { cause })
  })
  if (response.ok) return response
  const { errors, detail } = await response.json().catch(() => ({}))
  if (errors?.[0]?.code === 'sign-in-needed')
    throw new Trouble('This shop has accounts. Give your name with --name, and then the password.')
  if (errors && response.status < 500 && response.status !== 401) throw new Refused(errors)
  throw new Trouble(errors?.[0]?.sentence ?? detail ?? `The shop answers ${response.status}.`)
}
