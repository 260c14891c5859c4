import type { Up } from './step.js'

/** Adds the time of storage to photos, so that unused ones can be deleted after a while. */
export const up: Up = async (sql) => {
  await sql('ALTER TABLE photos ADD COLUMN IF NOT EXISTS stored_at timestamptz NOT NULL DEFAULT now()')
}
