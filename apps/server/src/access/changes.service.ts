import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import type { ChangeEntry, ChangePage, ListChangesDto } from '@plucky/contract'
import { QueryTypes } from 'sequelize'
import { Sequelize } from 'sequelize-typescript'

const USUAL_LIMIT = 50

/** The change log. The database writes it with each change, and refuses to change or remove its entries. */
@Injectable()
export class ChangesService {
  constructor(@InjectConnection() private readonly sequelize: Sequelize) {}

  /** Entries before one, latest first. `search` is looked for in person, subject and field names. */
  async page({ search = '', before, limit = USUAL_LIMIT }: ListChangesDto): Promise<ChangePage> {
    const rows = await this.sequelize.query<Omit<ChangeEntry, 'id' | 'at'> & { readonly id: string; readonly at: Date }>(
      `SELECT c.id, c.at, c.who, c.role, c.address, c.action, c.subject, c.subject_id AS "subjectId", c.fields,
         coalesce(p.name, j.body ->> 'name') AS "subjectName"
       FROM changes c
       LEFT JOIN people p ON c.subject = 'people' AND p.id::text = c.subject_id
       LEFT JOIN jobs j ON c.subject IN ('jobs', 'revisions', 'quotes', 'book_marks', 'signed_books', 'opened_books')
         AND j.number::text = split_part(c.subject_id, '/', 1)
       WHERE ($before::bigint IS NULL OR c.id < $before::bigint)
         AND ($search = '' OR position(lower($search) IN
           lower(concat_ws(' ', c.who, c.subject || ' ' || c.subject_id, p.name, j.body ->> 'name', c.fields #>> '{0,path}'))) > 0)
       ORDER BY c.id DESC LIMIT $limit`,
      { bind: { before: before ?? null, search: search.trim(), limit: limit + 1 }, type: QueryTypes.SELECT },
    )
    const entries = rows.slice(0, limit).map(({ id, at, ...entry }): ChangeEntry => ({ ...entry, id: Number(id), at: at.toISOString() }))
    return { entries, next: rows.length > limit ? (entries.at(-1)?.id ?? null) : null }
  }

  /** Adds an entry of an event that changes no row, such as a sign-in. */
  async note(event: Pick<ChangeEntry, 'who' | 'role' | 'address' | 'action' | 'subject' | 'subjectId'>): Promise<void> {
    await this.sequelize.query(
      `INSERT INTO changes (who, role, address, action, subject, subject_id, fields)
       VALUES ($who, $role, $address, $action, $subject, $subjectId, '[]')`,
      { bind: { ...event }, type: QueryTypes.INSERT },
    )
  }
}
