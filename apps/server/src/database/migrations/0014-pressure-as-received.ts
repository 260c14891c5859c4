import type { QueryInterface } from 'sequelize'

/** A job keeps the line pressure that the transmission came in with; until it is said, that of the spec. */
export async function up(query: QueryInterface): Promise<void> {
  const set = (job: string) => `jsonb_build_object('arrivedPressure', ${job}->'spec'->'pressure') || ${job}`
  await query.sequelize.query(`UPDATE jobs SET body = ${set('body')}`)
  await query.sequelize.query(`UPDATE revisions SET body = jsonb_set(body, '{job}', ${set("(body->'job')")})`)
}

/** The older form knows one pressure. */
export async function down(query: QueryInterface): Promise<void> {
  await query.sequelize.query("UPDATE jobs SET body = body - 'arrivedPressure'")
  await query.sequelize.query("UPDATE revisions SET body = jsonb_set(body, '{job}', (body->'job') - 'arrivedPressure')")
}
