import { DataTypes, type QueryInterface } from 'sequelize'

const NOTHING_FOUND_THEN = { ranges: {}, signs: [], checks: {}, found: null, note: '' }

/** Units carry the number of their last save; a job keeps what was found of it, and the rule on ratchets. */
export async function up(query: QueryInterface): Promise<void> {
  await query.addColumn('units', 'version', { type: DataTypes.INTEGER, allowNull: false, defaultValue: 1 })
  const replacements = {
    rules: JSON.stringify({ ratchetMostNm: 542.32717933256 }),
    teardown: JSON.stringify({ teardown: NOTHING_FOUND_THEN }),
  }
  const grown = (job: string) => `(:teardown)::jsonb || ${job} || jsonb_build_object('rules', (:rules)::jsonb || (${job}->'rules'))`
  await query.sequelize.query(`UPDATE jobs SET body = ${grown('body')}`, { replacements })
  await query.sequelize.query(`UPDATE revisions SET body = body || jsonb_build_object('job', ${grown("(body->'job')")})`, { replacements })
}

/** The older form knows none of it. */
export async function down(query: QueryInterface): Promise<void> {
  const shrunk = (job: string) => `(${job} - 'teardown') || jsonb_build_object('rules', (${job}->'rules') - 'ratchetMostNm')`
  await query.sequelize.query(`UPDATE revisions SET body = body || jsonb_build_object('job', ${shrunk("(body->'job')")})`)
  await query.sequelize.query(`UPDATE jobs SET body = ${shrunk('body')}`)
  await query.removeColumn('units', 'version')
}
