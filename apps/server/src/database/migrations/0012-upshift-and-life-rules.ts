import type { QueryInterface } from 'sequelize'
import { newRules } from './new-rules.js'

const rules = newRules({
  upshiftFactor: 1.25,
  shiftHeat: 'beside',
  lifeNeed: { road: 1000, tow: 120, drag: 500, 'off-road': 500, circuit: 1500, 'hill-climb': 300, 'speed-trial': 100, work: 300 },
})

/** A job records the rules on full-power upshifts, their heat and the life a use needs; elements that shift have a house margin of their own. */
export async function up(query: QueryInterface): Promise<void> {
  await rules.up(query)
  await eachMargin(query, (margins) => `'{"shifting": 1.15}'::jsonb || (${margins})`)
  await query.sequelize.query('UPDATE jobs SET judged = false')
}

/** The older form knows none of it. */
export async function down(query: QueryInterface): Promise<void> {
  await rules.down(query)
  await eachMargin(query, (margins) => `(${margins}) - 'shifting'`)
}

async function eachMargin(query: QueryInterface, changed: (margins: string) => string): Promise<void> {
  const set = (job: string) =>
    `jsonb_set(${job}, '{rules,houseMargin}', ${changed(`coalesce(${job}->'rules'->'houseMargin', '{}'::jsonb)`)})`
  await query.sequelize.query(`UPDATE jobs SET body = ${set('body')}`)
  await query.sequelize.query(`UPDATE revisions SET body = jsonb_set(body, '{job}', ${set("(body->'job')")})`)
}
