import type { NextFunction, Request, RequestHandler, Response } from 'express'
import { RateLimiterMemory, RateLimiterRes } from 'rate-limiter-flexible'
import { refuse } from '../http/refusal.js'
import { sessionToken } from './cookie.js'
import { rightsOf } from './rights.js'
import type { SessionsService } from './sessions.service.js'
import type { AccessSettings } from './settings.js'
import { actAs, type Who } from './who.js'

/** An address without sign-in has this share of the requests of a person. */
const ADDRESS_SHARE = 0.1

/** Longest token that is looked up. */
const MOST_TOKEN = 100

/**
 * Middleware that finds the person of a request by the session cookie, limits the requests of each person and address, and requires a known
 * origin for changes.
 */
export function identify(access: AccessSettings, sessions: SessionsService): RequestHandler {
  const limiter = (share: number) => new RateLimiterMemory({ points: Math.ceil(access.mostRequests * share), duration: 60 })
  const [ofPerson, ofAddress] = [limiter(1), limiter(ADDRESS_SHARE)]
  const person = async (request: Request): Promise<Who | undefined> => {
    const token = sessionToken(request, access)
    const found = token !== undefined && token.length <= MOST_TOKEN ? await sessions.find(token) : undefined
    if (!found) return undefined
    const { digest, ...known } = found
    return { ...known, ...rightsOf(known, access), session: digest, address: request.ip ?? '' }
  }
  const pass = async (request: Request, response: Response, next: NextFunction): Promise<void> => {
    response.setHeader('Cache-Control', 'no-store')
    requireOrigin(request)
    const known = await person(request)
    await consume(known ? ofPerson : ofAddress, known ? String(known.id) : (request.ip ?? ''))
    if (known) return actAs(known, next)
    requirePerson(request)
    next()
  }
  return (request, response, next) => {
    if (!/^\/api(\/|$)/i.test(request.path)) return next()
    pass(request, response, next).catch(next)
  }
}

const READING = ['GET', 'HEAD', 'OPTIONS']

/**
 * Refuses what no operation checks, or only after its body was read: the API documentation, and changes other than a sign-in.
 */
function requirePerson({ method, path }: Request): void {
  const isDocumentation = /^\/api\/docs/i.test(path)
  const isChange = !READING.includes(method) && path !== '/api/access/sign-in'
  if (isDocumentation || isChange) throw refuse(401, 'sign-in-needed')
}

/** Browsers name the origin of every change. A request without it is no page of this server. */
function requireOrigin({ method, headers }: Request): void {
  if (READING.includes(method) || headers.origin !== undefined) return
  throw refuse(403, 'origin-not-allowed', '', { origin: 'an unnamed page' })
}

const consume = (limiter: RateLimiterMemory, key: string): Promise<unknown> =>
  limiter.consume(key).catch((refused: unknown) => {
    if (!(refused instanceof RateLimiterRes)) throw refused
    throw refuse(429, 'too-many-requests', '', { seconds: Math.max(1, Math.ceil(refused.msBeforeNext / 1000)) })
  })
