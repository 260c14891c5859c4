import { DEFAULT_RULES } from '@plucky/core'
import type { QueryInterface } from 'sequelize'

const { lockupRanges, lockupInShifts, lockupSlipRadPerS, lockedShiftS, stallSchool, oilStartK, oilLimitK } = DEFAULT_RULES
const RULES = { lockupRanges, lockupInShifts, lockupSlipRadPerS, lockedShiftS, stallSchool, oilStartK, oilLimitK }

/** A job records the rules on lockup, on where the stall is wanted, and on how hot a stall may get. */
export async function up(query: QueryInterface): Promise<void> {
  const replacements = { rules: JSON.stringify(RULES) }
  const grown = (job: string) => `${job} || jsonb_build_object('rules', (:rules)::jsonb || (${job}->'rules'))`
  await query.sequelize.query(`UPDATE jobs SET body = ${grown('body')}`, { replacements })
  await query.sequelize.query(`UPDATE revisions SET body = body || jsonb_build_object('job', ${grown("(body->'job')")})`, { replacements })
}

/** The older form knows none of them. */
export async function down(query: QueryInterface): Promise<void> {
  const keys = Object.keys(RULES).map((key) => `'${key}'`).join(', ') // prettier-ignore
  const shrunk = (job: string) => `${job} || jsonb_build_object('rules', (${job}->'rules') - ARRAY[${keys}])`
  await query.sequelize.query(`UPDATE revisions SET body = body || jsonb_build_object('job', ${shrunk("(body->'job')")})`)
  await query.sequelize.query(`UPDATE jobs SET body = ${shrunk('body')}`)
}
