import { DataTypes, type QueryInterface } from 'sequelize'

/** Which window saved last, and which of its changes: so that a window knows its own change again when the answer was lost. */
export async function up(query: QueryInterface): Promise<void> {
  await query.addColumn('jobs', 'saved_by', { type: DataTypes.TEXT, allowNull: true })
  await query.addColumn('jobs', 'saved_change', { type: DataTypes.BIGINT, allowNull: true })
}

export async function down(query: QueryInterface): Promise<void> {
  for (const column of ['saved_by', 'saved_change']) await query.removeColumn('jobs', column)
}
