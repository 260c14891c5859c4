import type { ShopEvent } from '@plucky/contract'
import { keysOf } from '@plucky/core'
import { refreshBook } from './book.js'
import { hearOfSave } from './job.js'
import { queries } from './queries.js'
import { refreshItems, refreshShop } from './shop.js'
import { windowName } from './window-name.js'

/** Changes that come together are taken up together: those of the book soon, lists and shelf once a second. */
const TOGETHER_MS = { book: 200, lists: 1000, shelf: 1000 } as const
/** Time after which changed items that could not be loaded are requested again. */
const RETRY_AFTER_MS = 3000
type Fetched = keyof typeof TOGETHER_MS

/** Highest number of changed items that are loaded one by one. */
const MOST_ITEMS = 50

/** Changed items of the shelf, by kind and id. `missed`: there may be others. */
const changed = { items: new Set<string>(), missed: false }

async function reloadShelf(): Promise<void> {
  const items = [...changed.items]
  const all = changed.missed || items.length > MOST_ITEMS
  Object.assign(changed, { items: new Set(), missed: false })
  if (await (all ? refreshShop() : refreshItems(items))) return
  items.forEach((item) => changed.items.add(item))
  changed.missed ||= all
  takeUp('shelf', RETRY_AFTER_MS)
}

const FETCH: Readonly<Record<Fetched, () => unknown>> = {
  lists: () => queries.invalidateQueries(),
  shelf: reloadShelf,
  book: refreshBook,
}

/** What will be fetched again. */
const due = new Set<Fetched>()

function takeUp(what: Fetched, after: number = TOGETHER_MS[what]): void {
  if (due.has(what)) return
  due.add(what)
  setTimeout(() => {
    due.delete(what)
    void FETCH[what]()
  }, after)
}

function hear({ subject, id, version, window }: ShopEvent): void {
  if (window === windowName()) return // saved by this window
  const [number = 0] = id.split('/').map(Number)
  switch (subject) {
    case 'connected':
      changed.missed = true
      keysOf(FETCH).forEach((what) => takeUp(what))
      return hearOfSave()
    case 'jobs':
      if (version !== null) hearOfSave({ number, version })
      return takeUp('lists')
    case 'units':
    case 'parts':
    case 'operations':
    case 'kits':
      changed.items.add(`${subject}/${id}`)
      takeUp('shelf')
      return takeUp('lists')
    case 'book_marks':
    case 'signed_books':
    case 'opened_books':
      return takeUp('book')
    case 'present':
      return void queries.invalidateQueries({ queryKey: ['present', number] })
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
