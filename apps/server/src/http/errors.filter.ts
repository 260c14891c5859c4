import { Catch, HttpException, Logger, type ArgumentsHost, type ExceptionFilter } from '@nestjs/common'
import type { Request, Response } from 'express'
import { ConnectionError } from 'sequelize'
import { Refusal, refuse } from './refusal.js'

/** Every error leaves as a list of problems: code, path, sentence. What we did not expect is logged with its cause. */
@Catch()
export class ErrorsFilter implements ExceptionFilter {
  private readonly log = new Logger('Errors')

  catch(error: unknown, host: ArgumentsHost): void {
    const http = host.switchToHttp()
    const request = http.getRequest<Request>()
    const refusal = this.refusalFor(error, request)
    if (refusal.getStatus() === 503)
      this.log.error(`The database does not answer: ${error instanceof Error ? error.message : String(error)}`)
    else if (refusal.getStatus() >= 500) this.log.error(error instanceof Error ? (error.stack ?? error.message) : String(error))
    http.getResponse<Response>().status(refusal.getStatus()).json({ errors: refusal.problems })
  }

  private refusalFor(error: unknown, request: Request): Refusal {
    if (error instanceof Refusal) return error
    if (error instanceof ConnectionError) return refuse(503, 'stores-unreachable')
    const type = (error as { type?: unknown } | null)?.type
    if (type === 'entity.parse.failed') return refuse(400, 'json-unreadable')
    if (type === 'entity.too.large') return refuse(413, 'too-large')
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
