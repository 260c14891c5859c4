/** Opens a database connection. Timeout 5 s. */
export async function connect(connectionString) {
  const { default: pg } = await import('pg') // imported late, after the packages are installed
  const client = new pg.Client({ connectionString, connectionTimeoutMillis: 5000 })
  client.on('error', () => undefined) // a lost connection is reported by the next query
  await client.connect()
  return client
}
