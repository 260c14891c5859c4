import { PreparedStatements } from './prepared.js'

/** A connection that records what is sent. */
function connection(statements: PreparedStatements) {
  const sent: unknown[] = []
  const client = { query: (sql: unknown, ...more: readonly unknown[]) => void sent.push([sql, ...more]) }
  statements.prepareOn(client)
  return { client, sent }
}

describe('a statement', () => {
  it('with values is prepared under one name once it is sent often, on every connection', () => {
    const statements = new PreparedStatements()
    const [one, other] = [connection(statements), connection(statements)]
    for (let i = 0; i < 30; i++) one.client.query('SELECT $1', [i])
    other.client.query('SELECT $1', [7], 'callback')
    expect(one.sent[0]).toEqual(['SELECT $1', [0]])
    expect(one.sent[29]).toEqual([{ name: expect.stringMatching(/^[\w-]{43}$/) as string, text: 'SELECT $1' }, [29]])
    const [[prepared]] = one.sent.slice(-1) as [unknown[]]
    expect(other.sent).toEqual([[prepared, [7], 'callback']])
  })

  it('is sent as it is without values, and when enough others are prepared', () => {
    const statements = new PreparedStatements()
    const { client, sent } = connection(statements)
    for (let i = 0; i < 30; i++) client.query('COMMIT')
    for (let each = 0; each < 60; each++) for (let i = 0; i < 30; i++) client.query(`SELECT $1, ${each}`, [i])
    const names = new Set(sent.flatMap((own) => ((own as unknown[])[0] as { name?: string }).name ?? []))
    expect(names.size).toBe(40)
    expect(sent.slice(0, 30)).toEqual(Array(30).fill(['COMMIT']))
  })
})
