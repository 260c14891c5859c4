import { Injectable, Logger, type OnApplicationBootstrap, type OnApplicationShutdown } from '@nestjs/common'
import { InjectModel } from '@nestjs/sequelize'
import type { Photo, PhotoDto, PhotoType } from '@plucky/contract'
import { QueryTypes, type Transaction } from 'sequelize'
import { createHash } from 'node:crypto'
import { PhotoRow } from '../database/models.js'
import { refuse } from '../http/refusal.js'
import { MOST_PIXELS, reencoded } from './reencode.js'

const REFUSALS = {
  unreadable: () => refuse(422, 'photo-unreadable', 'data'),
  'too-many-pixels': () => refuse(422, 'photo-too-many-pixels', 'data', { most: MOST_PIXELS / 1e6 }),
  busy: () => refuse(503, 'busy'),
}

/** Days that an unused photo is kept, so that an undo still finds it. */
const UNUSED_DAYS = 30
const DAY_MS = 24 * 3600 * 1000

/** Ids of the photos in a job body, as SQL. */
const shownIn = (job: string) => `SELECT jsonb_path_query(${job}, '$.book.readings.*.photos[*]') #>> '{}'`

/** Ids of the photos in build books, as SQL. */
const IN_BOOKS = `SELECT jsonb_array_elements_text(value) FROM book_marks WHERE name LIKE '%/photos' AND jsonb_typeof(value) = 'array'`

/** Photos taken at the bench, each stored once under the digest of its bytes. */
@Injectable()
export class PhotosService implements OnApplicationBootstrap, OnApplicationShutdown {
  private readonly log = new Logger('Photos')
  private daily: NodeJS.Timeout | undefined
  private sweeping: Promise<unknown> | undefined

  constructor(@InjectModel(PhotoRow) private readonly rows: typeof PhotoRow) {}

  /** Re-encodes and stores a photo. The id is the SHA-256 of the stored bytes. */
  async add({ data }: Pick<PhotoDto, 'data'>, transaction: Transaction | null = null): Promise<{ readonly id: string }> {
    const made = await reencoded(Buffer.from(data, 'base64'))
    if (!made.ok) throw REFUSALS[made.why]()
    const id = createHash('sha256').update(made.bytes).digest('hex')
    await this.rows.bulkCreate([{ id, type: 'image/jpeg', bytes: made.bytes }], { updateOnDuplicate: ['storedAt'], transaction })
    return { id }
  }

  /** Returns the ids that are stored. */
  async known(ids: readonly string[], transaction: Transaction | null = null): Promise<Set<string>> {
    const rows = await this.rows.findAll({ attributes: ['id'], where: { id: [...ids] }, transaction })
    return new Set(rows.map(({ id }) => id))
  }

  /** Deletes a photo. Throws 409 if a job or revision uses it. */
  async remove(id: string): Promise<{ readonly id: string }> {
    await this.one(id)
    const [job] = await this.uses(id)
    if (job) throw refuse(409, 'photo-in-use', 'id', { job: job.number, name: job.name })
    await this.rows.destroy({ where: { id } })
    return { id }
  }

  onApplicationBootstrap(): void {
    const sweep = () => void (this.sweeping = this.sweep().catch((error: unknown) => this.log.error(error)))
    this.daily = setInterval(sweep, DAY_MS).unref()
    sweep()
  }

  async onApplicationShutdown(): Promise<void> {
    clearInterval(this.daily)
    await this.sweeping
  }

  /** Deletes the photos that no job or revision uses and that were last stored more than 30 days ago. Returns their number. */
  async sweep(): Promise<number> {
    const removed = await this.rows.sequelize?.query(
      `DELETE FROM photos WHERE stored_at < now() - interval '${UNUSED_DAYS} days'
         AND id NOT IN (${shownIn('body')} FROM jobs UNION ${shownIn("(body->'job')")} FROM revisions UNION ${IN_BOOKS}) RETURNING id`,
      { type: QueryTypes.SELECT },
    )
    const count = removed?.length ?? 0
    if (count > 0) this.log.log(`Deleted ${count} photos that no job has used for ${UNUSED_DAYS} days.`)
    return count
  }

  private async uses(id: string): Promise<{ number: number; name: string }[]> {
    const found = await this.rows.sequelize?.query<{ number: number; name: string }>(
      `SELECT number, name FROM jobs WHERE :id IN (${shownIn('body')})
         OR EXISTS (SELECT 1 FROM revisions WHERE job_number = jobs.number AND :id IN (${shownIn("(revisions.body->'job')")}))
         OR EXISTS (SELECT 1 FROM (${IN_BOOKS} AND job_number = jobs.number) AS shown (photo) WHERE photo = :id)
       ORDER BY number LIMIT 1`,
      { type: QueryTypes.SELECT, replacements: { id } },
    )
    return found ?? []
  }

  async one(id: string): Promise<PhotoRow> {
    const row = /^[0-9a-f]{64}$/.test(id) ? await this.rows.findByPk(id) : null
    if (!row) throw refuse(404, 'photo-unknown', 'id')
    return row
  }

  /** Those of some ids that are here, as a file carries them. */
  async all(ids: readonly string[]): Promise<Photo[]> {
    const rows = ids.length === 0 ? [] : await this.rows.findAll({ where: { id: [...ids] }, order: ['id'] })
    // Checked before it was stored.
    return rows.map(({ id, type, bytes }) => ({ id, type: type as PhotoType, data: bytes.toString('base64') }))
  }
}
