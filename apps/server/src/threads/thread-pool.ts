import { Logger } from '@nestjs/common'
import { fileURLToPath } from 'node:url'
import { Piscina } from 'piscina'
import { refuse } from '../http/refusal.js'

/** Maximum queue length. A call beyond this is refused with 503. */
const MOST_WAITING = 30
/** Threads above `minThreads` end after this time without work. */
const IDLE_MS = 60_000

type Options = Pick<NonNullable<ConstructorParameters<typeof Piscina>[0]>, 'minThreads' | 'maxThreads' | 'resourceLimits'>

/** Worker threads that run the exported functions of one built module. `Work` is the type of the module. */
export class ThreadPool<Work extends Record<keyof Work, (input: never) => unknown>> {
  private readonly pool: Piscina

  /** `module`: path of the module below `dist`. */
  constructor(name: string, module: string, options: Options) {
    const filename = fileURLToPath(new URL(`../../dist/${module}`, import.meta.url))
    this.pool = new Piscina({ filename, idleTimeout: IDLE_MS, maxQueue: MOST_WAITING, ...options })
    const log = new Logger(name)
    // Failures of an idle thread. Without a listener they would end the server.
    this.pool.on('error', (error: unknown) => log.error(error))
  }

  /** Runs a function of the module in a thread. Input and result are copied. */
  run<N extends keyof Work & string>(name: N, ...input: Parameters<Work[N]>): Promise<Awaited<ReturnType<Work[N]>>> {
    if (this.pool.queueSize >= MOST_WAITING) throw refuse(503, 'busy')
    // The thread runs the function with this name.
    return this.pool.run(input[0], { name }) as Promise<Awaited<ReturnType<Work[N]>>>
  }

  destroy(): Promise<void> {
    return this.pool.destroy()
  }
}
