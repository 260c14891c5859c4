import fc from 'fast-check'
import { Client } from 'pg'
import { scratchDatabase, type ScratchDatabase } from '../testing/scratch.js'

type Json = null | boolean | number | string | readonly Json[] | { readonly [key: string]: Json }
interface Change {
  readonly path: string
  readonly before: Json
  readonly after: Json
}

let scratch: ScratchDatabase
let client: Client
let numbers: readonly [number, number]
beforeAll(async () => {
  scratch = await scratchDatabase({ filled: true })
  client = new Client({ connectionString: scratch.databaseUrl })
  await client.connect()
  const { rows } = await client.query<{ number: number }>('SELECT number FROM jobs ORDER BY number LIMIT 2')
  numbers = [rows[0]?.number ?? 0, rows[1]?.number ?? 0]
})
afterAll(async () => {
  await client.end()
  await scratch.drop()
})

const isObject = (value: Json | undefined): value is { readonly [key: string]: Json } =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/** The same by another way: all paths to values that are no objects with fields in both. */
function differences(before: Json | undefined, after: Json | undefined, path: string): Change[] {
  if (JSON.stringify(before) === JSON.stringify(after)) return []
  if (!isObject(before) || !isObject(after)) return [{ path, before: before ?? null, after: after ?? null }]
  const names = [...new Set([...Object.keys(before), ...Object.keys(after)])].sort()
  return names.flatMap((name) => differences(before[name], after[name], path ? `${path}.${name}` : name))
}

const { value } = fc.letrec<{ value: Json; object: Json }>((tie) => ({
  value: fc.oneof(
    { depthSize: 'small' },
    fc.constantFrom<Json>(null, true, 'x', '', 3, 4.5),
    fc.array(fc.integer(), { maxLength: 2 }),
    tie('object'),
  ),
  object: fc.dictionary(fc.constantFrom('a', 'b', 'c', 'd'), tie('value'), { maxKeys: 3, noNullPrototype: true }),
}))

describe('the change log of jobs', () => {
  it('has exactly the fields that differ, each with its values before and after', async () => {
    const [number] = numbers
    await fc.assert(
      fc.asyncProperty(value, value, async (before, after) => {
        const set = (next: Json) =>
          client.query(`UPDATE jobs SET body = jsonb_set(body, '{test}', $2) WHERE number = $1`, [number, JSON.stringify(next)])
        await set(before)
        const { rows: old } = await client.query<{ last: string }>('SELECT coalesce(max(id), 0) AS last FROM changes')
        await set(after)
        const { rows } = await client.query<{ subject_id: string; action: string; fields: Change[] }>(
          'SELECT subject_id, action, fields FROM changes WHERE id > $1',
          [old[0]?.last],
        )
        const fields = differences(before, after, 'test')
        expect(rows).toEqual(fields.length === 0 ? [] : [{ subject_id: String(number), action: 'update', fields }])
      }),
      { numRuns: 150 },
    )
  })

  it('has additions and the times of archiving, and nothing while it is off', async () => {
    const [, number] = numbers
    await client.query(`UPDATE jobs SET archived_at = '2026-01-02T03:04:05Z' WHERE number = $1`, [number])
    await client.query(`SET plucky.log = 'off'`)
    await client.query(`UPDATE jobs SET deleted_at = '2026-01-02T03:04:05Z' WHERE number = $1`, [number])
    await client.query('RESET plucky.log')
    const copied = `INSERT INTO jobs (version, saved_at, body) SELECT version, saved_at, body FROM jobs WHERE number = $1 RETURNING number`
    const { rows: added } = await client.query<{ number: number }>(copied, [number])
    const ids = [number, added[0]?.number].map(String)
    const { rows } = await client.query<{ subject_id: string; action: string; fields: Change[] }>(
      'SELECT subject_id, action, fields FROM changes WHERE subject_id = ANY ($1) ORDER BY id',
      [ids],
    )
    expect(rows).toEqual([
      {
        subject_id: ids[0],
        action: 'update',
        fields: [{ path: 'archived_at', before: null, after: expect.stringMatching(/^2026-01-0[123]T/) as string }],
      },
      { subject_id: ids[1], action: 'insert', fields: [] },
    ])
  })
})
