import { Inject, Injectable, Logger, type OnApplicationBootstrap } from '@nestjs/common'
import { InjectConnection, InjectModel } from '@nestjs/sequelize'
import type { NewFactor, NewPasswordDto, RemoveFactorDto, SignedIn, SignInDto } from '@plucky/contract'
import { fn, literal, Op, where } from 'sequelize'
import { Sequelize } from 'sequelize-typescript'
import { transacted } from '../database/transacted.js'
import { refuse } from '../http/refusal.js'
import { Attempts } from './attempts.js'
import { ChangesService } from './changes.service.js'
import { acceptPassword, hashPassword, passwordFits } from './passwords.js'
import { rightsOf } from './rights.js'
import { PersonRow } from './rows.js'
import { newFactor, stepOfCode } from './second-factor.js'
import { isSealed, opened, sealed } from './secret-box.js'
import { SessionsService } from './sessions.service.js'
import { ACCESS, type AccessSettings } from './settings.js'
import type { Who } from './who.js'

/** Result of a sign-in with the token of the new session. */
type Signed = { readonly outcome: 'signed-in'; readonly person: SignedIn; readonly token: string } | { readonly outcome: 'code' }

/** Sign-in, and what people change of their own account. Each change of it ends all other sessions and begins a new one. */
@Injectable()
export class AccountService implements OnApplicationBootstrap {
  private readonly log = new Logger('Accounts')

  constructor(
    @InjectModel(PersonRow) private readonly rows: typeof PersonRow,
    @InjectConnection() private readonly sequelize: Sequelize,
    private readonly sessions: SessionsService,
    private readonly attempts: Attempts,
    private readonly changes: ChangesService,
    @Inject(ACCESS) private readonly access: AccessSettings,
  ) {}

  /** Encrypts secrets that were stored without a key. */
  async onApplicationBootstrap(): Promise<void> {
    const { secretKey } = this.access
    if (!secretKey) return
    for (const { id, factorSecret } of await this.rows.findAll({ where: { factorSecret: { [Op.ne]: null } } }))
      if (factorSecret !== null && !isSealed(factorSecret))
        await this.rows.update({ factorSecret: sealed(secretKey, factorSecret, String(id)) }, { where: { id, factorSecret } })
  }

  /** Signs a person in. A wrong name, password or code, and a closed account, are refused with the same words after the same work. */
  async signIn({ name, password, code }: SignInDto, address: string): Promise<Signed> {
    const plain = name.trim().normalize('NFKC')
    const recent = await this.attempts.begin(plain, address)
    const row = await this.rows.findOne({ where: where(fn('lower', literal('name')), plain.toLowerCase()) })
    const fits = await passwordFits(row?.passwordHash, password)
    if (!row || !fits || !row.active) return this.failed(recent, row, address)
    if (row.secondFactor) {
      if (code === undefined) return { outcome: 'code' }
      if (!(await this.takeCode(row, code))) return this.failed(recent, row, address)
    }
    await this.attempts.succeed(plain, address)
    await this.changes.note({ who: row.name, role: row.role, address, action: 'sign-in', subject: 'people', subjectId: String(row.id) })
    return { outcome: 'signed-in', person: this.signedIn(row), token: await this.sessions.begin(row.id) }
  }

  private signedIn({ name, role, secondFactor }: PersonRow): SignedIn {
    return { name, secondFactor, ...rightsOf({ role, secondFactor }, this.access) }
  }

  /** The name that was typed is not logged if it is unknown: it may be a password. */
  private async failed(recent: number, row: PersonRow | null, address: string): Promise<never> {
    const subjectId = row ? String(row.id) : 'unknown'
    await this.changes.note({ who: null, role: null, address, action: 'sign-in-refused', subject: 'people', subjectId })
    await this.attempts.fail(recent)
    throw refuse(401, 'sign-in-refused')
  }

  /** Uses a code. False if it does not fit, or was used before, also at the same time by another process. */
  private async takeCode(row: PersonRow, code: string): Promise<boolean> {
    const secret = this.secretOf(row)
    if (secret === undefined) return false
    const step = stepOfCode(secret, code, row.factorStep === null ? null : Number(row.factorStep))
    if (step === undefined) return false
    const unused = { [Op.or]: [{ factorStep: null }, { factorStep: { [Op.lt]: step } }] }
    const [taken] = await this.rows.update({ factorStep: step }, { where: { id: row.id, ...unused } })
    return taken === 1
  }

  /** Secret of the second factor. Undefined, with a line in the log, if it cannot be decrypted. */
  private secretOf({ id, name, factorSecret }: PersonRow): string | undefined {
    if (factorSecret === null || !isSealed(factorSecret)) return factorSecret ?? undefined
    const { secretKey } = this.access
    const secret = secretKey && opened(secretKey, factorSecret, String(id))
    if (secret === undefined) this.log.error(`The second factor of ${name} was encrypted with another key than PLUCKY_SECRET_KEY.`)
    return secret
  }

  /** Changes the password of the signed-in person. Returns the token of a new session. */
  async changePassword(person: Who, { present, password }: NewPasswordDto): Promise<string> {
    const row = await this.confirmed(person, present, 'present')
    await acceptPassword(password, row.name)
    const passwordHash = await hashPassword(password)
    return this.renewed(person, { passwordHash, passwordSetAt: new Date() })
  }

  /** Stores a new secret. The second factor is on after its first code. */
  async beginFactor(person: Who, password: string): Promise<NewFactor> {
    const { secondFactor } = await this.confirmed(person, password, 'password')
    if (secondFactor) throw refuse(409, 'factor-on')
    const { secretKey } = this.access
    if (!secretKey) throw refuse(409, 'factor-key-missing')
    const made = newFactor(person.name)
    const factorSecret = sealed(secretKey, made.secret, String(person.id))
    await this.rows.update({ factorSecret, factorStep: null }, { where: { id: person.id } })
    return made
  }

  async confirmFactor(person: Who, code: string): Promise<string> {
    const row = await this.row(person)
    if (row.factorSecret === null || row.secondFactor) throw refuse(409, 'factor-not-begun')
    if (!(await this.takeCode(row, code))) throw refuse(422, 'code-differs', 'code')
    return this.renewed(person, { secondFactor: true })
  }

  async removeFactor(person: Who, { password, code }: RemoveFactorDto): Promise<string> {
    const row = await this.confirmed(person, password, 'password')
    if (!row.secondFactor || !(await this.takeCode(row, code))) throw refuse(422, 'code-differs', 'code')
    return this.renewed(person, { secondFactor: false, factorSecret: null, factorStep: null })
  }

  private async row({ id }: Who): Promise<PersonRow> {
    const row = await this.rows.findByPk(id)
    if (!row) throw refuse(401, 'sign-in-needed')
    return row
  }

  /** The row of a person whose password is confirmed. Failures count like failed sign-ins. */
  private async confirmed(person: Who, password: string, path: string): Promise<PersonRow> {
    const row = await this.row(person)
    const recent = await this.attempts.begin(row.name, person.address)
    if (!(await passwordFits(row.passwordHash, password))) {
      await this.attempts.fail(recent)
      throw refuse(422, 'password-differs', path)
    }
    await this.attempts.succeed(row.name, person.address)
    return row
  }

  private renewed(person: Who, changes: object): Promise<string> {
    return transacted(this.sequelize, async (transaction) => {
      await this.rows.update(changes, { where: { id: person.id }, transaction })
      await this.sessions.endAll(person.id, transaction)
      return this.sessions.begin(person.id, transaction)
    })
  }
}
