import { Module } from '@nestjs/common'
import { SequelizeModule } from '@nestjs/sequelize'
import { UnitRow } from '../database/models.js'
import { UnitsService } from './units.service.js'

@Module({
  imports: [SequelizeModule.forFeature([UnitRow])],
  providers: [UnitsService],
  exports: [UnitsService],
})
export class UnitsModule {}
