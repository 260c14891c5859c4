import type { QueryInterface } from 'sequelize'

/**
 * Jobs as a list: names, customer and transmission beside the body, an index to search them, whether a job is put away or deleted, and
 * what it was judged to hold. A table for what the shop as a whole chooses.
 */
export async function up(query: QueryInterface): Promise<void> {
  await query.sequelize.query(`
    ALTER TABLE jobs
      ADD COLUMN name text GENERATED ALWAYS AS (coalesce(body->>'name', '')) STORED,
      ADD COLUMN customer text GENERATED ALWAYS AS (coalesce(body->>'customer', '')) STORED,
      ADD COLUMN unit_id text GENERATED ALWAYS AS (coalesce(body->>'unitId', '')) STORED,
      ADD COLUMN search tsvector GENERATED ALWAYS AS (to_tsvector('simple'::regconfig,
        number::text || ' ' || coalesce(body->>'name', '') || ' ' || coalesce(body->>'customer', '') || ' ' || replace(coalesce(body->>'unitId', ''), '-', ' '))) STORED,
      ADD COLUMN archived_at timestamptz,
      ADD COLUMN deleted_at timestamptz,
      ADD COLUMN judged boolean NOT NULL DEFAULT false,
      ADD COLUMN outcome text,
      ADD COLUMN held_w double precision,
      ADD COLUMN target_w double precision,
      ADD COLUMN headline jsonb`)
  for (const key of ['saved_at', 'lower(name)', 'lower(customer)', 'unit_id', "coalesce(held_w / target_w, 'Infinity')"])
    await query.sequelize.query(`CREATE INDEX ON jobs ((${key}), number)`)
  await query.sequelize.query('CREATE INDEX ON jobs USING gin (search)')
  await query.sequelize.query('CREATE INDEX ON jobs (number) WHERE NOT judged')
  await query.sequelize.query('CREATE TABLE shop (key text PRIMARY KEY, value jsonb NOT NULL)')
}

export async function down(query: QueryInterface): Promise<void> {
  await query.sequelize.query(`
    ALTER TABLE jobs DROP COLUMN name, DROP COLUMN customer, DROP COLUMN unit_id, DROP COLUMN search, DROP COLUMN archived_at,
      DROP COLUMN deleted_at, DROP COLUMN judged, DROP COLUMN outcome, DROP COLUMN held_w, DROP COLUMN target_w, DROP COLUMN headline`)
  await query.sequelize.query('DROP TABLE shop')
}
