import type { Up } from './step.js'

export const up: Up = async (sql) => {
  for (const table of ['units', 'parts']) await sql(`CREATE TABLE IF NOT EXISTS ${table} (id text PRIMARY KEY, body jsonb NOT NULL)`)
  await sql(
    'CREATE TABLE IF NOT EXISTS jobs (number serial PRIMARY KEY, version integer NOT NULL, saved_at timestamptz NOT NULL, body jsonb NOT NULL)',
  )
  await sql('CREATE INDEX IF NOT EXISTS jobs_saved_at ON jobs (saved_at)')
}
