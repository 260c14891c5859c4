import { parse } from 'cookie'
import type { Request, Response } from 'express'
import type { AccessSettings } from './settings.js'
import { MOST_HOURS } from './sessions.service.js'

/** Name of the session cookie. The prefix makes browsers refuse it without TLS, for a path, or from another host (RFC 6265bis). */
const nameOf = ({ secure }: AccessSettings): string => (secure ? '__Host-plucky' : 'plucky')

const options = ({ secure }: AccessSettings) => ({ httpOnly: true, sameSite: 'strict', secure, path: '/' }) as const

/** Token of the session cookie of a request. */
export const sessionToken = (request: Request, access: AccessSettings): string | undefined =>
  parse(request.headers.cookie ?? '')[nameOf(access)]

export function setSession(response: Response, access: AccessSettings, token: string): void {
  response.cookie(nameOf(access), token, { ...options(access), maxAge: MOST_HOURS * 3_600_000 })
}

export function clearSession(response: Response, access: AccessSettings): void {
  response.clearCookie(nameOf(access), options(access))
}
