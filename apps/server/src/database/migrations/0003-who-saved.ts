import type { Up } from './step.js'

/** Which window saved last, and which of its changes: a window recognizes its own change when the answer was lost. */
export const up: Up = async (sql) => {
  await sql('ALTER TABLE jobs ADD COLUMN IF NOT EXISTS saved_by text, ADD COLUMN IF NOT EXISTS saved_change bigint')
}
