import type { Up } from './step.js'

/** The default rules when this step was written. Later defaults must not change what an earlier step does. */
const RULES = {
  limitThatCounts: 'lower',
  ratingSpeed: { dieselRadPerS: 293.21531433504737, petrolRadPerS: 628.3185307179587 },
  frictionRadius: 'wear',
  launchFactor: { rolling: 1, 'brake-stall': 1.25, flash: 1.35, 'trans-brake': 1.5, regrip: 1.5, dump: 2 },
  fullPowerFactor: { rolling: 1, 'brake-stall': 1, flash: 1, 'trans-brake': 1, regrip: 1.5, dump: 1 },
  reverseFactor: 1.3,
  lockupFactor: 1.25,
  frictionFactor: 1.1,
  plateFactor: 1.25,
  houseMargin: { hard: 1.25, plate: 1.25, friction: 1.15 },
  togetherWithin: 0.05,
}

const MAXIMA = { maxPressurePa: 'pressurePa', maxSpeedRadPerS: 'speedRadPerS' }

/** A part's maximum of pressure or speed becomes a stated limit like any other; a job records the house rules it is judged by. */
export const up: Up = async (sql) => {
  for (const [old, key] of Object.entries(MAXIMA))
    await sql(
      `UPDATE parts SET body = (body - '${old}') || jsonb_build_object('stated', (body->'stated') ||
         jsonb_build_array(jsonb_build_object('place', 'station', 'origin', 'maker', '${key}', body->'${old}'))) WHERE jsonb_exists(body, '${old}')`,
    )
  await sql(`UPDATE jobs SET body = body || (:rules)::jsonb WHERE NOT jsonb_exists(body, 'rules')`, {
    rules: JSON.stringify({ rules: RULES }),
  })
}
