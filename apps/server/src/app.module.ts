import { Module, type DynamicModule } from '@nestjs/common'
import { SequelizeModule } from '@nestjs/sequelize'
import { MODELS } from './database/models.js'
import { SchemasController } from './http/schemas.controller.js'
import { HealthModule } from './health/health.controller.js'
import { JobsModule } from './jobs/jobs.module.js'
import { PhotosModule } from './photos/photos.module.js'
import { ShelfModule } from './shelf/shelf.module.js'
import { ShopModule } from './shop/shop.module.js'
import { UnitsModule } from './units/units.module.js'

@Module({})
export class AppModule {
  /** The application over one database; tables come from migrations, never from the models. */
  static over(databaseUrl: string): DynamicModule {
    const sequelize = SequelizeModule.forRoot({
      dialect: 'postgres',
      uri: databaseUrl,
      models: MODELS,
      autoLoadModels: false,
      synchronize: false,
      logging: false,
      retryAttempts: 3,
      retryDelay: 500,
    })
    return {
      module: AppModule,
      imports: [sequelize, UnitsModule, ShelfModule, JobsModule, PhotosModule, ShopModule, HealthModule],
      controllers: [SchemasController],
    }
  }
}
