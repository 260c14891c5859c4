import { Controller, Sse, type MessageEvent } from '@nestjs/common'
import { ApiTags } from '@nestjs/swagger'
import { endWith, finalize, ignoreElements, interval, map, merge, takeUntil, timer, type Observable } from 'rxjs'
import { Operation } from '../http/operation.js'
import { ChangesFeed } from './changes-feed.js'

/** Time between two signs of life on an idle stream, ms. Proxies close silent ones. */
const BEAT_MS = 20_000
/** A stream ends after this time, so that an ended session does not follow on. The browser opens it again. */
const MOST_MS = 5 * 60_000

@ApiTags('shop')
@Controller('events')
export class EventsController {
  constructor(private readonly feed: ChangesFeed) {}

  /** Changes by anybody, as they are saved: what was changed, without its content. */
  @Sse()
  @Operation('Follow changes of the shop as server-sent events', { file: 'text/event-stream' })
  follow(): Observable<MessageEvent> {
    const { events, leave } = this.feed.follow()
    const changes = events.pipe(map((event): MessageEvent => ({ data: event })))
    const beats = interval(BEAT_MS).pipe(map((): MessageEvent => ({ type: 'beat', data: '' })))
    return merge(changes, beats.pipe(takeUntil(last(events)))).pipe(takeUntil(timer(MOST_MS)), finalize(leave))
  }
}

/** Emits when a stream completes. */
const last = (events: Observable<unknown>): Observable<unknown> => events.pipe(ignoreElements(), endWith(null))
