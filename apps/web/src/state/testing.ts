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
