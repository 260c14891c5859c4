import { Module, type DynamicModule } from '@nestjs/common'
import { SequelizeModule } from '@nestjs/sequelize'
import { AccessModule } from './access/access.module.js'
import { PersonRow } from './access/rows.js'
import type { AccessSettings } from './access/settings.js'
import { tellConnection } from './access/who.js'
import { BackupModule } from './backup/backup.module.js'
import { MODELS } from './database/models.js'
import { PreparedStatements } from './database/prepared.js'
import { OpenConnections } from './http/open-connections.js'
import { SchemasController } from './http/schemas.controller.js'
import { EventsModule } from './events/events.module.js'
import { HealthModule } from './health/health.controller.js'
import { JudgingModule } from './judging/judging.module.js'
import type { JudgingSettings } from './judging/judging.service.js'
import { JobsModule } from './jobs/jobs.module.js'
import { MetricsModule } from './metrics/metrics.module.js'
import { PhotosModule } from './photos/photos.module.js'
import { ShelfModule } from './shelf/shelf.module.js'
import { ShopModule } from './shop/shop.module.js'
import { UnitsModule } from './units/units.module.js'

/** Timeout of a statement, and of waiting for a connection. */
const DEADLINE_MS = 10_000

export interface AppSettings {
  readonly databaseUrl: string
  readonly access: AccessSettings
  readonly metricsToken: string | undefined
  readonly judges: JudgingSettings['judges']
}

@Module({})
export class AppModule {
  /** The application over one database; tables come from migrations, never from the models. */
  static over({ databaseUrl, access, metricsToken, judges }: AppSettings): DynamicModule {
    const sequelize = SequelizeModule.forRoot({
      dialect: 'postgres',
      uri: databaseUrl,
      models: [...MODELS, PersonRow],
      autoLoadModels: false,
      synchronize: false,
      logging: false,
      hooks: { afterConnect: new PreparedStatements().prepareOn, afterPoolAcquire: tellConnection },
      retryAttempts: 3,
      retryDelay: 500,
      pool: { max: 12, acquire: DEADLINE_MS },
      dialectOptions: {
        connectionTimeoutMillis: DEADLINE_MS,
        statement_timeout: DEADLINE_MS,
        lock_timeout: DEADLINE_MS / 2,
        idle_in_transaction_session_timeout: 2 * DEADLINE_MS,
        // Client-side timeout: a paused database does not enforce its own.
        query_timeout: DEADLINE_MS + 1000,
      },
    })
    return {
      module: AppModule,
      imports: [
        sequelize,
        AccessModule.of(access),
        JudgingModule.of({ databaseUrl, judges }),
        UnitsModule,
        ShelfModule,
        JobsModule,
        PhotosModule,
        ShopModule,
        BackupModule.of(databaseUrl),
        EventsModule.of(databaseUrl),
        MetricsModule.of(metricsToken),
        HealthModule,
      ],
      controllers: [SchemasController],
      providers: [OpenConnections],
    }
  }
}
