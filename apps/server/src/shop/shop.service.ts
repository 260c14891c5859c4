import { Injectable } from '@nestjs/common'
import { InjectModel } from '@nestjs/sequelize'
import type { ShopSettings, ShopSettingsDto } from '@plucky/contract'
import { ShopRow } from '../database/models.js'

const KEY = 'settings'
const FIRST: ShopSettings = { currency: 'USD' }

/** What the shop as a whole chooses. */
@Injectable()
export class ShopService {
  constructor(@InjectModel(ShopRow) private readonly rows: typeof ShopRow) {}

  async settings(): Promise<ShopSettings> {
    const row = await this.rows.findByPk(KEY)
    // Checked before it was stored.
    return { ...FIRST, ...(row?.value as Partial<ShopSettings> | undefined) }
  }

  async save({ currency }: ShopSettingsDto): Promise<ShopSettings> {
    await this.rows.upsert({ key: KEY, value: { currency } })
    return this.settings()
  }
}
