import type { Up } from './step.js'

/**
 * Suppliers with what is remembered of their price lists. The shelf is searched by transmission. Quotes with the items that they offer and the end of their validity.
 */
export const up: Up = async (sql) => {
  await sql(`
    CREATE TABLE IF NOT EXISTS suppliers (
      id text PRIMARY KEY,
      version integer NOT NULL,
      body jsonb NOT NULL
    )`)
  await sql('DROP TRIGGER IF EXISTS log_changes ON suppliers')
  await sql(`
    CREATE TRIGGER log_changes AFTER INSERT OR DELETE OR UPDATE OF body ON suppliers
    FOR EACH ROW EXECUTE FUNCTION log_change('{id}', '{body}')`)
  // One row per number: the change log does not repeat them.
  await sql(`
    CREATE TABLE IF NOT EXISTS supplier_numbers (
      supplier_id text NOT NULL REFERENCES suppliers(id),
      number text NOT NULL,
      kind text NOT NULL,
      item_id text NOT NULL,
      PRIMARY KEY (supplier_id, number)
    )`)
  await sql('ALTER TABLE quotes ADD COLUMN IF NOT EXISTS items text[]')
  await sql('ALTER TABLE quotes ADD COLUMN IF NOT EXISTS valid_until timestamptz')
  // The job may have another rule now; the date on the quote is in words only.
  await sql(`
    UPDATE quotes SET valid_until = sent_at + make_interval(days => coalesce((jobs.body #>> '{rules,quoteDays}')::numeric, 30)::integer)
    FROM jobs WHERE jobs.number = quotes.job_number AND quotes.valid_until IS NULL`)
  await sql('ALTER TABLE quotes ALTER COLUMN valid_until SET NOT NULL')
  for (const kind of ['parts', 'operations', 'kits'])
    await sql(`CREATE INDEX IF NOT EXISTS ${kind}_units_idx ON ${kind} USING gin ((body -> 'unitIds') jsonb_path_ops)`)
  await sql('CREATE INDEX IF NOT EXISTS quotes_valid_until ON quotes (valid_until)')
}
