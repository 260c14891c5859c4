import { Module } from '@nestjs/common'
import { SequelizeModule } from '@nestjs/sequelize'
import { PartRow } from '../database/models.js'
import { ShelfController } from './shelf.controller.js'
import { ShelfService } from './shelf.service.js'

@Module({
  imports: [SequelizeModule.forFeature([PartRow])],
  controllers: [ShelfController],
  providers: [ShelfService],
  exports: [ShelfService],
})
export class ShelfModule {}
