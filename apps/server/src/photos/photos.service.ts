import { Injectable } from '@nestjs/common'
import { InjectModel } from '@nestjs/sequelize'
import { checkPhoto, type Photo, type PhotoType } from '@plucky/contract'
import type { Transaction } from 'sequelize'
import { createHash } from 'node:crypto'
import { PhotoRow } from '../database/models.js'
import { accepted, refuse } from '../http/refusal.js'

/** Photographs of the bench, each kept once under the digest of its bytes. */
@Injectable()
export class PhotosService {
  constructor(@InjectModel(PhotoRow) private readonly rows: typeof PhotoRow) {}

  /** Keeps a photograph and gives its id; the same picture again has the same. */
  async add(plain: unknown, transaction: Transaction | null = null): Promise<{ readonly id: string }> {
    const { type, data } = accepted(checkPhoto(plain))
    const bytes = Buffer.from(data, 'base64')
    const id = createHash('sha256').update(bytes).digest('hex')
    await this.rows.findOrCreate({ where: { id }, defaults: { id, type, bytes }, transaction })
    return { id }
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
