import { Injectable } from '@nestjs/common'
import {
  bookDocument,
  changeCount,
  checkMarks,
  type BookDocument,
  type BuildBook,
  type LivedRecord,
  type MarkChange,
  type OpenBookDto,
  type SavedMarks,
  type Shown,
  shownIn,
  type SignBookDto,
  type SignedBook,
} from '@plucky/contract'
import { isLived, type Marks } from '@plucky/core'
import { QueryTypes, type Transaction } from 'sequelize'
import { Sequelize } from 'sequelize-typescript'
import { transacted } from '../database/transacted.js'
import { signedName } from '../access/who.js'
import { accepted, refuse } from '../http/refusal.js'
import { ShelfService } from '../shelf/shelf.service.js'
import { StandardsService } from '../shop/standards.service.js'
import { JobFilesService } from './job-files.service.js'
import { JobsService } from './jobs.service.js'
import { readMarks } from './marks-store.js'

interface SignedRow {
  readonly number: number
  readonly by: string
  readonly at: Date
  readonly document: BookDocument
}

/** Build books of jobs. Each field is saved by itself, so that several people can fill in one book at once. A signed book stays. */
@Injectable()
export class BuildBooksService {
  constructor(
    private readonly jobs: JobsService,
    private readonly files: JobFilesService,
    private readonly shelf: ShelfService,
    private readonly standards: StandardsService,
    private readonly sequelize: Sequelize,
  ) {}

  async one(jobNumber: number): Promise<BuildBook> {
    await this.jobs.one(jobNumber)
    return { ...(await this.state(jobNumber)), marks: await this.marks(jobNumber) }
  }

  /**
   * Saves changes of fields. A field that another window has changed meanwhile keeps its stored value and is returned as a conflict, unless
   * both values are the same.
   */
  async save(jobNumber: number, plain: unknown): Promise<SavedMarks> {
    const job = await this.jobs.one(jobNumber)
    const unit = (await this.shelf.lookupFor([job])).unit(job.unitId)
    if (!unit) throw new Error(`The transmission ${job.unitId} of job ${jobNumber} is not stored.`)
    const { changes, by: given, window } = accepted(checkMarks(unit, plain))
    const by = signedName(given)
    return transacted(this.sequelize, async (transaction) => {
      await this.lock(jobNumber, transaction)
      const state = await this.state(jobNumber, transaction)
      if (state.isSigned && !Object.keys(changes).every(isLived)) throw refuse(409, 'book-signed', 'changes')
      const taken = new Set<string>()
      for (const [name, change] of Object.entries(changes))
        if (await this.put(jobNumber, name, change, { by, window }, transaction)) taken.add(name)
      const marks = await this.marks(jobNumber, transaction)
      const refused = Object.entries(changes).flatMap(([name, { value }]) => {
        const stored = marks[name]
        return taken.has(name) || !stored || JSON.stringify(stored.value) === JSON.stringify(value) ? [] : [[name, stored] as const]
      })
      return { ...state, marks, conflicts: Object.fromEntries(refused) }
    })
  }

  /** Signs the book as it was seen. From then on it cannot be changed. */
  async sign(jobNumber: number, { by: given, changes }: SignBookDto, shown: Shown): Promise<SignedBook> {
    const by = signedName(given)
    const job = await this.jobs.one(jobNumber)
    const file = await this.files.fileOf(job)
    const { standards } = await this.standards.all()
    return transacted(this.sequelize, async (transaction) => {
      await this.lock(jobNumber, transaction)
      const { number, isSigned } = await this.state(jobNumber, transaction)
      if (isSigned) throw refuse(409, 'book-signed', 'by')
      const marks = await this.marks(jobNumber, transaction)
      if (changeCount(marks) !== changes) throw refuse(409, 'book-changed', 'changes')
      const before = await this.signedMarks(jobNumber, number - 1, transaction)
      const source = { file, marks, standards, jobNumber, number, ...(before ? { before } : {}) }
      const document = shownIn(shown, () => bookDocument(source))
      await this.sequelize.query(
        `INSERT INTO signed_books (job_number, number, signed_at, signed_by, marks, document)
         VALUES (:jobNumber, :number, clock_timestamp(), :by, (:marks)::jsonb, (:document)::jsonb)`,
        {
          replacements: { jobNumber, number, by, marks: JSON.stringify(marks), document: JSON.stringify(document) },
          type: QueryTypes.INSERT,
          transaction,
        },
      )
      return this.signed(jobNumber, number, transaction)
    })
  }

  /** Opens a new book after a signed one. It begins with the fields of the signed one. */
  async open(jobNumber: number, { by: given }: OpenBookDto): Promise<BuildBook> {
    const by = signedName(given)
    await this.jobs.one(jobNumber)
    return transacted(this.sequelize, async (transaction) => {
      await this.lock(jobNumber, transaction)
      const { number, isSigned } = await this.state(jobNumber, transaction)
      if (!isSigned) throw refuse(409, 'book-not-signed', 'by')
      await this.sequelize.query(
        `INSERT INTO opened_books (job_number, number, opened_at, opened_by) VALUES (:jobNumber, :number, clock_timestamp(), :by)`,
        { replacements: { jobNumber, number: number + 1, by }, type: QueryTypes.INSERT, transaction },
      )
      return { number: number + 1, isSigned: false, marks: await this.marks(jobNumber, transaction) }
    })
  }

