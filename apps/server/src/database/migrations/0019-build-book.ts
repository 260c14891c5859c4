import type { Up } from './step.js'

/** Adds the fields of build books, and signed build books, which the database does not let anybody change. */
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
  await sql(`
    CREATE TABLE IF NOT EXISTS signed_books (
      job_number integer NOT NULL REFERENCES jobs(number),
      number integer NOT NULL,
      signed_at timestamptz NOT NULL,
      signed_by text NOT NULL,
      marks jsonb NOT NULL,
      document jsonb NOT NULL,
      PRIMARY KEY (job_number, number)
    )`)
  await sql(`
    CREATE TABLE IF NOT EXISTS opened_books (
      job_number integer NOT NULL REFERENCES jobs(number),
      number integer NOT NULL,
      opened_at timestamptz NOT NULL,
      opened_by text NOT NULL,
      PRIMARY KEY (job_number, number)
    )`)
  await sql(`
    CREATE OR REPLACE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
    BEGIN
      RAISE EXCEPTION 'A signed build book cannot be changed.';
    END $$`)
  await sql(`DROP TRIGGER IF EXISTS signed_books_stay ON signed_books`)
  await sql(`CREATE TRIGGER signed_books_stay BEFORE UPDATE OR DELETE ON signed_books FOR EACH ROW EXECUTE FUNCTION refuse_change()`)
}
