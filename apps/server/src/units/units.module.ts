import { Module } from '@nestjs/common'
import { SequelizeModule } from '@nestjs/sequelize'
import { UnitRow } from '../database/models.js'
import { UnitsController } from './units.controller.js'
import { UnitsService } from './units.service.js'

@Module({
  imports: [SequelizeModule.forFeature([UnitRow])],
  controllers: [UnitsController],
  providers: [UnitsService],
  exports: [UnitsService],
})
export class UnitsModule {}
