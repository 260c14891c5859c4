import type { Up } from './step.js'

/** A stored headline is worded in each system of units. */
export const up: Up = async (sql) => {
  await sql(
    `UPDATE jobs SET judged = false, headline = jsonb_build_object('us', headline, 'metric', headline)
     WHERE headline IS NOT NULL AND NOT jsonb_exists(headline, 'us')`,
  )
}
