import { Module } from '@nestjs/common'
import { SequelizeModule } from '@nestjs/sequelize'
import { JobRow, KitRow, OperationRow, PartRow } from '../database/models.js'
import { UnitsController } from '../units/units.controller.js'
import { UnitsModule } from '../units/units.module.js'
import { DemoNewsService } from './demo-news.service.js'
import { ShelfController } from './shelf.controller.js'
import { ShelfEditsService } from './shelf-edits.service.js'
import { ShelfService } from './shelf.service.js'

@Module({
  imports: [SequelizeModule.forFeature([PartRow, OperationRow, KitRow, JobRow]), UnitsModule],
  controllers: [ShelfController, UnitsController],
  providers: [ShelfService, ShelfEditsService, DemoNewsService],
  exports: [ShelfService],
})
export class ShelfModule {}
