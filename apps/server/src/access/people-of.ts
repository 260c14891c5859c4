import { Sequelize } from 'sequelize-typescript'
import { migrate } from '../database/migrate.js'
import { seedIfEmpty } from '../database/seed.js'
import { PeopleService } from './people.service.js'
import { PersonRow } from './rows.js'
import { SessionsService } from './sessions.service.js'

/** The people of a shop by its database, for commands on the terminal. */
export async function peopleOf(databaseUrl: string): Promise<{ readonly people: PeopleService; readonly close: () => Promise<void> }> {
  const sequelize = new Sequelize(databaseUrl, { dialect: 'postgres', logging: false, models: [PersonRow] })
  await migrate(sequelize)
  await seedIfEmpty(sequelize)
  return { people: new PeopleService(PersonRow, sequelize, new SessionsService(sequelize)), close: () => sequelize.close() }
}
