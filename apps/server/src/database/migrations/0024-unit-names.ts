import type { Up } from './step.js'

/** Adds a name column to transmissions. Job lists show the name, and reading it from the large body is slow. */
export const up: Up = async (sql) => {
  await sql(`ALTER TABLE units ADD COLUMN IF NOT EXISTS name text GENERATED ALWAYS AS (coalesce(body->>'name', '')) STORED`)
}
