import { newRules } from './new-rules.js'
import type { Up } from './step.js'

const rules = newRules({
  fit: {
    pilotEngagementLeastM: 0.003175,
    pilotPlayLeastM: 0.0000127,
    pilotPlayMostM: 0.000127,
    pullForwardLeastM: 0.003175,
    pullForwardMostM: 0.004762499999999999,
  },
  converterBolts: 'first',
  spacerRing: 'leave-out',
})

/** Adds measurements and pilot fit rules to jobs, and a table of photos. */
export const up: Up = async (sql) => {
  await rules(sql)
  const values = { book: JSON.stringify({ readings: {} }) }
  await sql(`UPDATE jobs SET body = jsonb_build_object('book', (:book)::jsonb) || body`, values)
  await sql(
    `UPDATE revisions SET body = body || jsonb_build_object('job', jsonb_build_object('book', (:book)::jsonb) || (body->'job'))`,
    values,
  )
  await sql('CREATE TABLE IF NOT EXISTS photos (id text PRIMARY KEY, type text NOT NULL, bytes bytea NOT NULL)')
}
