import { Module } from '@nestjs/common'
import { SequelizeModule } from '@nestjs/sequelize'
import { ShopRow } from '../database/models.js'
import { ShopController } from './shop.controller.js'
import { ShopService } from './shop.service.js'
import { StandardsService } from './standards.service.js'

@Module({
  imports: [SequelizeModule.forFeature([ShopRow])],
  controllers: [ShopController],
  providers: [ShopService, StandardsService],
  exports: [ShopService, StandardsService],
})
export class ShopModule {}
