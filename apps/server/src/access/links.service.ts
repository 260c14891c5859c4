import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import type { CustomerLink, LinkKind, NewCustomerLink } from '@plucky/contract'
import { QueryTypes } from 'sequelize'
import { Sequelize } from 'sequelize-typescript'
import { refuse } from '../http/refusal.js'
import { digestOf, newToken } from './sessions.service.js'
import { who } from './who.js'

/** Most links of a shop that are valid at once. */
const MOST_LINKS = 500
/** Longest token that is looked up. */
const MOST_TOKEN = 100

/** A document for a customer. */
export interface Shared {
  readonly kind: LinkKind
  readonly job: number
  readonly number: number | null
  readonly days: number
  readonly pdf: Buffer
}

/** Customer links: each shows one document, as it was when the link was made, until it ends. */
@Injectable()
export class LinksService {
  constructor(@InjectConnection() private readonly sequelize: Sequelize) {}

  /** Valid links, latest first. */
  all(): Promise<CustomerLink[]> {
    return this.sequelize.query<CustomerLink>(`SELECT ${COLUMNS} FROM links WHERE ends_at > now() ORDER BY id DESC`, {
      type: QueryTypes.SELECT,
    })
  }

  /** Makes a link. Its token is not stored, only a digest of it. */
  async add({ kind, job, number, days, pdf }: Shared): Promise<NewCustomerLink> {
    await this.sequelize.query('DELETE FROM links WHERE ends_at <= now()')
    if ((await this.all()).length >= MOST_LINKS) throw refuse(409, 'too-many-links', '', { most: MOST_LINKS })
    const token = newToken()
    const [made] = await this.sequelize.query<CustomerLink>(
      `INSERT INTO links (digest, kind, job_number, number, made_by, ends_at, pdf)
       VALUES ($digest, $kind, $job, $number, $by, now() + $days * interval '1 day', $pdf) RETURNING ${COLUMNS}`,
      { bind: { digest: digestOf(token), kind, job, number, by: who()?.name ?? null, days, pdf }, type: QueryTypes.SELECT },
    )
    if (!made) throw refuse(500, 'internal-error')
    return { ...made, path: `/api/links/${token}.pdf` }
  }

  /** The document of a link. Wrong and ended tokens are refused alike. */
  async open(token: string): Promise<{ readonly kind: LinkKind; readonly job: number; readonly pdf: Buffer }> {
    const [found] =
      token.length > MOST_TOKEN
        ? []
        : await this.sequelize.query<{ kind: LinkKind; job: number; pdf: Buffer }>(
            `UPDATE links SET opened = opened + 1 WHERE digest = $digest AND ends_at > now() RETURNING kind, job_number AS job, pdf`,
            { bind: { digest: digestOf(token) }, type: QueryTypes.SELECT },
          )
    if (!found) throw refuse(404, 'link-unknown')
    return found
  }

  /** Ends a link at once. */
  async end(id: number): Promise<void> {
    const ended = await this.sequelize.query('DELETE FROM links WHERE id = $id RETURNING id', { bind: { id }, type: QueryTypes.SELECT })
    if (ended.length === 0) throw refuse(404, 'link-unknown')
  }
}

const COLUMNS = `id, kind, job_number AS job, number, made_by AS "by", made_at AS "madeAt", ends_at AS "endsAt", opened`
