import type { NextFunction, Request, Response } from 'express'
import { collectDefaultMetrics, Gauge, Histogram, Registry } from 'prom-client'

/** Upper limits of the classes of response time, s. */
const CLASSES_S = [0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 5, 10]

/** Figures of one server process: response times by operation, memory and delay of the event loop. */
export class Metrics {
  readonly registry = new Registry()
  private readonly times = new Histogram({
    name: 'plucky_request_seconds',
    help: 'Response time by method, operation and status.',
    labelNames: ['method', 'operation', 'status'],
    buckets: CLASSES_S,
    registers: [this.registry],
  })

  private readonly unrated = new Gauge({
    name: 'plucky_jobs_unrated',
    help: 'Jobs of the shop that were changed and are not rated yet.',
    registers: [this.registry],
  })

  constructor() {
    collectDefaultMetrics({ register: this.registry, prefix: 'plucky_' })
  }

  /** All figures as text, with the number of jobs that are not rated yet. */
  text(unrated: number): Promise<string> {
    this.unrated.set(unrated)
    return this.registry.metrics()
  }

  /** Middleware that measures every request. Paths without an operation are counted together, so that their number is limited. */
  readonly measure = (request: Request, response: Response, next: NextFunction): void => {
    const stop = this.times.startTimer()
    response.once('close', () => {
      // Set by the router once an operation is found.
      const { path } = (request.route ?? {}) as { path?: unknown }
      stop({ method: request.method, operation: typeof path === 'string' ? path : 'other', status: String(response.statusCode) })
    })
    next()
  }
}
