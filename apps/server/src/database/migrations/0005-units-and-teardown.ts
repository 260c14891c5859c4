import type { Up } from './step.js'

const NOTHING_FOUND_THEN = { ranges: {}, signs: [], checks: {}, found: null, note: '' }

/** Adds version numbers to units, and the diagnosis and the ratchet rule to jobs. */
export const up: Up = async (sql) => {
  await sql('ALTER TABLE units ADD COLUMN IF NOT EXISTS version integer NOT NULL DEFAULT 1')
  const values = {
    rules: JSON.stringify({ ratchetMostNm: 542.32717933256 }),
    teardown: JSON.stringify({ teardown: NOTHING_FOUND_THEN }),
  }
  const grown = (job: string) => `(:teardown)::jsonb || ${job} || jsonb_build_object('rules', (:rules)::jsonb || (${job}->'rules'))`
  await sql(`UPDATE jobs SET body = ${grown('body')}`, values)
  await sql(`UPDATE revisions SET body = body || jsonb_build_object('job', ${grown("(body->'job')")})`, values)
}