  /** Condition of parts after use, of all jobs. The part is the one that was in use, not the one that replaced it since. */
  async lived(): Promise<LivedRecord[]> {
    const stored = (field: string, type: 'number' | 'string') =>
      `(SELECT value #>> '{}' FROM book_marks AS other
         WHERE other.job_number = mark.job_number AND other.name = 'lived/' || station.id || '/${field}' AND jsonb_typeof(value) = '${type}')`
    return this.sequelize.query<LivedRecord>(
      `SELECT job.number AS "jobNumber", job.body->>'name' AS "jobName", job.unit_id AS "unitId", station.id AS "stationId",
         ${stored('part', 'string')} AS "partId", mark.value #>> '{}' AS state,
         ${stored('demand', 'number')}::float8 AS "demandNm", ${stored('capacity', 'number')}::float8 AS "capacityNm"
       FROM book_marks AS mark
       JOIN jobs AS job ON job.number = mark.job_number AND job.deleted_at IS NULL
       CROSS JOIN LATERAL (SELECT split_part(mark.name, '/', 2) AS id) AS station
       WHERE mark.name LIKE 'lived/%/state' AND jsonb_typeof(mark.value) = 'string'
       ORDER BY job.number, mark.name`,
      { type: QueryTypes.SELECT },
    )
  }

  /** Signed books of a job, latest first. */
  async allSigned(jobNumber: number): Promise<SignedBook[]> {
    await this.jobs.one(jobNumber)
    const rows = await this.sequelize.query<SignedRow>(`${SIGNED} WHERE job_number = :jobNumber ORDER BY number DESC`, {
      replacements: { jobNumber },
      type: QueryTypes.SELECT,
    })
    return rows.map(asSigned)
  }

  async signed(jobNumber: number, number: number, transaction: Transaction | null = null): Promise<SignedBook> {
    const [row] = await this.sequelize.query<SignedRow>(`${SIGNED} WHERE job_number = :jobNumber AND number = :number`, {
      replacements: { jobNumber, number },
      type: QueryTypes.SELECT,
      transaction,
    })
    if (!row) throw refuse(404, 'signed-book-unknown', 'book', { job: jobNumber, number })
    return asSigned(row)
  }

  /** Fields of a signed book. `undefined` if there is no such book. */
  private async signedMarks(jobNumber: number, number: number, transaction: Transaction): Promise<Marks | undefined> {
    const [row] = await this.sequelize.query<{ marks: Marks }>(
      `SELECT marks FROM signed_books WHERE job_number = :jobNumber AND number = :number`,
      { replacements: { jobNumber, number }, type: QueryTypes.SELECT, transaction },
    )
    return row?.marks
  }

  /** Makes saves and signatures of one book wait for each other. */
  private async lock(jobNumber: number, transaction: Transaction): Promise<void> {
    await this.sequelize.query(`SELECT pg_advisory_xact_lock(hashtext('build book'), :jobNumber)`, {
      replacements: { jobNumber },
      type: QueryTypes.SELECT,
      transaction,
    })
  }

  /** Number of the current book, and whether it is signed. */
  private async state(jobNumber: number, transaction: Transaction | null = null): Promise<Pick<BuildBook, 'number' | 'isSigned'>> {
    const [row] = await this.sequelize.query<{ number: number; signed: boolean }>(
      `SELECT number, EXISTS (SELECT 1 FROM signed_books AS book WHERE book.job_number = :jobNumber AND book.number = current.number) AS signed
       FROM (SELECT coalesce(max(number), 1) AS number FROM opened_books WHERE job_number = :jobNumber) AS current`,
      { replacements: { jobNumber }, type: QueryTypes.SELECT, transaction },
    )
    return { number: row?.number ?? 1, isSigned: row?.signed ?? false }
  }

  /** Stores one field. False if another window has changed it since it was seen. */
  private async put(
    jobNumber: number,
    name: string,
    { value, rev }: MarkChange,
    from: { readonly by: string; readonly window: string },
    transaction: Transaction,
  ): Promise<boolean> {
    const stored = await this.sequelize.query(
      `INSERT INTO book_marks AS mark (job_number, name, value, marked_by, marked_in, marked_at, rev)
       VALUES (:jobNumber, :name, (:value)::jsonb, :by, :window, clock_timestamp(), 1)
       ON CONFLICT (job_number, name) DO UPDATE
         SET value = excluded.value, marked_by = excluded.marked_by, marked_in = excluded.marked_in, marked_at = excluded.marked_at,
             rev = mark.rev + 1
         WHERE mark.rev = :rev OR mark.marked_in = excluded.marked_in
       RETURNING rev`,
      { replacements: { jobNumber, name, value: JSON.stringify(value), rev, ...from }, type: QueryTypes.SELECT, transaction },
    )
    return stored.length > 0
  }

  private marks(jobNumber: number, transaction: Transaction | null = null): Promise<Marks> {
    return readMarks(this.sequelize, jobNumber, transaction)
  }
}

const SIGNED = `SELECT number, signed_by AS "by", signed_at AS "at", document FROM signed_books`

const asSigned = ({ at, ...book }: SignedRow): SignedBook => ({ ...book, at: at.toISOString() })
