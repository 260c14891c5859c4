import { Injectable, Logger, type OnModuleDestroy } from '@nestjs/common'
import { isRecord } from '@plucky/core'
import type { ShopEvent } from '@plucky/contract'
import { Client } from 'pg'
import { concat, of, Subject, type Observable } from 'rxjs'

/** Channel on which the database tells of changes. */
const CHANNEL = 'plucky_changes'
/** Changes before this moment may have been missed. */
const CONNECTED: ShopEvent = { subject: 'connected', id: '', version: null, window: null }
/** Time between two attempts to connect, ms. */
const AGAIN_MS = 1000

/**
 * Changes of the shop by any server process on its database, as the database commits them. Listens on a connection of its own as long as
 * somebody follows.
 */
@Injectable()
export class ChangesFeed implements OnModuleDestroy {
  private readonly log = new Logger('Events')
  private readonly events = new Subject<ShopEvent>()
  private client: Client | undefined
  private listening = false
  private followers = 0
  private timer: NodeJS.Timeout | undefined

  constructor(private readonly databaseUrl: string) {}

  /** Events until `leave` is called, beginning with `connected` as soon as the database tells of changes. */
  follow(): { readonly events: Observable<ShopEvent>; readonly leave: () => void } {
    this.followers++
    if (this.followers === 1) void this.listen()
    let left = false
    return {
      events: this.listening ? concat(of(CONNECTED), this.events) : this.events,
      leave: () => {
        if (left) return
        left = true
        this.followers--
        if (this.followers === 0) this.stop()
      },
    }
  }

  private async listen(): Promise<void> {
    const client = new Client({ connectionString: this.databaseUrl, application_name: 'events', keepAlive: true })
    this.client = client
    client.on('error', (error) => this.lost(client, error))
    client.on('end', () => this.lost(client))
    client.on('notification', ({ payload }) => {
      const event = eventOf(payload)
      if (event) this.events.next(event)
    })
    try {
      await client.connect()
      await client.query(`LISTEN ${CHANNEL}`)
      if (this.client !== client) return
      this.listening = true
      this.events.next(CONNECTED)
    } catch (error) {
      this.lost(client, error)
    }
  }

  private lost(client: Client, error?: unknown): void {
    if (this.client !== client) return
    this.client = undefined
    this.listening = false
    if (error) this.log.warn(`The database tells of no changes for now: ${error instanceof Error ? error.message : String(error)}`)
    client.end().catch(() => undefined) // it is lost already
    clearTimeout(this.timer)
    this.timer = setTimeout(() => this.followers > 0 && !this.client && void this.listen(), AGAIN_MS)
    this.timer.unref()
  }

  private stop(): void {
    const { client } = this
    this.client = undefined
    this.listening = false
    clearTimeout(this.timer)
    client?.end().catch(() => undefined) // it is lost already
  }

  /** Ends all streams, before the server waits for open requests. */
  onModuleDestroy(): void {
    this.events.complete()
    this.stop()
  }
}

/** Reads what the database sends. */
function eventOf(payload: string | undefined): ShopEvent | undefined {
  const sent: unknown = JSON.parse(payload ?? 'null')
  if (!isRecord(sent)) return undefined
  const { subject, id, version, window } = sent
  return {
    subject: String(subject),
    id: String(id),
    version: typeof version === 'number' ? version : null,
    window: typeof window === 'string' ? window : null,
  }
}
