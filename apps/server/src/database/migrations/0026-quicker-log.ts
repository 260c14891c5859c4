import type { Up } from './step.js'

/**
 * The change log takes a third of the time of saving a job. Only fields that differ are entered on the way down, and the columns of a job
 * are read one by one: its row as a whole has the words and items by which jobs are found.
 */
export const up: Up = async (sql) => {
  await sql(`
    CREATE OR REPLACE FUNCTION changed_fields(before jsonb, after jsonb, path text) RETURNS SETOF jsonb LANGUAGE plpgsql IMMUTABLE AS $$
    DECLARE
      field text;
      old_value jsonb;
      new_value jsonb;
    BEGIN
      IF jsonb_typeof(before) = 'object' AND jsonb_typeof(after) = 'object' THEN
        FOR field, old_value, new_value IN
          SELECT key, b.value, a.value FROM jsonb_each(before) AS b FULL JOIN jsonb_each(after) AS a USING (key)
          WHERE b.value IS DISTINCT FROM a.value ORDER BY key
        LOOP
          RETURN QUERY SELECT * FROM changed_fields(old_value, new_value, CASE path WHEN '' THEN field ELSE path || '.' || field END);
        END LOOP;
      ELSIF before IS DISTINCT FROM after THEN
        RETURN NEXT jsonb_build_object('path', path, 'before', before, 'after', after);
      END IF;
    END $$`)
  await sql(`
    CREATE OR REPLACE FUNCTION log_job_change() RETURNS trigger LANGUAGE plpgsql AS $$
    DECLARE
      who jsonb := coalesce(nullif(current_setting('plucky.who', true), ''), '{}')::jsonb;
      row_key text := coalesce(NEW.number, OLD.number)::text;
      found jsonb;
    BEGIN
      IF current_setting('plucky.log', true) = 'off' THEN RETURN NULL; END IF;
      -- The body of a new row is in its table, and later changes say what it was.
      SELECT coalesce(jsonb_agg(each), '[]') INTO found FROM (
        SELECT * FROM changed_fields(OLD.body, NEW.body, '') WHERE TG_OP <> 'INSERT'
        UNION ALL SELECT * FROM changed_fields(to_jsonb(OLD.archived_at), to_jsonb(NEW.archived_at), 'archived_at')
        UNION ALL SELECT * FROM changed_fields(to_jsonb(OLD.deleted_at), to_jsonb(NEW.deleted_at), 'deleted_at')) AS all_fields (each);
      IF TG_OP = 'UPDATE' AND found = '[]' THEN RETURN NULL; END IF;
      INSERT INTO changes (who, role, address, action, subject, subject_id, fields) VALUES (
        who ->> 'name', who ->> 'role', who ->> 'address', lower(TG_OP), TG_TABLE_NAME, row_key, found);
      -- Sent when the transaction commits.
      PERFORM pg_notify('plucky_changes', jsonb_build_object(
        'subject', TG_TABLE_NAME, 'id', row_key, 'version', NEW.version, 'window', NEW.saved_by)::text);
      RETURN NULL;
    END $$`)
  await sql('DROP TRIGGER IF EXISTS log_changes ON jobs')
  await sql(`
    CREATE TRIGGER log_changes AFTER INSERT OR DELETE OR UPDATE OF body, archived_at, deleted_at ON jobs
    FOR EACH ROW EXECUTE FUNCTION log_job_change()`)
}
