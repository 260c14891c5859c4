import { Module } from '@nestjs/common'
import { SequelizeModule } from '@nestjs/sequelize'
import { FilesModule } from '../files/files.module.js'
import { JobRow, KitRow, OperationRow, PartRow, SupplierRow } from '../database/models.js'
import { UnitsController } from '../units/units.controller.js'
import { UnitsModule } from '../units/units.module.js'
import { DemoNewsService } from './demo-news.service.js'
import { ShelfController } from './shelf.controller.js'
import { PricesService } from './prices.service.js'
import { ShelfContentService } from './shelf-content.service.js'
import { ShelfEditsService } from './shelf-edits.service.js'
import { ShelfService } from './shelf.service.js'

@Module({
  imports: [SequelizeModule.forFeature([PartRow, OperationRow, KitRow, JobRow, SupplierRow]), UnitsModule, FilesModule],
  controllers: [ShelfController, UnitsController],
  providers: [ShelfService, ShelfEditsService, DemoNewsService, PricesService, ShelfContentService],
  exports: [ShelfService, FilesModule],
})
export class ShelfModule {}
