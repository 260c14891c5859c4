import { CURRENCIES, type Currency } from '../words/shown-units.js'
import { OneOf } from './decorators.js'

/** What the shop as a whole chooses. */
export class ShopSettingsDto {
  @OneOf('Currency', CURRENCIES) currency!: Currency
}

export type ShopSettings = Readonly<ShopSettingsDto>
