import type { ShopEvent } from '@plucky/contract'
import { refreshBook } from './book.js'
import { hearOfSave } from './job.js'
import { queries } from './queries.js'
import { refreshShop } from './shop.js'

/** Changes that come together are taken up together, ms. */
const TOGETHER_MS = 200

/** What has to be fetched again. */
const due = new Set<'lists' | 'shelf' | 'book'>()
let timer: ReturnType<typeof setTimeout> | undefined

function takeUp(what: 'lists' | 'shelf' | 'book'): void {
  due.add(what)
  timer ??= setTimeout(() => {
    timer = undefined
    if (due.has('lists')) void queries.invalidateQueries()
    if (due.has('shelf')) void refreshShop()
    if (due.has('book')) void refreshBook()
    due.clear()
  }, TOGETHER_MS)
}

function hear({ subject, id, version }: ShopEvent): void {
  const [number = 0] = id.split('/').map(Number)
  switch (subject) {
    case 'connected':
      for (const what of ['lists', 'shelf', 'book'] as const) takeUp(what)
      return hearOfSave()
    case 'jobs':
      if (version !== null) hearOfSave({ number, version })
      return takeUp('lists')
    case 'units':
    case 'parts':
    case 'operations':
    case 'kits':
      takeUp('shelf')
      return takeUp('lists')
    case 'book_marks':
    case 'signed_books':
    case 'opened_books':
      return takeUp('book')
    default:
      takeUp('lists')
  }
}

/**
 * Follows changes by others while this window is visible. A hidden window gives its connection back, because browsers allow few to one server.
 * The browser connects again by itself after an outage.
 */
export function followShop(): () => void {
  let stream: EventSource | undefined
  const follow = () => {
    if (document.visibilityState === 'visible' && !stream) {
      stream = new EventSource('/api/events')
      // Sent by this server.
      stream.onmessage = ({ data }: MessageEvent<string>) => hear(JSON.parse(data) as ShopEvent)
    } else if (document.visibilityState !== 'visible') {
      stream?.close()
      stream = undefined
    }
  }
  follow()
  document.addEventListener('visibilitychange', follow)
  return () => {
    document.removeEventListener('visibilitychange', follow)
    stream?.close()
  }
}
