import { demoShop } from '@plucky/demo'
import { QueryTypes } from 'sequelize'
import type { Sequelize } from 'sequelize-typescript'
import { STANDARDS_KEY } from '../shop/standards.service.js'
import { lockUpgrade } from './migrate.js'

/** Loads the made-up shop into an empty database, whole or not at all. Returns true if it did. Takes as long as the machine needs. */
export async function seedIfEmpty(sequelize: Sequelize): Promise<boolean> {
  return sequelize.transaction(async (transaction) => {
    await lockUpgrade(sequelize, transaction)
    const [found] = await sequelize.query('SELECT 1 FROM units LIMIT 1', { transaction, type: QueryTypes.SELECT })
    if (found) return false
    const { units, shelf, operations, kits, jobs, standards } = demoShop()
    const insert = (sql: string, items: readonly object[]) =>
      sequelize.query(sql, { transaction, replacements: { items: JSON.stringify(items) } })
    for (const [table, items] of Object.entries({ units, parts: shelf, operations, kits }))
      await insert(
        `INSERT INTO ${table} (id, version, body) SELECT body->>'id', 1, body FROM jsonb_array_elements((:items)::jsonb) AS body`,
        items,
      )
    // The first job is the last one worked on.
    await insert(
      `INSERT INTO jobs (version, saved_at, body) SELECT 1, now() - (place - 1) * interval '1 minute', body
       FROM jsonb_array_elements((:items)::jsonb) WITH ORDINALITY AS job (body, place) ORDER BY place`,
      jobs,
    )
    await sequelize.query(`INSERT INTO shop (key, value) VALUES (:key, (:value)::jsonb) ON CONFLICT (key) DO NOTHING`, {
      transaction,
      replacements: { key: STANDARDS_KEY, value: JSON.stringify({ standards, version: 1 }) },
    })
    return true
  })
}
