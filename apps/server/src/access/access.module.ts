import { Global, Module, type DynamicModule } from '@nestjs/common'
import { APP_GUARD } from '@nestjs/core'
import { SequelizeModule } from '@nestjs/sequelize'
import { JobsModule } from '../jobs/jobs.module.js'
import { AccessGuard } from './access.guard.js'
import { AccountController } from './account.controller.js'
import { AccountService } from './account.service.js'
import { Attempts } from './attempts.js'
import { ChangesService } from './changes.service.js'
import { LinksController } from './links.controller.js'
import { LinksService } from './links.service.js'
import { PeopleController } from './people.controller.js'
import { PeopleService } from './people.service.js'
import { PersonRow } from './rows.js'
import { SessionsService } from './sessions.service.js'
import { ACCESS, type AccessSettings } from './settings.js'

@Global()
@Module({})
export class AccessModule {
  static of(access: AccessSettings): DynamicModule {
    return {
      module: AccessModule,
      imports: [SequelizeModule.forFeature([PersonRow]), JobsModule],
      controllers: [AccountController, PeopleController, LinksController],
      providers: [
        { provide: ACCESS, useValue: access },
        { provide: APP_GUARD, useClass: AccessGuard },
        AccountService,
        Attempts,
        ChangesService,
        LinksService,
        PeopleService,
        SessionsService,
      ],
      exports: [ACCESS, PeopleService, SessionsService],
    }
  }
}
