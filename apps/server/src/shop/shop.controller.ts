import { Body, Controller, Get, Put } from '@nestjs/common'
import { ApiBody, ApiTags, refs } from '@nestjs/swagger'
import { ShopSettingsDto } from '@plucky/contract'
import { ShopService } from './shop.service.js'

@ApiTags('shop')
@Controller('shop')
export class ShopController {
  constructor(private readonly shop: ShopService) {}

  @Get()
  settings() {
    return this.shop.settings()
  }

  @Put()
  @ApiBody({ schema: refs(ShopSettingsDto)[0] as { $ref: string } })
  save(@Body() body: unknown) {
    return this.shop.save(body)
  }
}
