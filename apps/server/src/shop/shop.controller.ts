import { Operation, STORES } from '../http/operation.js'
import { Controller, Get, Put } from '@nestjs/common'
import { ApiTags } from '@nestjs/swagger'
import { ShopSettingsDto } from '@plucky/contract'
import { CheckedBody } from '../http/checked.js'
import { ShopService } from './shop.service.js'

@ApiTags('shop')
@Controller('shop')
export class ShopController {
  constructor(private readonly shop: ShopService) {}

  @Get()
  @Operation('Shop settings', ShopSettingsDto)
  settings() {
    return this.shop.settings()
  }

  @Put()
  @Operation('Save the shop settings', ShopSettingsDto, ...STORES)
  save(@CheckedBody(ShopSettingsDto) settings: ShopSettingsDto) {
    return this.shop.save(settings)
  }
}
