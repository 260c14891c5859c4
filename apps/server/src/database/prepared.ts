import { LRUCache } from 'lru-cache'
import { createHash } from 'node:crypto'

/** A statement that was sent this often is prepared. */
const OFTEN = 20
/** Highest number of prepared statements, and of statements that are counted. Each connection holds the plans of its own. */
const [MOST_PREPARED, MOST_TRACKED] = [40, 1000]

/** A connection of the pool, as far as it is used here. */
interface Connection {
  query: (sql: unknown, ...more: readonly unknown[]) => unknown
}

/**
 * Prepares the statements that are sent most often, so that the database plans them once for each connection: planning a page of the job list
 * takes longer than reading it. Only statements with values are prepared: their text is always the same.
 */
export class PreparedStatements {
  private readonly names = new Map<string, string>()
  private readonly sent = new LRUCache<string, number>({ max: MOST_TRACKED })

  /** Hook that is called with each new connection. */
  readonly prepareOn = (connection: unknown): void => {
    // The connections of this dialect are pg clients.
    const client = connection as Connection
    const query = client.query.bind(client)
    client.query = (sql, ...more) => {
      const name = typeof sql === 'string' && Array.isArray(more[0]) ? this.nameOf(sql) : undefined
      return query(name ? { name, text: sql } : sql, ...more)
    }
  }

  /** Name of a statement that is sent often. Counts it. */
  private nameOf(sql: string): string | undefined {
    const name = this.names.get(sql)
    if (name !== undefined || this.names.size >= MOST_PREPARED) return name
    const sent = (this.sent.get(sql) ?? 0) + 1
    this.sent.set(sql, sent)
    if (sent >= OFTEN) this.names.set(sql, createHash('sha256').update(sql).digest('base64url'))
    return this.names.get(sql)
  }
}
