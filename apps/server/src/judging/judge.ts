import { Logger } from '@nestjs/common'
import { headlinesOf, jobFileOf, type Headlines, type JobContent, type JobFile } from '@plucky/contract'
import type { Kit } from '@plucky/core'
import { setImmediate as nextTurn, setTimeout as wait } from 'node:timers/promises'
import { Client } from 'pg'
import { PreparedStatements } from '../database/prepared.js'
import { NamedItems, type Reader } from '../shelf/named-items.js'
import { ReceivedMemory } from './received-memory.js'

/** Channel on which the database tells that jobs were marked. */
const CHANNEL = 'plucky_marked'
/** Jobs that are rated together. Few, so that a job that was saved just now does not wait for many others. */
const BATCH = 3
/**
 * Rest after a batch for each ms that the judge waited for a processor, and the longest rest, ms. A process of the lowest priority still takes
 * all the time that requests leave, and they are answered more slowly then. On an idle computer the judge does not wait, so it does not rest.
 */
const [REST, MOST_REST_MS] = [4, 1000]
/** Class of the advisory locks of jobs that are being rated. Arbitrary number. */
const CLAIM = 5_182_005
/** Time between two attempts to connect, ms. */
const AGAIN_MS = 1000
/** Time after which a judge looks by itself, ms. A judge that is killed leaves jobs that nobody tells of. */
const LOOK_MS = 5000
const DEADLINE_MS = 20_000

interface MarkedJob {
  readonly number: number
  readonly body: JobContent
  /** Changes with every change of the row. */
  readonly state: string
}

/**
 * Rates the jobs that are marked as not rated, the latest first. The mark is set by the statement that changes a job or an item that it
 * names, so nothing is missed; the result is stored only if the job is still the one that was read, so each mark is worked once. Judges on
 * the same database share the work: each claims its jobs by locks that end with its connection, also if it is killed.
 */
export class Judge {
  private readonly log = new Logger('Judge')
  private client: Client | undefined
  private running: Promise<void> | undefined
  private readonly ending = new AbortController()
  private marked = false
  /** Time that the latest batch waited for a processor, ms. */
  private waitedMs = 0
  private wake = (): void => undefined

  private readonly items = new NamedItems()
  private readonly received = new ReceivedMemory()
  private readonly statements = new PreparedStatements()

  constructor(private readonly databaseUrl: string) {}

  start(): void {
    this.running ??= this.run()
  }

  /** Ends after the jobs at hand. */
  async stop(): Promise<void> {
    this.ending.abort()
    this.wake()
    await this.running
  }

  private async run(): Promise<void> {
    while (!this.ended) {
      try {
        const client = this.client ?? (await this.connect())
        this.marked = false
        this.waitedMs = 0
        if ((await this.judgeBatch(client)) === 0 && !this.hasWork()) await this.untilMarked()
        if (this.waitedMs > 0) await this.rest(Math.min(MOST_REST_MS, REST * this.waitedMs))
      } catch (error) {
        if (this.ended) break
        this.log.warn(`Jobs are not rated for now: ${error instanceof Error ? error.message : String(error)}`)
        await this.disconnect()
        await this.rest(AGAIN_MS)
      }
    }
    await this.disconnect()
  }

  private get ended(): boolean {
    return this.ending.signal.aborted
  }

  /** Waits, at most until the judge is to end. */
  private async rest(ms: number): Promise<void> {
    await wait(ms, undefined, { signal: this.ending.signal }).catch(() => undefined) // it is to end
  }

  /** True if jobs were marked since the last look, or if the judge is to end. */
  private hasWork(): boolean {
    return this.marked || this.ended
  }

  private async connect(): Promise<Client> {
    const client = new Client({
      connectionString: this.databaseUrl,
      application_name: 'judge',
      keepAlive: true,
      connectionTimeoutMillis: DEADLINE_MS,
      query_timeout: DEADLINE_MS,
    })
    this.statements.prepareOn(client)
    // The next query fails too.
    client.on('error', () => this.wake())
    client.on('notification', () => {
      this.marked = true
      this.wake()
    })
    this.client = client
    await client.connect()
    await client.query(`LISTEN ${CHANNEL}`)
    return client
  }

  private async disconnect(): Promise<void> {
    const { client } = this
    this.client = undefined
    await client?.end().catch(() => undefined) // it is lost already
  }

  private async untilMarked(): Promise<void> {
    const timer = new AbortController()
    this.wake = () => timer.abort()
    await wait(LOOK_MS, undefined, { signal: timer.signal }).catch(() => undefined) // woken
    this.wake = () => undefined
  }

  /** Rates some marked jobs. Returns their number. */
  private async judgeBatch(client: Client): Promise<number> {
    const { rows } = await client.query<MarkedJob>(
      `SELECT number, body, state FROM
         (SELECT number, body, xmin::text AS state FROM jobs WHERE NOT judged AND deleted_at IS NULL ORDER BY saved_at DESC LIMIT 200) AS waiting
       WHERE pg_try_advisory_lock($1, number) LIMIT $2`,
      [CLAIM, BATCH],
    )
    if (rows.length === 0) return 0
    try {
      const lookup = await this.items.of(
        rows.map(({ body }) => body),
        readerOf(client),
      )
      const kits = (await client.query<{ body: Kit }>('SELECT body FROM kits ORDER BY id')).rows.map(({ body }) => body)
      const judged: object[] = []
      for (const { number, state, body } of rows) {
        const headline = this.rate(number, () => jobFileOf(body, lookup, kits))
        const { outcome = 'no-answer', heldW = null, targetW = null } = headline?.us ?? {}
        judged.push({ number, state, outcome, held_w: heldW, target_w: targetW, headline })
        await nextTurn()
      }
      await client.query(
        `UPDATE jobs SET judged = true, outcome = found.outcome, held_w = found.held_w, target_w = found.target_w, headline = found.headline
         FROM jsonb_to_recordset($1::jsonb)
           AS found (number integer, state text, outcome text, held_w double precision, target_w double precision, headline jsonb)
         WHERE jobs.number = found.number AND jobs.xmin::text = found.state`,
        [JSON.stringify(judged)],
      )
    } finally {
      await client.query('SELECT pg_advisory_unlock_all()')
    }
    return rows.length
  }

  /** A job that cannot be rated is listed all the same, and the reason is in the log. */
  private rate(number: number, make: () => JobFile): Headlines | null {
    const [begun, used] = [performance.now(), process.cpuUsage()]
    try {
      const file = make()
      return headlinesOf(file, this.received.of(number, file))
    } catch (error) {
      this.log.error(`Job ${number} could not be rated: ${error instanceof Error ? error.stack : String(error)}`)
      return null
    } finally {
      const { user, system } = process.cpuUsage(used)
      this.waitedMs += Math.max(0, performance.now() - begun - (user + system) / 1000)
    }
  }
}

const readerOf =
  (client: Client): Reader =>
  async <T extends object>(sql: string, values: readonly unknown[]) =>
    (await client.query<T>(sql, [...values])).rows
