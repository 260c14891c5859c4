import type { Up } from './step.js'

/**
 * Judge processes, and who works on a job. Tells the judges of every job that is marked as not rated, whichever server or statement marks it. Indexes for many jobs: marked and open
 * ones; words are added to the search index at once, because a list of pending ones is read by every search.
 */
export const up: Up = async (sql) => {
  await sql('CREATE INDEX IF NOT EXISTS jobs_marked ON jobs (saved_at) WHERE NOT judged AND deleted_at IS NULL')
  await sql('CREATE INDEX IF NOT EXISTS jobs_open ON jobs (saved_at, number) WHERE deleted_at IS NULL AND archived_at IS NULL')
  for (const unused of ['jobs_number_idx', 'jobs_saved_at']) await sql(`DROP INDEX IF EXISTS ${unused}`)
  await sql('ALTER INDEX IF EXISTS jobs_search_idx SET (fastupdate = off)')
  await sql(`
    CREATE OR REPLACE FUNCTION tell_judges() RETURNS trigger LANGUAGE plpgsql AS $$
    BEGIN
      -- Sent once when the transaction commits.
      NOTIFY plucky_marked;
      RETURN NULL;
    END $$`)
  await sql('DROP TRIGGER IF EXISTS tell_judges ON jobs')
  await sql(`
    CREATE TRIGGER tell_judges AFTER INSERT OR UPDATE OF judged, deleted_at ON jobs
    FOR EACH ROW WHEN (NOT NEW.judged) EXECUTE FUNCTION tell_judges()`)
  // Windows that show a job. Not kept over a crash of the database: windows say it again.
  await sql(`
    CREATE UNLOGGED TABLE IF NOT EXISTS present (
      window_name text PRIMARY KEY,
      job_number integer NOT NULL,
      name text NOT NULL,
      seen_at timestamptz NOT NULL DEFAULT now()
    )`)
}
