import { Module, type DynamicModule } from '@nestjs/common'
import { SequelizeModule } from '@nestjs/sequelize'
import { JobRow } from '../database/models.js'
import { METRICS_TOKEN, MetricsController } from './metrics.controller.js'
import { Metrics } from './metrics.js'

@Module({})
export class MetricsModule {
  static of(token: string | undefined): DynamicModule {
    return {
      module: MetricsModule,
      imports: [SequelizeModule.forFeature([JobRow])],
      controllers: [MetricsController],
      providers: [Metrics, { provide: METRICS_TOKEN, useValue: token ?? null }],
      exports: [Metrics],
    }
  }
}
