import type { Up } from './step.js'

/**
 * Judge processes, and windows that show a job. The database tells of every job that is marked as not rated, whichever server or statement
 * marks it, and with each change of a job which window saved it.
 */
export const up: Up = async (sql) => {
  await jobIndexes(sql)
  await tellJudges(sql)
  await tellWindow(sql)
  // Not kept over a crash of the database: windows say it again.
  await sql(`
    CREATE UNLOGGED TABLE IF NOT EXISTS present (
      window_name text PRIMARY KEY,
      job_number integer NOT NULL,
      name text NOT NULL,
      seen_at timestamptz NOT NULL DEFAULT now()
    )`)
}

/** Indexes of marked and of open jobs. Words are added to the search index at once: every search reads the list of pending ones. */
async function jobIndexes(sql: Parameters<Up>[0]): Promise<void> {
  await sql('CREATE INDEX IF NOT EXISTS jobs_marked ON jobs (saved_at) WHERE NOT judged AND deleted_at IS NULL')
  await sql('CREATE INDEX IF NOT EXISTS jobs_open ON jobs (saved_at, number) WHERE deleted_at IS NULL AND archived_at IS NULL')
  for (const unused of ['jobs_number_idx', 'jobs_saved_at']) await sql(`DROP INDEX IF EXISTS ${unused}`)
  await sql('ALTER INDEX IF EXISTS jobs_search_idx SET (fastupdate = off)')
}

async function tellJudges(sql: Parameters<Up>[0]): Promise<void> {
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
}

/** The function of the change log, with the window that saved a job. */
async function tellWindow(sql: Parameters<Up>[0]): Promise<void> {
  await sql(`
    CREATE OR REPLACE FUNCTION log_change() RETURNS trigger LANGUAGE plpgsql AS $$
    DECLARE
      keys text[] := TG_ARGV[0]::text[];
      columns text[] := TG_ARGV[1]::text[];
      who jsonb := coalesce(nullif(current_setting('plucky.who', true), ''), '{}')::jsonb;
      old_row jsonb := CASE WHEN TG_OP = 'INSERT' THEN NULL ELSE to_jsonb(OLD) END;
      new_row jsonb := CASE WHEN TG_OP = 'DELETE' THEN NULL ELSE to_jsonb(NEW) END;
      row_key text;
      found jsonb;
    BEGIN
      IF current_setting('plucky.log', true) = 'off' THEN RETURN NULL; END IF;
      IF TG_TABLE_NAME = 'shop' AND coalesce(new_row, old_row) ->> 'key' = 'judged-by' THEN RETURN NULL; END IF;
      -- The body of a new row is in its table, and later changes say what it was.
      SELECT coalesce(jsonb_agg(each), '[]') INTO found FROM unnest(columns) AS name,
        changed_fields(old_row -> name, new_row -> name, CASE WHEN name IN ('body', 'value') THEN '' ELSE name END) AS each
        WHERE TG_OP <> 'INSERT' OR name <> 'body';
      IF TG_OP = 'UPDATE' AND found = '[]' THEN RETURN NULL; END IF;
      SELECT string_agg(coalesce(new_row, old_row) ->> name, '/' ORDER BY place) INTO row_key FROM unnest(keys) WITH ORDINALITY AS k (name, place);
      INSERT INTO changes (who, role, address, action, subject, subject_id, fields) VALUES (
        who ->> 'name', who ->> 'role', who ->> 'address', lower(TG_OP), TG_TABLE_NAME, row_key, found);
      -- Sent when the transaction commits.
      PERFORM pg_notify('plucky_changes', jsonb_build_object(
        'subject', TG_TABLE_NAME, 'id', row_key, 'version', new_row -> 'version', 'window', new_row ->> 'saved_by')::text);
      RETURN NULL;
    END $$`)
}
