import { Module, type DynamicModule } from '@nestjs/common'
import { SequelizeModule } from '@nestjs/sequelize'
import { JobRow, ShopRow } from '../database/models.js'
import { JudgingService, JUDGING, type JudgingSettings } from './judging.service.js'

@Module({})
export class JudgingModule {
  static of(settings: JudgingSettings): DynamicModule {
    return {
      module: JudgingModule,
      global: true,
      imports: [SequelizeModule.forFeature([JobRow, ShopRow])],
      providers: [{ provide: JUDGING, useValue: settings }, JudgingService],
      exports: [JudgingService],
    }
  }
}
