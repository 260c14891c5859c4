import { Catch, HttpException, Logger, type ArgumentsHost, type ExceptionFilter } from '@nestjs/common'
import type { Request, Response } from 'express'
import { STATUS_CODES } from 'node:http'
import { describeError, failureOf, type Failure } from '../database/failures.js'
import { allowedMethods, fullPath } from './allowed-methods.js'
import { bodyLimit } from './guard.js'
import { requestId } from '../logging.js'
import { Refusal, refuse } from './refusal.js'
import { isRecord } from '@plucky/core'

/** Value of the Retry-After header, seconds. */
const RETRY_AFTER_S = '2'

const FAILURES: Readonly<Record<Failure, () => Refusal>> = {
  unreachable: () => refuse(503, 'stores-unreachable'),
  contended: () => refuse(503, 'stores-contended'),
  full: () => refuse(507, 'disk-full'),
  'not-storable': () => refuse(422, 'value-not-storable'),
}

/**
 * Problem details of a refusal (RFC 9457). `instance` is the id of the request, as in the log. `detail` is the sentence of the first problem; `errors` has every problem with its code, path and
 * sentence.
 */
function problemDetails(refusal: Refusal): object {
  const status = refusal.getStatus()
  const [first] = refusal.problems
  const id = requestId()
  return {
    type: 'about:blank',
    title: STATUS_CODES[status],
    status,
    detail: first?.sentence,
    ...(id ? { instance: `urn:uuid:${id}` } : {}),
    code: first?.code,
    path: first?.path,
    errors: refusal.problems,
  }
}

/** Path of a request for the log, without the secret of a customer link. */
const loggedPath = (request: Request): string => fullPath(request).replace(/(\/links\/)[^/]+/i, '$1…')

/** Answers every error with problem details. Unexpected errors are logged with their cause. */
@Catch()
export class ErrorsFilter implements ExceptionFilter {
  private readonly log = new Logger('Errors')

  catch(error: unknown, host: ArgumentsHost): void {
    const http = host.switchToHttp()
    const request = http.getRequest<Request>()
    const response = http.getResponse<Response>()
    const refusal = this.refusalFor(error, request)
    const status = refusal.getStatus()
    if (!(error instanceof Refusal) && (status >= 500 || failureOf(error)))
      this.log.error(`${request.method} ${loggedPath(request)}: ${describeError(error)}`)
    if (response.headersSent) return void response.destroy()
    if (status === 503) response.setHeader('Retry-After', RETRY_AFTER_S)
    if (status === 405) response.setHeader('Allow', allowedMethods(request))
    response
      .status(status)
      .type('application/problem+json')
      .send(JSON.stringify(problemDetails(refusal)))
  }

  private notFound(request: Request): Refusal {
    const [path, method] = [fullPath(request), request.method]
    const allowed = allowedMethods(request)
    return allowed.length > 0
      ? refuse(405, 'method-not-allowed', '', { path, method, allowed: allowed.join(', ') })
      : refuse(404, 'not-found', '', { path })
  }

  private refusalFor(error: unknown, request: Request): Refusal {
    if (error instanceof Refusal) return error
    const failure = failureOf(error)
    if (failure) return FAILURES[failure]()
    const type = isRecord(error) ? error['type'] : undefined
    if (type === 'entity.parse.failed') return refuse(400, 'json-unreadable')
    if (type === 'entity.too.large' || (error instanceof HttpException && error.getStatus() === 413))
      return refuse(413, 'too-large', '', { most: bodyLimit(fullPath(request)) })
    if (!(error instanceof HttpException)) {
      const { status: said, message } = isRecord(error) ? error : {}
      const status = Number(said)
      return status >= 400 && status < 500
        ? refuse(status, 'request-refused', '', { reason: String(message) })
        : refuse(500, 'internal-error')
    }
    if (error.getStatus() === 404) return this.notFound(request)
    if (/JSON/.test(error.message) && error.getStatus() === 400) return refuse(400, 'json-unreadable')
    if (error.getStatus() < 500) return refuse(error.getStatus(), 'request-refused', '', { reason: error.message })
    return refuse(500, 'internal-error')
  }
}
