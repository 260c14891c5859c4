import type { Up } from './step.js'

/**
 * Adds columns and indexes for the job list: name, customer, transmission, search, archived, deleted, headline. Adds a table of shop
 * settings.
 */
export const up: Up = async (sql) => {
  await sql(`
    ALTER TABLE jobs
      ADD COLUMN IF NOT EXISTS name text GENERATED ALWAYS AS (coalesce(body->>'name', '')) STORED,
      ADD COLUMN IF NOT EXISTS customer text GENERATED ALWAYS AS (coalesce(body->>'customer', '')) STORED,
      ADD COLUMN IF NOT EXISTS unit_id text GENERATED ALWAYS AS (coalesce(body->>'unitId', '')) STORED,
      ADD COLUMN IF NOT EXISTS search tsvector GENERATED ALWAYS AS (to_tsvector('simple'::regconfig,
        number::text || ' ' || coalesce(body->>'name', '') || ' ' || coalesce(body->>'customer', '') || ' ' || replace(coalesce(body->>'unitId', ''), '-', ' '))) STORED,
      ADD COLUMN IF NOT EXISTS archived_at timestamptz,
      ADD COLUMN IF NOT EXISTS deleted_at timestamptz,
      ADD COLUMN IF NOT EXISTS judged boolean NOT NULL DEFAULT false,
      ADD COLUMN IF NOT EXISTS outcome text,
      ADD COLUMN IF NOT EXISTS held_w double precision,
      ADD COLUMN IF NOT EXISTS target_w double precision,
      ADD COLUMN IF NOT EXISTS headline jsonb`)
  // The default index names of PostgreSQL: existing databases already have them.
  for (const [name, key] of [
    ['jobs_saved_at_number_idx', 'saved_at'],
    ['jobs_lower_number_idx', 'lower(name)'],
    ['jobs_lower_number_idx1', 'lower(customer)'],
    ['jobs_unit_id_number_idx', 'unit_id'],
    ['jobs_coalesce_number_idx', "coalesce(held_w / target_w, 'Infinity')"],
  ] as const)
    await sql(`CREATE INDEX IF NOT EXISTS ${name} ON jobs ((${key}), number)`)
  await sql('CREATE INDEX IF NOT EXISTS jobs_search_idx ON jobs USING gin (search)')
  await sql('CREATE INDEX IF NOT EXISTS jobs_number_idx ON jobs (number) WHERE NOT judged')
  await sql('CREATE TABLE IF NOT EXISTS shop (key text PRIMARY KEY, value jsonb NOT NULL)')
}
