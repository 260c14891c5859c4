import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { checkStandards, type ShopStandards } from '@plucky/contract'
import { QueryTypes } from 'sequelize'
import { Sequelize } from 'sequelize-typescript'
import { accepted, refuse } from '../http/refusal.js'

/** Row of the shop table that holds the standards. */
export const STANDARDS_KEY = 'standards'

/** Standards of the shop: work that is done on every transmission. */
@Injectable()
export class StandardsService {
  constructor(@InjectConnection() private readonly sequelize: Sequelize) {}

  async all(): Promise<ShopStandards> {
    const [row] = await this.sequelize.query<{ value: ShopStandards }>('SELECT value FROM shop WHERE key = :key', {
      replacements: { key: STANDARDS_KEY },
      type: QueryTypes.SELECT,
    })
    // Checked before it was stored.
    return row?.value ?? { standards: [], version: 0 }
  }

  /** Saves all standards. The window must have seen the version that is stored. */
  async save(plain: unknown): Promise<ShopStandards> {
    const { standards, version } = accepted(checkStandards(plain))
    const value = JSON.stringify({ standards, version: version + 1 })
    const stored = await this.sequelize.query(
      `INSERT INTO shop (key, value) SELECT :key, (:value)::jsonb WHERE :version = 0
       ON CONFLICT (key) DO NOTHING RETURNING 1`,
      { replacements: { key: STANDARDS_KEY, value, version }, type: QueryTypes.SELECT },
    )
    const changed = await this.sequelize.query(
      `UPDATE shop SET value = (:value)::jsonb WHERE key = :key AND (value->>'version')::int = :version RETURNING 1`,
      { replacements: { key: STANDARDS_KEY, value, version }, type: QueryTypes.SELECT },
    )
    if (stored.length + changed.length === 0) throw refuse(409, 'standards-changed-elsewhere', 'version')
    return { standards, version: version + 1 }
  }
}
