import type { Job, JobContent } from '@plucky/contract'

/** A browser for tests of stores: its storage, and the locks of its windows. */
export class TestBrowser {
  readonly kept = new Map<string, string>()
  /** Locks of open windows. */
  readonly locked = new Set<string>()
  /** Storage is full. */
  full = false

  readonly locks = {
    request: async (name: string, options: unknown, callback: (lock: object) => unknown) => {
      await Promise.resolve()
      if (typeof options === 'function') return void this.locked.add(name)
      // Callers pass options with a signal.
      const { signal } = options as { signal: AbortSignal }
      while (this.locked.has(name)) {
        signal.throwIfAborted()
        await new Promise((resolve) => setTimeout(resolve, 50))
      }
      this.locked.add(name)
      void callback({})
    },
  }

  /** All windows close at once. */
  kill(): void {
    this.locked.clear()
  }

  /** Puts the browser in place of the globals, with a server. */
  install(fetch: unknown, session = new Map<string, string>()): void {
    const { kept } = this
    const isFull = () => this.full
    Object.defineProperty(globalThis, 'navigator', { value: { locks: this.locks }, configurable: true })
    const document = { visibilityState: 'visible', documentElement: { classList: { toggle: () => false } } }
    Object.assign(globalThis, {
      fetch,
      document,
      matchMedia: () => ({ matches: false }),
      sessionStorage: {
        getItem: (key: string) => session.get(key) ?? null,
        setItem: (key: string, value: string) => session.set(key, value),
      },
      localStorage: {
        getItem: (key: string) => kept.get(key) ?? null,
        setItem: (key: string, value: string) => {
          if (isFull()) throw new DOMException('full', 'QuotaExceededError')
          kept.set(key, value)
        },
        removeItem: (key: string) => kept.delete(key),
        key: (i: number) => [...kept.keys()][i] ?? null,
        get length() {
          return kept.size
        },
      },
    })
  }
}

/** A response as far as the stores read it. */
export const testResponse = (status: number, body: unknown) => ({
  ok: status < 300,
  status,
  statusText: '',
  headers: new Headers(),
  json: () => Promise.resolve(JSON.parse(JSON.stringify(body)) as unknown),
})

/** A browser with a server of one job, which can be slow, down, or changed from elsewhere. */
export class TestJobServer extends TestBrowser {
  version = 1
  content: JobContent = {
    name: 'one',
    unitId: 'u',
    brief: {},
    arrived: {},
    spec: { fits: {}, pressure: {} },
    rules: {},
  } as unknown as JobContent
  up = true
  /** Error response to every request. */
  broken: { status: number; sentence: string } | undefined
  /** Response time of a save. */
  slowMs = 0
  saved: Pick<Job, 'savedBy' | 'savedChange'> = { savedBy: null, savedChange: null }
  /** The next answer to a save is lost on the way back. */
  deaf = false
  writes = 0
  readonly fetch = async (_path: string, options: { method: string; body?: string }) => {
    await Promise.resolve()
    if (!this.up) throw new TypeError('network')
    if (this.broken) return testResponse(this.broken.status, { errors: [{ code: 'x', path: '', sentence: this.broken.sentence }] })
    if (this.slowMs > 0 && options.method === 'PUT') await new Promise((resolve) => setTimeout(resolve, this.slowMs))
    if (options.method === 'GET') return testResponse(200, this.job())
    const { version, by, change, ...content } = JSON.parse(options.body ?? '') as JobContent & {
      version: number
      by: string
      change: number
    }
    if (version !== this.version)
      return testResponse(409, { errors: [{ code: 'job-changed-elsewhere', path: 'version', sentence: 'Changed elsewhere.' }] })
    if (content.name === 'refused') return testResponse(422, { errors: [{ code: 'x', path: 'name', sentence: 'No such name.' }] })
    this.content = content
    this.saved = { savedBy: by, savedChange: change }
    this.version++
    this.writes++
    if (this.deaf) {
      this.deaf = false
      throw new TypeError('network')
    }
    return testResponse(200, this.job())
  }

  job(): Job {
    return { ...this.content, number: 7, version: this.version, ...this.saved, savedAt: '2026-01-01T00:00:00Z' }
  }
}
