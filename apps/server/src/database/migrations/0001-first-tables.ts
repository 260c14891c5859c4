import { DataTypes, type QueryInterface } from 'sequelize'

export async function up(query: QueryInterface): Promise<void> {
  const text = { type: DataTypes.TEXT, allowNull: false }
  const body = { type: DataTypes.JSONB, allowNull: false }
  await query.createTable('units', { id: { ...text, primaryKey: true }, body })
  await query.createTable('parts', { id: { ...text, primaryKey: true }, body })
  await query.createTable('jobs', {
    number: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true },
    version: { type: DataTypes.INTEGER, allowNull: false },
    saved_at: { type: DataTypes.DATE, allowNull: false },
    body,
  })
  await query.addIndex('jobs', ['saved_at'])
}

export async function down(query: QueryInterface): Promise<void> {
  for (const table of ['jobs', 'parts', 'units']) await query.dropTable(table)
}
