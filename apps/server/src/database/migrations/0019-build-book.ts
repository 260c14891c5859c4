import type { Up } from './step.js'

/** Adds the fields of build books. */
export const up: Up = async (sql) => {
  await sql(`
    CREATE TABLE IF NOT EXISTS book_marks (
      job_number integer NOT NULL REFERENCES jobs(number),
      name text NOT NULL,
      value jsonb NOT NULL,
      marked_by text NOT NULL,
      marked_in text NOT NULL,
      marked_at timestamptz NOT NULL,
      rev integer NOT NULL,
      PRIMARY KEY (job_number, name)
    )`)
}
