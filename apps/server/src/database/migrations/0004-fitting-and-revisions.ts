import type { Up } from './step.js'

/** Operations and kits beside the parts, each item with the number of its last save; numbered revisions of jobs. */
export const up: Up = async (sql) => {
  for (const table of ['operations', 'kits'])
    await sql(`CREATE TABLE IF NOT EXISTS ${table} (id text PRIMARY KEY, version integer NOT NULL DEFAULT 1, body jsonb NOT NULL)`)
  await sql('ALTER TABLE parts ADD COLUMN IF NOT EXISTS version integer NOT NULL DEFAULT 1')
  await sql(`
    CREATE TABLE IF NOT EXISTS revisions (
      job_number integer REFERENCES jobs (number) ON DELETE CASCADE,
      number integer,
      name text NOT NULL,
      named_by text,
      saved_at timestamptz NOT NULL,
      body jsonb NOT NULL,
      PRIMARY KEY (job_number, number))`)
  await sql(
    `UPDATE jobs SET body = jsonb_build_object('variantId', NULL) || body
       || jsonb_build_object('spec', jsonb_build_object('works', '{}'::jsonb) || (body->'spec'))
       || jsonb_build_object('rules', (:rules)::jsonb || (body->'rules'))`,
    { rules: JSON.stringify({ hourRate: 95, lifeLimits: 'beside' }) },
  )
}
