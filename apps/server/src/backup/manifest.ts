import { isRecord } from '@plucky/core'

/** Name of the file in a backup that describes the others. */
export const MANIFEST = 'manifest.json'
export const BACKUP_FORMAT = 'plucky-backup'
export const BACKUP_VERSION = 1

/** A table in a backup: a file with one JSON object per line. */
export interface BackupTable {
  readonly rows: number
  /** SHA-256 of the file, hexadecimal. */
  readonly sha256: string
}

/** Description of a backup. */
export interface BackupManifest {
  readonly format: typeof BACKUP_FORMAT
  readonly version: typeof BACKUP_VERSION
  readonly madeAt: string
  /** Migrations of the database that was backed up. */
  readonly migrations: readonly string[]
  /** Files by name, such as "jobs.jsonl". */
  readonly files: Readonly<Record<string, BackupTable>>
}

export const fileOf = (table: string): string => `${table}.jsonl`

/** A backup that is refused. The message says why. */
export class BackupRefused extends Error {}

/** Reads a manifest. Throws `BackupRefused` if it is of another format or version. */
export function readManifest(text: string): BackupManifest {
  const plain = parsed(text)
  if (!isRecord(plain) || plain['format'] !== BACKUP_FORMAT) throw new BackupRefused('This file is not a backup of a shop.')
  if (plain['version'] !== BACKUP_VERSION) throw new BackupRefused('This backup was made by a newer version. Upgrade first.')
  const { migrations, files, madeAt } = plain
  const known =
    typeof madeAt === 'string' &&
    Array.isArray(migrations) &&
    migrations.length > 0 &&
    migrations.every((name) => typeof name === 'string') &&
    isRecord(files) &&
    Object.entries(files).every(([name, file]) => /^\w+\.jsonl$/.test(name) && isTable(file))
  if (!known) throw new BackupRefused('The manifest of the backup is damaged.')
  // Checked above.
  return plain as unknown as BackupManifest
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    return undefined // refused as no backup
  }
}

const isTable = (file: unknown): boolean =>
  isRecord(file) && Number.isSafeInteger(file['rows']) && typeof file['sha256'] === 'string' && /^[0-9a-f]{64}$/.test(file['sha256'])
