import { Injectable, type BeforeApplicationShutdown, type OnModuleInit } from '@nestjs/common'
import { HttpAdapterHost } from '@nestjs/core'
import type { Server } from 'node:http'
import stoppable from 'stoppable'

/** Time for requests in progress at shutdown, ms. As long as the longest statement. */
const GRACE_MS = 10_000

/** Closes connections at shutdown. Idle ones close at once: browsers open connections ahead of use, and the server would wait for them. */
@Injectable()
export class OpenConnections implements OnModuleInit, BeforeApplicationShutdown {
  private server: stoppable.StoppableServer | undefined

  constructor(private readonly host: HttpAdapterHost) {}

  onModuleInit(): void {
    // The adapter of Express has a server of Node.
    this.server = stoppable(this.host.httpAdapter.getHttpServer() as Server, GRACE_MS)
  }

  beforeApplicationShutdown(): void {
    this.server?.stop()
  }
}
