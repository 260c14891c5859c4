import { Module, type DynamicModule } from '@nestjs/common'
import { METRICS_TOKEN, MetricsController } from './metrics.controller.js'
import { Metrics } from './metrics.js'

@Module({})
export class MetricsModule {
  static of(token: string | undefined): DynamicModule {
    return {
      module: MetricsModule,
      controllers: [MetricsController],
      providers: [Metrics, { provide: METRICS_TOKEN, useValue: token ?? null }],
      exports: [Metrics],
    }
  }
}
