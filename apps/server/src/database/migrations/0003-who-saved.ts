import type { Up } from './step.js'

/** Adds the window of the last save and its change number, so that a window recognizes its own save after a lost response. */
export const up: Up = async (sql) => {
  await sql('ALTER TABLE jobs ADD COLUMN IF NOT EXISTS saved_by text, ADD COLUMN IF NOT EXISTS saved_change bigint')
}
