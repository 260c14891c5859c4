import { newRules } from './new-rules.js'
import type { Up } from './step.js'

const shopStrengthRule = newRules({ shopStrength: 'beside' })

/** Adds the house rule for the strength of parts in this shop, and changes of shelf items with the verdicts of their jobs before each change. */
export const up: Up = async (sql) => {
  await shopStrengthRule(sql)
  await sql(`
    CREATE TABLE IF NOT EXISTS item_changes (
      kind text NOT NULL,
      item_id text NOT NULL,
      version integer NOT NULL,
      changed_at timestamptz NOT NULL,
      before jsonb NOT NULL,
      PRIMARY KEY (kind, item_id, version)
    )`)
  await sql(`
    CREATE TABLE IF NOT EXISTS changed_jobs (
      kind text NOT NULL,
      item_id text NOT NULL,
      version integer NOT NULL,
      job_number integer NOT NULL REFERENCES jobs(number),
      job_version integer NOT NULL,
      outcome text,
      held_w double precision,
      PRIMARY KEY (kind, item_id, version, job_number),
      FOREIGN KEY (kind, item_id, version) REFERENCES item_changes
    )`)
}
