import { createHash } from 'node:crypto'
import type { Readable } from 'node:stream'
import { text } from 'node:stream/consumers'
import { fromBuffer, open, type Entry, type ZipFile } from 'yauzl'
import { BackupRefused, MANIFEST, readManifest, type BackupManifest } from './manifest.js'

/** An open backup whose files have been checked against the manifest. */
export interface Backup {
  readonly manifest: BackupManifest
  /** Lines of a file of the backup. */
  lines(name: string): AsyncIterable<string>
  close(): void
}

/** Largest manifest that is read, bytes. */
const MANIFEST_MOST = 1_000_000

/**
 * Opens a backup and checks all of it: manifest, names, number of rows and SHA-256 of every file. Throws `BackupRefused` if anything is missing,
 * added or changed.
 */
export async function openBackup(source: string | Buffer): Promise<Backup> {
  const zip = await opened(source)
  try {
    const entries = await entriesOf(zip)
    const described = entries.get(MANIFEST)
    if (!described || described.uncompressedSize > MANIFEST_MOST) throw new BackupRefused('This file is not a backup of a shop.')
    const manifest = readManifest(await text(await streamOf(zip, described)))
    const names = [...entries.keys()].filter((name) => name !== MANIFEST)
    const missing = Object.keys(manifest.files).find((name) => !entries.has(name))
    if (missing !== undefined) throw new BackupRefused(`The backup is incomplete: ${missing} is missing.`)
    const added = names.find((name) => manifest.files[name] === undefined)
    if (added !== undefined) throw new BackupRefused(`The backup was changed: ${added} does not belong to it.`)
    for (const name of names) await checkFile(zip, entries.get(name), name, manifest)
    const lines = (name: string) => linesOf(zip, entries.get(name))
    return { manifest, lines, close: () => zip.close() }
  } catch (error) {
    zip.close()
    throw error instanceof BackupRefused ? error : new BackupRefused(`The backup is damaged: ${reasonOf(error)}`, { cause: error })
  }
}

const reasonOf = (error: unknown): string => (error instanceof Error ? error.message : String(error))

async function opened(source: string | Buffer): Promise<ZipFile> {
  const options = { lazyEntries: true, autoClose: false } as const
  return new Promise<ZipFile>((resolve, reject) => {
    const done = (error: Error | null, zip?: ZipFile) =>
      zip ? resolve(zip) : reject(new BackupRefused(`The backup cannot be opened: ${reasonOf(error)}`, { cause: error }))
    if (typeof source === 'string') open(source, options, done)
    else fromBuffer(source, options, done)
  })
}

async function entriesOf(zip: ZipFile): Promise<Map<string, Entry>> {
  return new Promise((resolve, reject) => {
    const entries = new Map<string, Entry>()
    zip.on('entry', (entry: Entry) => {
      if (entries.has(entry.fileName)) reject(new BackupRefused(`The backup was changed: ${entry.fileName} is in it twice.`))
      entries.set(entry.fileName, entry)
      zip.readEntry()
    })
    zip.once('end', () => resolve(entries))
    zip.once('error', reject)
    zip.readEntry()
  })
}

const streamOf = (zip: ZipFile, entry: Entry): Promise<Readable> =>
  new Promise((resolve, reject) =>
    zip.openReadStream(entry, (error, stream) => (stream ? resolve(stream) : reject(error ?? new Error('no data')))),
  )

async function checkFile(zip: ZipFile, entry: Entry | undefined, name: string, { files }: BackupManifest): Promise<void> {
  const expected = files[name]
  if (!entry || !expected) throw new BackupRefused(`The backup is incomplete: ${name} is missing.`)
  const hash = createHash('sha256')
  let rows = 0
  for await (const chunk of await streamOf(zip, entry)) {
    // A stream of a zip file yields buffers.
    const bytes = chunk as Buffer
    hash.update(bytes)
    for (const byte of bytes) if (byte === NEW_LINE) rows++
  }
  if (hash.digest('hex') !== expected.sha256 || rows !== expected.rows)
    throw new BackupRefused(`The backup was changed or torn: ${name} does not match.`)
}

const NEW_LINE = 10

/** Lines of a file. Only a line feed ends a line: texts may hold the other separators of Unicode. */
async function* linesOf(zip: ZipFile, entry: Entry | undefined): AsyncGenerator<string> {
  if (!entry) return
  let rest = ''
  for await (const chunk of (await streamOf(zip, entry)).setEncoding('utf8')) {
    const lines = `${rest}${chunk}`.split('\n')
    rest = lines.pop() ?? ''
    yield* lines
  }
  if (rest !== '') yield rest
}
