import { Injectable } from '@nestjs/common'
import { InjectConnection, InjectModel } from '@nestjs/sequelize'
import type { NewPersonDto, PatchPersonDto, Person } from '@plucky/contract'
import { QueryTypes, UniqueConstraintError, type Transaction } from 'sequelize'
import { Sequelize } from 'sequelize-typescript'
import { transacted } from '../database/transacted.js'
import { refuse } from '../http/refusal.js'
import { acceptPassword, hashPassword } from './passwords.js'
import { PersonRow } from './rows.js'
import { SessionsService } from './sessions.service.js'

/** People of the shop and their roles. */
@Injectable()
export class PeopleService {
  constructor(
    @InjectModel(PersonRow) private readonly rows: typeof PersonRow,
    @InjectConnection() private readonly sequelize: Sequelize,
    private readonly sessions: SessionsService,
  ) {}

  all(): Promise<Person[]> {
    return this.sequelize.query<Person>(
      `SELECT p.id, p.name, p.role, p.active, p.second_factor AS "secondFactor", count(s.digest)::int AS sessions, max(s.seen_at) AS "seenAt"
       FROM people p LEFT JOIN sessions s ON s.person_id = p.id AND s.ends_at > now() GROUP BY p.id ORDER BY lower(p.name)`,
      { type: QueryTypes.SELECT },
    )
  }

  async add({ name, role, password }: NewPersonDto): Promise<Person> {
    const plain = name.trim().normalize('NFKC')
    if (plain === '') throw refuse(422, 'person-unknown', 'name')
    await acceptPassword(password, plain)
    try {
      const { id } = await this.rows.create({
        name: plain,
        role,
        passwordHash: await hashPassword(password),
        active: true,
        secondFactor: false,
      })
      return await this.one(id)
    } catch (error) {
      if (error instanceof UniqueConstraintError) throw refuse(409, 'person-taken', 'name', { name: plain })
      throw error
    }
  }

  /** Changes role, password or whether the person can sign in. Each of them ends the sessions of the person. */
  async patch(id: number, { role, active, password }: PatchPersonDto): Promise<Person> {
    const row = await this.rows.findByPk(id)
    if (!row) throw refuse(404, 'person-unknown')
    if (password !== undefined) await acceptPassword(password, row.name)
    const passwordHash = password === undefined ? undefined : await hashPassword(password)
    await transacted(this.sequelize, async (transaction) => {
      const changes = {
        ...(role === undefined ? {} : { role }),
        ...(active === undefined ? {} : { active }),
        ...(passwordHash === undefined
          ? {}
          : { passwordHash, passwordSetAt: new Date(), secondFactor: false, factorSecret: null, factorStep: null }),
      }
      await this.sequelize.query('LOCK TABLE people IN SHARE ROW EXCLUSIVE MODE', { transaction })
      await this.rows.update(changes, { where: { id }, transaction })
      await this.requireOwner(transaction)
      await this.sessions.endAll(id, transaction)
    })
    return this.one(id)
  }

  private async requireOwner(transaction: Transaction): Promise<void> {
    if ((await this.rows.count({ where: { role: 'owner', active: true }, transaction })) === 0) throw refuse(409, 'last-owner')
  }

  private async one(id: number): Promise<Person> {
    const found = (await this.all()).find((person) => person.id === id)
    if (!found) throw refuse(404, 'person-unknown')
    return found
  }
}
