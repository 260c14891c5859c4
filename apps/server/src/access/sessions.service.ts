import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import type { Role } from '@plucky/contract'
import { createHash, randomBytes } from 'node:crypto'
import { QueryTypes, type Transaction } from 'sequelize'
import { Sequelize } from 'sequelize-typescript'

/** A session ends after this time without a request, and at the latest after `MOST_HOURS`. */
const IDLE_HOURS = 12
export const MOST_HOURS = 7 * 24
/** Time between two notes of the last request, s. */
const SEEN_STEP_S = 60

export interface Session {
  readonly id: number
  readonly name: string
  readonly role: Role
  readonly secondFactor: boolean
  readonly digest: Buffer
}

/** Digest of a secret token. Only digests are stored. */
export const digestOf = (token: string): Buffer => createHash('sha256').update(token).digest()

/** A secret token of 256 bits. */
export const newToken = (): string => randomBytes(32).toString('base64url')

/** Sessions of signed-in people. They are in the database, so that every server process knows them. */
@Injectable()
export class SessionsService {
  constructor(@InjectConnection() private readonly sequelize: Sequelize) {}

  /** Begins a session. Returns its token. */
  async begin(personId: number, transaction: Transaction | null = null): Promise<string> {
    const token = newToken()
    await this.sequelize.query(`DELETE FROM sessions WHERE ${ENDED}`, { transaction })
    await this.sequelize.query(
      `INSERT INTO sessions (digest, person_id, ends_at) VALUES ($digest, $personId, now() + interval '${MOST_HOURS} hours')`,
      { bind: { digest: digestOf(token), personId }, type: QueryTypes.INSERT, transaction },
    )
    return token
  }

  /** The session of a token, if it has not ended and the person is active. */
  async find(token: string): Promise<Session | undefined> {
    const digest = digestOf(token)
    const [found] = await this.sequelize.query<Omit<Session, 'digest'> & { readonly stale: boolean }>(
      `SELECT p.id, p.name, p.role, p.second_factor AS "secondFactor", s.seen_at < now() - interval '${SEEN_STEP_S} seconds' AS stale
       FROM sessions s JOIN people p ON p.id = s.person_id WHERE s.digest = $digest AND p.active AND NOT (${ENDED})`,
      { bind: { digest }, type: QueryTypes.SELECT },
    )
    if (!found) return undefined
    const { stale, ...session } = found
    if (stale) await this.sequelize.query(`UPDATE sessions SET seen_at = now() WHERE digest = $digest`, { bind: { digest } })
    return { ...session, digest }
  }

  async end(digest: Buffer): Promise<void> {
    await this.sequelize.query('DELETE FROM sessions WHERE digest = $digest', { bind: { digest } })
  }

  /** Ends all sessions of a person. */
  async endAll(personId: number, transaction: Transaction | null = null): Promise<void> {
    await this.sequelize.query('DELETE FROM sessions WHERE person_id = $personId', { bind: { personId }, transaction })
  }
}

const ENDED = `ends_at <= now() OR seen_at <= now() - interval '${IDLE_HOURS} hours'`
