import { Injectable } from '@nestjs/common'
import { InjectModel } from '@nestjs/sequelize'
import { checkPhoto, type Photo, type PhotoType } from '@plucky/contract'
import { QueryTypes, type Transaction } from 'sequelize'
import { createHash } from 'node:crypto'
import { PhotoRow } from '../database/models.js'
import { accepted, refuse } from '../http/refusal.js'
import { MOST_PIXELS, reencoded } from './reencode.js'

const REFUSALS = {
  unreadable: () => refuse(422, 'photo-unreadable', 'data'),
  'too-many-pixels': () => refuse(422, 'photo-too-many-pixels', 'data', { most: MOST_PIXELS / 1e6 }),
  busy: () => refuse(503, 'busy'),
}

/** Photographs of the bench, each kept once under the digest of its bytes. */
@Injectable()
export class PhotosService {
  constructor(@InjectModel(PhotoRow) private readonly rows: typeof PhotoRow) {}

  /** Re-encodes and stores a photo. The id is the SHA-256 of the stored bytes. */
  async add(plain: unknown, transaction: Transaction | null = null): Promise<{ readonly id: string }> {
    const { data } = accepted(checkPhoto(plain))
    const made = await reencoded(Buffer.from(data, 'base64'))
    if (!made.ok) throw REFUSALS[made.why]()
    const id = createHash('sha256').update(made.bytes).digest('hex')
    await this.rows.bulkCreate([{ id, type: 'image/jpeg', bytes: made.bytes }], { ignoreDuplicates: true, transaction })
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

  private async uses(id: string): Promise<{ number: number; name: string }[]> {
    const shows = (job: string) => `${job}->'book' @? '$.readings.*.photos[*] ? (@ == "${id}")'`
    const found = await this.rows.sequelize?.query<{ number: number; name: string }>(
      `SELECT number, name FROM jobs WHERE ${shows('body')}
         OR EXISTS (SELECT 1 FROM revisions WHERE job_number = jobs.number AND ${shows("(revisions.body->'job')")}) ORDER BY number LIMIT 1`,
      { type: QueryTypes.SELECT },
    )
    return found ?? []
  }

  async one(id: string): Promise<PhotoRow> {
    const row = /^[0-9a-f]{64}$/.test(id) ? await this.rows.findByPk(id) : null
    if (!row) throw refuse(404, 'photo-unknown', 'id', { id: id.slice(0, 64) })
    return row
  }

  /** Those of some ids that are here, as a file carries them. */
  async all(ids: readonly string[]): Promise<Photo[]> {
    const rows = ids.length === 0 ? [] : await this.rows.findAll({ where: { id: [...ids] }, order: ['id'] })
    return rows.map(({ id, type, bytes }) => ({ id, type: type as PhotoType, data: bytes.toString('base64') }))
  }
}
