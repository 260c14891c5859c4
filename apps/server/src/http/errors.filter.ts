import { Catch, HttpException, Logger, type ArgumentsHost, type ExceptionFilter } from '@nestjs/common'
import type { Request, Response } from 'express'
import { describeError, failureOf, type Failure } from '../database/failures.js'
import { bodyLimit } from './guard.js'
import { Refusal, refuse } from './refusal.js'

/** Value of the Retry-After header, seconds. */
const RETRY_AFTER_S = '2'

const FAILURES: Readonly<Record<Failure, () => Refusal>> = {
  unreachable: () => refuse(503, 'stores-unreachable'),
  contended: () => refuse(503, 'stores-contended'),
  full: () => refuse(507, 'disk-full'),
  'not-storable': () => refuse(422, 'value-not-storable'),
}

/** Every error leaves as a list of problems: code, path, sentence. What we did not expect is logged with its cause. */
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
      this.log.error(`${request.method} ${request.path}: ${describeError(error)}`)
    if (response.headersSent) return void response.destroy()
    if (status === 503) response.setHeader('Retry-After', RETRY_AFTER_S)
    response.status(status).json({ errors: refusal.problems })
  }

  private refusalFor(error: unknown, request: Request): Refusal {
    if (error instanceof Refusal) return error
    const failure = failureOf(error)
    if (failure) return FAILURES[failure]()
    const type = (error as { type?: unknown } | null)?.type
    if (type === 'entity.parse.failed') return refuse(400, 'json-unreadable')
    if (type === 'entity.too.large' || (error instanceof HttpException && error.getStatus() === 413))
      return refuse(413, 'too-large', '', { most: bodyLimit(request.path) })
    if (!(error instanceof HttpException)) {
      const status = Number((error as { status?: unknown } | null)?.status)
      return status >= 400 && status < 500
        ? refuse(status, 'request-refused', '', { reason: String((error as Error).message) })
        : refuse(500, 'internal-error')
    }
    if (error.getStatus() === 404) return refuse(404, 'not-found', '', { path: request.path })
    if (/JSON/.test(error.message) && error.getStatus() === 400) return refuse(400, 'json-unreadable')
    if (error.getStatus() < 500) return refuse(error.getStatus(), 'request-refused', '', { reason: error.message })
    return refuse(500, 'internal-error')
  }
}
