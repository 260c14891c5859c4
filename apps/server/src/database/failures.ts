import { DatabaseError } from 'pg'
import { BaseError, ConnectionError } from 'sequelize'

/** Expected database failures, by how the server answers them. */
export type Failure = 'unreachable' | 'contended' | 'full' | 'not-storable'

/** Failure by SQLSTATE code or two-character class. Source: PostgreSQL documentation, appendix A. */
const FAILURES: Readonly<Record<string, Failure>> = {
  '08': 'unreachable',
  '57P01': 'unreachable',
  '57P02': 'unreachable',
  '57P03': 'unreachable',
  '57P04': 'unreachable',
  '53300': 'unreachable',
  '25P03': 'unreachable', // idle in transaction for too long
  '57014': 'contended', // statement timeout
  '55P03': 'contended', // lock timeout
  '40': 'contended', // deadlock, serialization
  '53100': 'full',
  '22': 'not-storable',
}

const LOST = /connection terminated|not queryable|query read timeout|socket|ECONN|EPIPE|ConnectionManager.getConnection was called after/i

/** Classifies a database error. Returns `undefined` for an unexpected error. */
export function failureOf(error: unknown): Failure | undefined {
  if (error instanceof ConnectionError) return 'unreachable'
  if (!(error instanceof Error)) return undefined
  // Sequelize errors carry the driver error as parent. While a connection is opened, Sequelize passes driver errors on as they are.
  const { parent } = error as { parent?: Error & { code?: unknown } }
  const cause: Error & { code?: unknown } = parent ?? error
  const code = error instanceof BaseError || error instanceof DatabaseError ? String(cause.code ?? '') : ''
  return FAILURES[code] ?? FAILURES[code.slice(0, 2)] ?? (LOST.test(cause.message) ? 'unreachable' : undefined)
}

/** Formats an error for the log: stack trace, database message and SQL statement. */
export function describeError(error: unknown): string {
  if (!(error instanceof Error)) return String(error)
  // Sequelize errors carry the driver error as parent.
  const { parent, sql } = error as { parent?: { code?: string; detail?: string; message?: string }; sql?: string }
  const cause = parent ? `\nDatabase: ${[parent.code, parent.message, parent.detail].filter(Boolean).join(' · ')}` : ''
  return `${error.stack ?? error.message}${cause}${sql ? `\nStatement: ${sql.slice(0, 300)}` : ''}`
}
