import type { LoggerService } from '@nestjs/common'
import type { NextFunction, Request, Response } from 'express'
import { AsyncLocalStorage } from 'node:async_hooks'
import { randomUUID } from 'node:crypto'
import { destination, pino, stdTimeFunctions } from 'pino'

interface RequestMark {
  readonly requestId: string
}

const marks = new AsyncLocalStorage<RequestMark>()

/** Id of the request that is being answered. Undefined outside of requests. */
export const requestId = (): string | undefined => marks.getStore()?.requestId

/** Gives every request an id: in the response header, in problem details and in every line that is logged for it. */
export function markRequest(_request: Request, response: Response, next: NextFunction): void {
  const mark = { requestId: randomUUID() }
  response.setHeader('X-Request-Id', mark.requestId)
  marks.run(mark, next)
}

/** A log of one JSON object per line. */
export function jsonLog(write: (line: string) => void): LoggerService {
  const log = pino(
    {
      level: 'warn',
      base: null,
      timestamp: stdTimeFunctions.isoTime,
      formatters: { level: (level) => ({ level }) },
      mixin: () => ({ ...marks.getStore() }),
    },
    { write },
  )
  const at =
    (level: 'debug' | 'error' | 'fatal' | 'info' | 'warn') =>
    (message: unknown, ...more: unknown[]) => {
      // Nest passes the logger name last and the stack before it.
      const [context, stack] = more.filter((each) => typeof each === 'string').reverse()
      const named = { ...(context ? { context } : {}), ...(stack ? { stack } : {}) }
      if (message instanceof Error) log[level]({ ...named, err: message }, message.message)
      else log[level](named, String(message))
    }
  return { log: at('info'), error: at('error'), warn: at('warn'), debug: at('debug'), verbose: at('debug'), fatal: at('fatal') }
}

/** The log of the running server, on standard error. */
export const standardLog = (): LoggerService => {
  const out = destination({ dest: 2, sync: true })
  return jsonLog((line) => void out.write(line))
}
