import { demoShop } from '@plucky/demo'
import type { Sequelize } from 'sequelize-typescript'
import { lockUpgrade } from './migrate.js'
import { JobRow, KitRow, OperationRow, PartRow, UnitRow } from './models.js'

/** Loads the made-up shop into an empty database, whole or not at all. Says whether it did. */
export async function seedIfEmpty(sequelize: Sequelize): Promise<boolean> {
  return sequelize.transaction(async (transaction) => {
    await lockUpgrade(sequelize, transaction)
    if ((await UnitRow.count({ transaction })) > 0) return false
    const { units, shelf, operations, kits, jobs } = demoShop()
    const rows = (items: readonly { id: string }[]) => items.map((body) => ({ id: body.id, version: 1, body }))
    await UnitRow.bulkCreate(rows(units), { transaction })
    await PartRow.bulkCreate(rows(shelf), { transaction })
    await OperationRow.bulkCreate(rows(operations), { transaction })
    await KitRow.bulkCreate(rows(kits), { transaction })
    const now = Date.now()
    // The first job is the last one worked on.
    for (const [i, body] of jobs.entries()) await JobRow.create({ version: 1, savedAt: new Date(now - i * 60_000), body }, { transaction })
    return true
  })
}
