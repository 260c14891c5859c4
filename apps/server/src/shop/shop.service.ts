import { Injectable } from '@nestjs/common'
import { InjectModel } from '@nestjs/sequelize'
import { checkShape, ShopSettingsDto, type ShopSettings } from '@plucky/contract'
import { ShopRow } from '../database/models.js'
import { accepted } from '../http/refusal.js'

const KEY = 'settings'
const FIRST: ShopSettings = { currency: 'USD' }

/** What the shop as a whole chooses. */
@Injectable()
export class ShopService {
  constructor(@InjectModel(ShopRow) private readonly rows: typeof ShopRow) {}

  async settings(): Promise<ShopSettings> {
    const row = await this.rows.findByPk(KEY)
    return { ...FIRST, ...(row?.value as Partial<ShopSettings> | undefined) }
  }

  async save(plain: unknown): Promise<ShopSettings> {
    const { currency } = accepted(checkShape(ShopSettingsDto, plain))
    await this.rows.upsert({ key: KEY, value: { currency } })
    return this.settings()
  }
}
