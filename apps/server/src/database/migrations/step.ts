/** Runs SQL in the transaction of a migration. `:name` is a parameter. Returns the rows. */
export type Sql = (text: string, values?: Readonly<Record<string, unknown>>) => Promise<Readonly<Record<string, unknown>>[]>

/**
 * A migration. Frozen once released: no current defaults or models. Idempotent.
 */
export type Up = (sql: Sql) => Promise<void>
