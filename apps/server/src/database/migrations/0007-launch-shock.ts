import { DEFAULT_RULES } from '@plucky/core'
import type { QueryInterface } from 'sequelize'

const RULES = { launchShock: DEFAULT_RULES.launchShock }

/** A job records whether the shock of a launch is a factor of the house or the ramp on its own shafts. */
export async function up(query: QueryInterface): Promise<void> {
  const replacements = { rules: JSON.stringify(RULES) }
  const grown = (job: string) => `${job} || jsonb_build_object('rules', (:rules)::jsonb || (${job}->'rules'))`
  await query.sequelize.query(`UPDATE jobs SET body = ${grown('body')}`, { replacements })
  await query.sequelize.query(`UPDATE revisions SET body = body || jsonb_build_object('job', ${grown("(body->'job')")})`, { replacements })
}

/** The older form does not know it. */
export async function down(query: QueryInterface): Promise<void> {
  const shrunk = (job: string) => `${job} || jsonb_build_object('rules', (${job}->'rules') - 'launchShock')`
  await query.sequelize.query(`UPDATE revisions SET body = body || jsonb_build_object('job', ${shrunk("(body->'job')")})`)
  await query.sequelize.query(`UPDATE jobs SET body = ${shrunk('body')}`)
}
