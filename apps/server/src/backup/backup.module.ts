import { Module, type DynamicModule } from '@nestjs/common'
import { BackupController } from './backup.controller.js'
import { DATABASE_URL } from './database-url.js'

@Module({})
export class BackupModule {
  static of(databaseUrl: string): DynamicModule {
    return { module: BackupModule, controllers: [BackupController], providers: [{ provide: DATABASE_URL, useValue: databaseUrl }] }
  }
}
