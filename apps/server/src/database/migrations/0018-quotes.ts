import { newRules } from './new-rules.js'
import type { Up } from './step.js'

const quoteRules = newRules({ partsMarkup: 0.25, salesTax: 0, quoteDays: 30 })

/** Adds quotes as they were sent, and the house rules for their prices. */
export const up: Up = async (sql) => {
  await quoteRules(sql)
  await sql(`
    CREATE TABLE IF NOT EXISTS quotes (
      job_number integer NOT NULL REFERENCES jobs(number),
      number integer NOT NULL,
      sent_at timestamptz NOT NULL,
      body jsonb NOT NULL,
      PRIMARY KEY (job_number, number)
    )`)
}
