import type { Sequelize } from 'sequelize-typescript'
import { SequelizeStorage, Umzug } from 'umzug'
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

const MIGRATIONS = [
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
]

/** Brings the tables up to date. Each step runs in order and once; what ran is kept in the database itself. */
export async function migrate(sequelize: Sequelize): Promise<void> {
  const umzug = new Umzug({
    migrations: MIGRATIONS.map(({ name, up, down }) => ({
      name,
      up: () => up(sequelize.getQueryInterface()),
      down: () => down(sequelize.getQueryInterface()),
    })),
    storage: new SequelizeStorage({ sequelize }),
    logger: undefined,
  })
  await umzug.up()
}
