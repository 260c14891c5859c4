import { createHash } from 'node:crypto'
import { PassThrough, Readable, type Writable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { Client } from 'pg'
import { ZipFile } from 'yazl'
import { BACKUP_FORMAT, BACKUP_VERSION, fileOf, MANIFEST, type BackupManifest, type BackupTable } from './manifest.js'
import { migrationsOf, quoted, tablesOf, type Table } from './tables.js'

const SCHEMA = 'public'
/** Rows per fetch. Photos are rows of up to a few megabytes. */
const ROWS = 100

/**
 * Writes the shop as a zip file of JSON lines: every table as it was at one moment, and a manifest with the number of rows and the SHA-256 of
 * each file. People can work meanwhile. Ends the output. Throws if the database or the output fails.
 */
export async function writeBackup(databaseUrl: string, output: Writable): Promise<BackupManifest> {
  const client = new Client({ connectionString: databaseUrl, application_name: 'backup' })
  await client.connect()
  try {
    await client.query('BEGIN ISOLATION LEVEL REPEATABLE READ READ ONLY')
    await client.query('SET LOCAL statement_timeout = 0; SET LOCAL idle_in_transaction_session_timeout = 0')
    const zip = new ZipFile()
    const written = pipeline(Readable.from(zip.outputStream), output)
    // A failed output must not leave the fetch waiting.
    const failed = written.then(
      () => new Promise<never>(() => undefined),
      (error: unknown) => Promise.reject(error instanceof Error ? error : new Error(String(error))),
    )
    const manifest = await Promise.race([filled(client, zip), failed])
    zip.addBuffer(Buffer.from(JSON.stringify(manifest, null, 2)), MANIFEST)
    zip.end()
    await written
    await client.query('COMMIT')
    return manifest
  } finally {
    await client.end()
  }
}

/** Adds every table to the zip file, one after the other. */
async function filled(client: Client, zip: ZipFile): Promise<BackupManifest> {
  const files: Record<string, BackupTable> = {}
  for (const table of await tablesOf(client, SCHEMA)) {
    const stream = new PassThrough()
    zip.addReadStream(stream, fileOf(table.name))
    files[fileOf(table.name)] = await writeTable(client, table, stream)
  }
  return {
    format: BACKUP_FORMAT,
    version: BACKUP_VERSION,
    madeAt: new Date().toISOString(),
    migrations: await migrationsOf(client, SCHEMA),
    files,
  }
}

async function writeTable(client: Client, { name, columns, key }: Table, stream: Writable): Promise<BackupTable> {
  const hash = createHash('sha256')
  let count = 0
  // The rows of a fetch are one piece: piece by piece the backup waits for the other work of the server.
  async function* pieces(): AsyncGenerator<string> {
    const listed = columns.map(quoted).join(', ')
    const order = (key.length > 0 ? key : columns).map(quoted).join(', ')
    await client.query(
      `DECLARE backup NO SCROLL CURSOR FOR SELECT to_jsonb(t)::text AS line FROM (SELECT ${listed} FROM ${quoted(name)} ORDER BY ${order}) AS t`,
    )
    for (;;) {
      const { rows } = await client.query<{ line: string }>(`FETCH ${ROWS} FROM backup`)
      if (rows.length === 0) break
      const piece = rows.map(({ line }) => `${line}\n`).join('')
      count += rows.length
      hash.update(piece)
      yield piece
    }
    await client.query('CLOSE backup')
  }
  await pipeline(Readable.from(pieces()), stream)
  return { rows: count, sha256: hash.digest('hex') }
}
