/** SQL of one upgrade step, in the transaction of that step. `:name` is replaced by a value. Returns the rows, if any. */
export type Sql = (text: string, values?: Readonly<Record<string, unknown>>) => Promise<Readonly<Record<string, unknown>>[]>

/**
 * One step of the upgrade. Steps are history: they never change, and use no default or model of today. Each can run again on a database
 * where it has run before.
 */
export type Up = (sql: Sql) => Promise<void>
