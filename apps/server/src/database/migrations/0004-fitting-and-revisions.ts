import { DataTypes, type QueryInterface } from 'sequelize'

/** Operations and kits beside the parts, each item with the number of its last save; numbered revisions of jobs. */
export async function up(query: QueryInterface): Promise<void> {
  const text = { type: DataTypes.TEXT, allowNull: false }
  const version = { type: DataTypes.INTEGER, allowNull: false, defaultValue: 1 }
  const body = { type: DataTypes.JSONB, allowNull: false }
  for (const table of ['operations', 'kits']) await query.createTable(table, { id: { ...text, primaryKey: true }, version, body })
  await query.addColumn('parts', 'version', version)
  await query.createTable('revisions', {
    job_number: {
      type: DataTypes.INTEGER,
      primaryKey: true,
      references: { model: 'jobs', key: 'number' },
      onDelete: 'CASCADE',
    },
    number: { type: DataTypes.INTEGER, primaryKey: true },
    name: text,
    named_by: { type: DataTypes.TEXT, allowNull: true },
    saved_at: { type: DataTypes.DATE, allowNull: false },
    body,
  })
  const replacements = { rules: JSON.stringify({ hourRate: 95, lifeLimits: 'beside' }) }
  await query.sequelize.query(
    `UPDATE jobs SET body = jsonb_build_object('variantId', NULL) || body
       || jsonb_build_object('spec', jsonb_build_object('works', '{}'::jsonb) || (body->'spec'))
       || jsonb_build_object('rules', (:rules)::jsonb || (body->'rules'))`,
    { replacements },
  )
}

/** The older form knows none of it. */
export async function down(query: QueryInterface): Promise<void> {
  await query.sequelize.query(
    `UPDATE jobs SET body = (body - 'variantId') || jsonb_build_object('spec', (body->'spec') - 'works', 'rules', (body->'rules') - 'hourRate' - 'lifeLimits')`,
  )
  await query.dropTable('revisions')
  await query.removeColumn('parts', 'version')
  for (const table of ['operations', 'kits']) await query.dropTable(table)
}
