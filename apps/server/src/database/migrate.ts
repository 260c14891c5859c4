import { QueryTypes, type Transaction } from 'sequelize'
import { Sequelize } from 'sequelize-typescript'
import { Umzug } from 'umzug'
import * as firstTables from './migrations/0001-first-tables.js'
import * as limitsAndRules from './migrations/0002-limits-and-rules.js'
import * as whoSaved from './migrations/0003-who-saved.js'
import * as fittingAndRevisions from './migrations/0004-fitting-and-revisions.js'
import * as unitsAndTeardown from './migrations/0005-units-and-teardown.js'
import * as lockupAndStallRules from './migrations/0006-lockup-and-stall-rules.js'
import * as launchShock from './migrations/0007-launch-shock.js'
import * as fitUp from './migrations/0008-fit-up.js'
import * as namesOfVersion2 from './migrations/0009-names-of-version-2.js'
import * as jobList from './migrations/0010-job-list.js'
import * as headlinesByUnits from './migrations/0011-headlines-by-units.js'
import * as upshiftAndLifeRules from './migrations/0012-upshift-and-life-rules.js'
import * as tireRules from './migrations/0013-tire-rules.js'
import * as pressureAsReceived from './migrations/0014-pressure-as-received.js'
import * as boltsByRedline from './migrations/0015-bolts-by-redline.js'
import * as itemsOfJobs from './migrations/0016-items-of-jobs.js'
import * as photosStoredAt from './migrations/0017-photos-stored-at.js'
import * as quotes from './migrations/0018-quotes.js'
import * as buildBook from './migrations/0019-build-book.js'
import * as itemChanges from './migrations/0020-item-changes.js'
import * as people from './migrations/0021-people.js'
import * as judgesAndPresent from './migrations/0022-judges-and-present.js'
import * as suppliers from './migrations/0023-suppliers.js'
import * as unitNames from './migrations/0024-unit-names.js'
import * as shortStations from './migrations/0025-short-stations.js'
import * as quickerLog from './migrations/0026-quicker-log.js'
import type { Sql } from './migrations/step.js'

const STEPS = [
  { name: '0001-first-tables', ...firstTables },
  { name: '0002-limits-and-rules', ...limitsAndRules },
  { name: '0003-who-saved', ...whoSaved },
  { name: '0004-fitting-and-revisions', ...fittingAndRevisions },
  { name: '0005-units-and-teardown', ...unitsAndTeardown },
  { name: '0006-lockup-and-stall-rules', ...lockupAndStallRules },
  { name: '0007-launch-shock', ...launchShock },
  { name: '0008-fit-up', ...fitUp },
  { name: '0009-names-of-version-2', ...namesOfVersion2 },
  { name: '0010-job-list', ...jobList },
  { name: '0011-headlines-by-units', ...headlinesByUnits },
  { name: '0012-upshift-and-life-rules', ...upshiftAndLifeRules },
  { name: '0013-tire-rules', ...tireRules },
  { name: '0014-pressure-as-received', ...pressureAsReceived },
  { name: '0015-bolts-by-redline', ...boltsByRedline },
  { name: '0016-items-of-jobs', ...itemsOfJobs },
  { name: '0017-photos-stored-at', ...photosStoredAt },
  { name: '0018-quotes', ...quotes },
  { name: '0019-build-book', ...buildBook },
  { name: '0020-item-changes', ...itemChanges },
  { name: '0021-people', ...people },
  { name: '0022-judges-and-present', ...judgesAndPresent },
  { name: '0023-suppliers', ...suppliers },
  { name: '0024-unit-names', ...unitNames },
  { name: '0025-short-stations', ...shortStations },
  { name: '0026-quicker-log', ...quickerLog },
]

/** Advisory lock key for migrations and seeding. Arbitrary number. */
const UPGRADE_LOCK = 5_182_004

/** Takes the migration lock for this transaction, and turns its timeouts and the change log off. */
export async function lockUpgrade(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  const timeouts = ['statement_timeout', 'lock_timeout', 'idle_in_transaction_session_timeout']
  const off = timeouts.map((name) => `SET LOCAL ${name} = 0`).join('; ')
  await sequelize.query(`${off}; SET LOCAL plucky.log = 'off'; SELECT pg_advisory_xact_lock(${UPGRADE_LOCK})`, { transaction })
}

/**
 * Runs the pending migrations. Each one and its entry in "SequelizeMeta" are one transaction, under an advisory lock against a second
 * server. Throws if the database is newer than this program. `last` is the last migration to run (default: all).
 */
export async function migrate(sequelize: Sequelize, last?: string): Promise<void> {
  let ran = true
  while (ran)
    ran = await sequelize.transaction(async (transaction) => {
      await lockUpgrade(sequelize, transaction)
      const sql: Sql = (text, values) =>
        sequelize.query(text, { transaction, type: QueryTypes.SELECT, ...(values ? { replacements: { ...values } } : {}) })
      await sql('CREATE TABLE IF NOT EXISTS "SequelizeMeta" (name varchar(255) PRIMARY KEY)')
      const done = (await sql('SELECT name FROM "SequelizeMeta" ORDER BY name')).map(({ name }) => String(name))
      refuseNewer(done)
      if (last !== undefined && done.includes(last)) return false
      const umzug = new Umzug({
        migrations: STEPS.map(({ name, up }) => ({ name, up: () => up(sql) })),
        storage: {
          executed: () => Promise.resolve(done),
          logMigration: async ({ name }) => void (await sql('INSERT INTO "SequelizeMeta" (name) VALUES (:name)', { name })),
          unlogMigration: () => Promise.reject(new Error('Steps are not taken back.')),
        },
        logger: undefined,
      })
      return (await umzug.up({ step: 1 })).length > 0
    })
}

/** Migrations applied to a database, and those still pending. */
export interface UpgradeState {
  readonly done: readonly string[]
  readonly pending: readonly string[]
}

/** Reads applied and pending migrations. Changes nothing. Throws if the database is newer than this program. */
export async function upgradeState(databaseUrl: string): Promise<UpgradeState> {
  const sequelize = new Sequelize(databaseUrl, { dialect: 'postgres', logging: false })
  try {
    const [table] = await sequelize.query<{ known: boolean }>(`SELECT to_regclass('"SequelizeMeta"') IS NOT NULL AS known`, {
      type: QueryTypes.SELECT,
    })
    const rows = table?.known
      ? await sequelize.query<{ name: string }>('SELECT name FROM "SequelizeMeta" ORDER BY name', { type: QueryTypes.SELECT })
      : []
    const done = rows.map(({ name }) => name)
    refuseNewer(done)
    return { done, pending: STEPS.map(({ name }) => name).filter((name) => !done.includes(name)) }
  } finally {
    await sequelize.close()
  }
}

function refuseNewer(done: readonly string[]): void {
  const unknown = done.filter((name) => !STEPS.some((step) => step.name === name))
  if (unknown.length === 0) return
  throw new Error(
    `This database was used by a newer version of Plucky Ratio (step ${unknown.at(-1)}). Nothing was changed. Start that version again, or start this one on another data folder: PLUCKY_DATA=… npm start`,
  )
}
