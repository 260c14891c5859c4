import { capped, DISK_HEADER, isInherited, isStorable, plainProblems } from '@plucky/contract'
import express, { type Request, type RequestHandler, type Response } from 'express'
import type { Disk } from '../disk/disk.js'
import { Refusal, refuse } from './refusal.js'

/** Maximum body size by path prefix. The first match counts. */
const BODY_LIMITS = [
  // Job files include photos.
  { path: '/api/jobs/import', limit: '24mb' },
  { path: '/api/shelf/file', limit: '24mb' },
  { path: '/api/shelf/import', limit: '12mb' },
  { path: '/api/shelf/prices', limit: '4mb' },
  { path: '/api/photos', limit: '4mb' },
  { path: '/api', limit: '1mb' },
] as const

/** Maximum body size of a path, for error messages. */
export const bodyLimit = (path: string): string =>
  (BODY_LIMITS.find((route) => path.startsWith(route.path))?.limit ?? '0').replace('mb', ' MB')

const LOOPBACK = ['localhost', '127.0.0.1', '[::1]']
const CHANGING = new Set(['POST', 'PUT', 'PATCH', 'DELETE'])

/**
 * Middleware that checks every request before the controllers: host, origin, URL, person (`identified`), free disk space, content type, body
 * size and body content.
 */
export function guards(hosts: readonly string[], disk: Disk, identified: readonly RequestHandler[] = []): RequestHandler[] {
  const allowed = new Set([...LOOPBACK, ...hosts])
  return [
    (request, _response, next) => next(hostProblem(request, allowed) ?? originProblem(request) ?? addressProblem(request)),
    ...identified,
    (request, response, next) => void diskProblem(request, response, disk).then(next, next),
    (request, _response, next) => next(typeProblem(request)),
    readBody,
    (request, _response, next) => next(bodyProblem(request.body)),
  ]
}

const READERS = BODY_LIMITS.map(({ path, limit }) => ({ path, read: express.json({ limit }) }))

const readBody: RequestHandler = (request, response, next) => {
  const reader = READERS.find(({ path }) => request.path.startsWith(path))
  if (reader) reader.read(request, response, next)
  else next()
}

/** Rejects unknown host names, against DNS rebinding. */
function hostProblem(request: Request, allowed: ReadonlySet<string>): Refusal | undefined {
  const host = request.headers.host ?? ''
  if (allowed.has(host.replace(/:\d+$/, '').toLowerCase())) return undefined
  return refuse(421, 'host-not-allowed', '', { host: host.slice(0, 100), port: request.socket.localPort ?? 0 })
}

function originProblem({ method, headers }: Request): Refusal | undefined {
  const { origin } = headers
  if (!CHANGING.has(method) || origin === undefined) return undefined
  const own = URL.canParse(origin) && new URL(origin).host === headers.host
  return own ? undefined : refuse(403, 'origin-not-allowed', '', { origin: origin.slice(0, 100) })
}

/** Rejects malformed percent encoding, NUL, lone surrogates, and repeated or inherited query keys. */
function addressProblem({ originalUrl, query }: Request): Refusal | undefined {
  const texts = [decoded(originalUrl), ...Object.values(query)]
  const good = texts.every((text) => typeof text === 'string' && isStorable(text)) && !Object.keys(query).some(isInherited)
  return good ? undefined : refuse(400, 'address-unreadable')
}

/** Adds the disk header if space is low. Rejects writes if the disk is full. */
async function diskProblem({ method }: Request, response: Response, disk: Disk): Promise<Refusal | undefined> {
  const { state, freeBytes } = await disk.look()
  if (state !== 'ok') response.setHeader(DISK_HEADER, `${state}; free=${freeBytes}`)
  return state === 'full' && CHANGING.has(method) ? refuse(507, 'disk-full') : undefined
}

function decoded(url: string): string | undefined {
  try {
    return decodeURIComponent(url)
  } catch {
    return undefined // refused as unreadable
  }
}

function typeProblem(request: Request): Refusal | undefined {
  const hasBody = request.headers['transfer-encoding'] !== undefined || Number(request.headers['content-length'] ?? 0) > 0
  return !hasBody || request.is('application/json') ? undefined : refuse(415, 'body-of-other-type')
}

function bodyProblem(body: unknown): Refusal | undefined {
  const problems = body === undefined ? [] : plainProblems(body)
  return problems.length === 0 ? undefined : new Refusal(422, capped(problems))
}
