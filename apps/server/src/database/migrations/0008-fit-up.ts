import { DataTypes, type QueryInterface } from 'sequelize'
import { newRules } from './new-rules.js'

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

/** Every job has a book of what was measured, and rules of how pilot and converter go together; photographs are kept by what is in them. */
export async function up(query: QueryInterface): Promise<void> {
  await rules.up(query)
  const replacements = { book: JSON.stringify({ readings: {} }) }
  await query.sequelize.query(`UPDATE jobs SET body = jsonb_build_object('book', (:book)::jsonb) || body`, { replacements })
  await query.sequelize.query(
    `UPDATE revisions SET body = body || jsonb_build_object('job', jsonb_build_object('book', (:book)::jsonb) || (body->'job'))`,
    { replacements },
  )
  const text = { type: DataTypes.TEXT, allowNull: false }
  await query.createTable('photos', { id: { ...text, primaryKey: true }, type: text, bytes: { type: DataTypes.BLOB, allowNull: false } })
}

/** The older form knows none of it. */
export async function down(query: QueryInterface): Promise<void> {
  await rules.down(query)
  await query.sequelize.query(`UPDATE jobs SET body = body - 'book'`)
  await query.sequelize.query(`UPDATE revisions SET body = body || jsonb_build_object('job', (body->'job') - 'book')`)
  await query.dropTable('photos')
}
