import type { QueryInterface } from 'sequelize'

/** Adds the line pressure as received to stored jobs. Its first value is the line pressure of the build. */
export async function up(query: QueryInterface): Promise<void> {
  const set = (job: string) => `jsonb_build_object('arrivedPressure', ${job}->'spec'->'pressure') || ${job}`
  await query.sequelize.query(`UPDATE jobs SET body = ${set('body')}`)
  await query.sequelize.query(`UPDATE revisions SET body = jsonb_set(body, '{job}', ${set("(body->'job')")})`)
}

/** Removes the line pressure as received. */
export async function down(query: QueryInterface): Promise<void> {
  await query.sequelize.query("UPDATE jobs SET body = body - 'arrivedPressure'")
  await query.sequelize.query("UPDATE revisions SET body = jsonb_set(body, '{job}', (body->'job') - 'arrivedPressure')")
}
