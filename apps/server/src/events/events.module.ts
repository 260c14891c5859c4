import { Module, type DynamicModule } from '@nestjs/common'
import { ChangesFeed } from './changes-feed.js'
import { EventsController } from './events.controller.js'

@Module({})
export class EventsModule {
  static of(databaseUrl: string): DynamicModule {
    return {
      module: EventsModule,
      controllers: [EventsController],
      providers: [{ provide: ChangesFeed, useFactory: () => new ChangesFeed(databaseUrl) }],
    }
  }
}
