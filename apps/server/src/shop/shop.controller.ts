import { Needs } from '../access/access.guard.js'
import { Operation, STORES } from '../http/operation.js'
import { Body, Controller, Get, Put } from '@nestjs/common'
import { ApiTags } from '@nestjs/swagger'
import { SaveStandardsDto, ShopSettingsDto } from '@plucky/contract'
import { CheckedBody, DescribedBody } from '../http/checked.js'
import { ShopService } from './shop.service.js'
import { StandardsService } from './standards.service.js'

@ApiTags('shop')
@Controller('shop')
export class ShopController {
  constructor(
    private readonly shop: ShopService,
    private readonly standards: StandardsService,
  ) {}

  @Get()
  @Operation('Shop settings', ShopSettingsDto)
  settings() {
    return this.shop.settings()
  }

  @Put()
  @Needs('owner')
  @Operation('Save the shop settings', ShopSettingsDto, ...STORES)
  save(@CheckedBody(ShopSettingsDto) settings: ShopSettingsDto) {
    return this.shop.save(settings)
  }

  @Get('standards')
  @Operation('Standards of the shop', 'Standards with the number of their last save')
  allStandards() {
    return this.standards.all()
  }

  @Put('standards')
  @Needs('owner')
  @Operation(
    'Save the standards of the shop. The version in the body must be the current one',
    'Standards with their new version',
    409,
    ...STORES,
  )
  @DescribedBody(SaveStandardsDto)
  saveStandards(@Body() body: unknown) {
    return this.standards.save(body)
  }
}
