import { capped, DISK_HEADER, isInherited, isStorable, plainProblems } from '@plucky/contract'
import express, { type NextFunction, type Request, type RequestHandler, type Response } from 'express'
import type { Disk } from '../disk/disk.js'
import { Refusal, refuse } from './refusal.js'

/** Greatest bodies by route; what is not listed is small. */
const BODY_LIMITS = [
  // A job file brings its photos along.
  { path: '/api/jobs/import', limit: '24mb' },
  { path: '/api/shelf/file', limit: '24mb' },
  { path: '/api/shelf/import', limit: '12mb' },
  { path: '/api/photos', limit: '4mb' },
  { path: '/api', limit: '1mb' },
] as const

/** The limit for one address, as an error says it. */
export const bodyLimit = (path: string): string =>
  (BODY_LIMITS.find((route) => path.startsWith(route.path))?.limit ?? '0').replace('mb', ' MB')

const LOOPBACK = ['localhost', '127.0.0.1', '[::1]']
const CHANGING = new Set(['POST', 'PUT', 'PATCH', 'DELETE'])

/**
 * What every request passes before a controller sees it: the name of the server, the page it comes from, its address, the type and size
 * of its body, and what is in it. A refusal is an error with words, answered by the filter of errors.
 */
export function guards(hosts: readonly string[], disk: Disk): RequestHandler[] {
  const allowed = new Set([...LOOPBACK, ...hosts])
  return [
    (request, _response, next) => next(hostProblem(request, allowed) ?? originProblem(request) ?? addressProblem(request)),
    (request, response, next) => void diskProblem(request, response, disk).then(next, next),
    (request, _response, next) => next(typeProblem(request)),
    ...BODY_LIMITS.map(({ path, limit }) => under(path, express.json({ limit }))),
    (request, _response, next) => next(bodyProblem(request.body)),
  ]
}

const under =
  (path: string, handler: RequestHandler): RequestHandler =>
  (request: Request, response: Response, next: NextFunction) =>
    request.path.startsWith(path) ? handler(request, response, next) : next()

/** A page of another site that resolves its own name to this machine still sends its own name. */
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

/** Addresses that the database could not read either, and questions that are asked twice. */
function addressProblem({ originalUrl, query }: Request): Refusal | undefined {
  const texts = [decoded(originalUrl), ...Object.values(query)]
  const good = texts.every((text) => typeof text === 'string' && isStorable(text)) && !Object.keys(query).some(isInherited)
  return good ? undefined : refuse(400, 'address-unreadable')
}

/** Tells how much room is left where it is little; a full disk is only read. */
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
