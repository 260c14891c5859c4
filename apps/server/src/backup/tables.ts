import type { Client } from 'pg'

/** A table of a schema with its columns. Generated columns are left out: the database fills them in. */
export interface Table {
  readonly name: string
  readonly columns: readonly string[]
  /** Columns of the primary key, in order. */
  readonly key: readonly string[]
}

/** Table of the applied migrations. It is described in the manifest and made again by the migrations. */
const MIGRATIONS = 'SequelizeMeta'
/** Tables that are no part of a backup: who is signed in, and failed sign-ins. */
const PASSING = ['sessions', 'attempts']

/** Tables of a schema. A table comes after those that it refers to. Throws if references form a circle. */
export async function tablesOf(client: Client, schema: string): Promise<Table[]> {
  const { rows } = await client.query<Table & { refers: string[] }>(
    `SELECT c.relname AS name,
       (SELECT array_agg(a.attname ORDER BY a.attnum) FROM pg_attribute a
         WHERE a.attrelid = c.oid AND a.attnum > 0 AND NOT a.attisdropped AND a.attgenerated = '')::text[] AS columns,
       (SELECT array_agg(a.attname ORDER BY k.place) FROM pg_constraint p
         CROSS JOIN LATERAL unnest(p.conkey) WITH ORDINALITY AS k (attnum, place)
         JOIN pg_attribute a ON a.attrelid = c.oid AND a.attnum = k.attnum
         WHERE p.conrelid = c.oid AND p.contype = 'p')::text[] AS key,
       coalesce((SELECT array_agg(DISTINCT f.relname) FROM pg_constraint p JOIN pg_class f ON f.oid = p.confrelid
         WHERE p.conrelid = c.oid AND p.contype = 'f' AND f.oid <> c.oid), '{}')::text[] AS refers
     FROM pg_class c JOIN pg_namespace n ON n.oid = c.relnamespace
     WHERE n.nspname = $1 AND c.relkind = 'r' AND c.relname <> ALL ($2) ORDER BY c.relname`,
    [schema, [MIGRATIONS, ...PASSING]],
  )
  const sorted: Table[] = []
  let left = rows
  while (left.length > 0) {
    const ready = left.filter(({ refers }) => refers.every((name) => sorted.some((table) => table.name === name)))
    if (ready.length === 0) throw new Error(`Tables refer to each other in a circle: ${left.map(({ name }) => name).join(', ')}.`)
    sorted.push(...ready.map(({ name, columns, key }) => ({ name, columns, key })))
    left = left.filter((row) => !ready.includes(row))
  }
  return sorted
}

/** Names of the applied migrations of a schema. */
export async function migrationsOf(client: Client, schema: string): Promise<string[]> {
  const { rows } = await client.query<{ name: string }>(`SELECT name FROM ${quoted(schema)}.${quoted(MIGRATIONS)} ORDER BY name`)
  return rows.map(({ name }) => name)
}

/** An identifier in double quotes. */
export const quoted = (name: string): string => `"${name.replaceAll('"', '""')}"`
