import type { Up } from './step.js'

/** Adds an indexed column with the ids of all parts and operations of a job, to find the jobs that use an item. */
export const up: Up = async (sql) => {
  await sql(`
    CREATE OR REPLACE FUNCTION items_of_job(body jsonb) RETURNS text[] LANGUAGE sql IMMUTABLE PARALLEL SAFE AS $$
      SELECT coalesce(array_agg(DISTINCT id), '{}') FROM (
        SELECT value AS id FROM jsonb_each_text(body->'spec'->'fits')
        UNION ALL SELECT value FROM jsonb_each_text(body->'arrived')
        UNION ALL SELECT jsonb_array_elements_text(value) FROM jsonb_each(body->'spec'->'works')
      ) AS named WHERE id IS NOT NULL
    $$`)
  await sql('ALTER TABLE jobs ADD COLUMN IF NOT EXISTS items text[] GENERATED ALWAYS AS (items_of_job(body)) STORED')
  await sql('CREATE INDEX IF NOT EXISTS jobs_items_idx ON jobs USING gin (items)')
}
