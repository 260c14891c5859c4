import type { QueryInterface } from 'sequelize'

/** A stored headline is worded in each system of units. */
export async function up(query: QueryInterface): Promise<void> {
  await query.sequelize.query(
    "UPDATE jobs SET judged = false, headline = jsonb_build_object('us', headline, 'metric', headline) WHERE headline IS NOT NULL",
  )
}

export async function down(query: QueryInterface): Promise<void> {
  await query.sequelize.query("UPDATE jobs SET headline = headline->'us' WHERE headline IS NOT NULL")
}
