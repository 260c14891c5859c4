import { Injectable, type BeforeApplicationShutdown, type OnModuleInit } from '@nestjs/common'
import { HttpAdapterHost } from '@nestjs/core'
import type { Server } from 'node:http'
import { setTimeout as wait } from 'node:timers/promises'
import stoppable from 'stoppable'

/** Time for requests in progress at shutdown, ms. As long as the longest statement. */
const GRACE_MS = 10_000

/**
 * Closes connections at shutdown: idle ones at once, the others after their request, and all after `GRACE_MS`. Browsers open connections ahead
 * of use, and a server of Node waits for them.
 */
@Injectable()
export class OpenConnections implements OnModuleInit, BeforeApplicationShutdown {
  private server: stoppable.StoppableServer | undefined

  constructor(private readonly host: HttpAdapterHost) {}

  onModuleInit(): void {
    // The adapter of Express has a server of Node.
    this.server = stoppable(this.host.httpAdapter.getHttpServer() as Server, GRACE_MS)
  }

  /** Resolves when all connections are closed. The database is closed after that. A TLS handshake that hangs is not waited for. */
  async beforeApplicationShutdown(): Promise<void> {
    const closed = new Promise<void>((resolve) => this.server?.stop(() => resolve()))
    await Promise.race([closed, wait(GRACE_MS + 1000, undefined, { ref: false })])
  }
}
