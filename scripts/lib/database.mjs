/** A connection to a database, given up after five seconds. */
export async function connect(connectionString) {
  const { default: pg } = await import('pg') // not before the packages are installed
  const client = new pg.Client({ connectionString, connectionTimeoutMillis: 5000 })
  client.on('error', () => undefined) // a connection that is lost is told by the query that needs it
  await client.connect()
  return client
}
