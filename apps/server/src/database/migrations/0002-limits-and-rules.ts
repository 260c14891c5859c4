import { DEFAULT_RULES } from '@plucky/core'
import type { QueryInterface } from 'sequelize'

/** A part's maximum of pressure or speed becomes a stated limit like any other; a job records the house rules it is judged by. */
export async function up(query: QueryInterface): Promise<void> {
  for (const [old, key] of Object.entries(MAXIMA))
    await query.sequelize.query(
      `UPDATE parts SET body = (body - '${old}') || jsonb_build_object('stated', (body->'stated') ||
         jsonb_build_array(jsonb_build_object('place', 'station', 'origin', 'maker', '${key}', body->'${old}'))) WHERE body ? '${old}'`,
    )
  const replacements = { rules: JSON.stringify({ rules: DEFAULT_RULES }) }
  await query.sequelize.query(`UPDATE jobs SET body = body || (:rules)::jsonb WHERE NOT jsonb_exists(body, 'rules')`, { replacements })
}

const MAXIMA = { maxPressurePa: 'pressurePa', maxSpeedRadPerS: 'speedRadPerS' }

/** The older form knows neither; what it cannot hold is taken out of it. */
export async function down(query: QueryInterface): Promise<void> {
  await query.sequelize.query(`UPDATE jobs SET body = body - 'rules'`)
}
