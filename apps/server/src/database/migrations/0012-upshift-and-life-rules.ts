import { newRules } from './new-rules.js'
import type { Up } from './step.js'

const rules = newRules({
  upshiftFactor: 1.25,
  shiftHeat: 'beside',
  lifeNeed: { road: 1000, tow: 120, drag: 500, 'off-road': 500, circuit: 1500, 'hill-climb': 300, 'speed-trial': 100, work: 300 },
})

/** A job records the rules on full-power upshifts, their heat and the life a use needs; elements that shift have a house margin of their own. */
export const up: Up = async (sql) => {
  await rules(sql)
  const set = (job: string) =>
    `jsonb_set(${job}, '{rules,houseMargin}', '{"shifting": 1.15}'::jsonb || coalesce(${job}->'rules'->'houseMargin', '{}'::jsonb))`
  await sql(`UPDATE jobs SET body = ${set('body')}, judged = false`)
  await sql(`UPDATE revisions SET body = jsonb_set(body, '{job}', ${set("(body->'job')")})`)
}
