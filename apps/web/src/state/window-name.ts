/** A lock that a window holds as long as it lives, so that another can tell whether it does. */
const lockOf = (name: string) => `plucky-window-${name}`
const held = () => new Promise<void>(() => undefined)

/** A name that no other window has. */
function randomName(): string {
  return Array.from(crypto.getRandomValues(new Uint8Array(10)), (byte) => (byte % 36).toString(36)).join('')
}

const TAB_KEY = 'plucky-window'

/** Reads the window name from session storage, which survives a reload. Undefined if blocked. */
function tabName(): string | undefined {
  try {
    return globalThis.sessionStorage?.getItem(TAB_KEY) ?? undefined
  } catch {
    return undefined
  }
}

function keepTabName(kept: string): void {
  try {
    globalThis.sessionStorage?.setItem(TAB_KEY, kept)
  } catch {
    // session storage is blocked: a reload is treated like a new window
  }
}

/** Window name before the reload. Its unsaved changes belong to this window. */
const before = tabName()
let name = randomName()
keepTabName(name)
/** Every name that this window goes by or went by. */
const own = new Set([name])
void locks()?.request(lockOf(name), held)

/** Locks are to be had on this machine and over a safe connection only. */
function locks(): LockManager | undefined {
  // Undefined in unit tests.
  return (globalThis.navigator as Navigator | undefined)?.locks
}

/** This window, as it signs its saves. */
export const windowName = (): string => name

/**
 * Goes on under the name of a window that is gone, whose change is taken up here: what it still had under way is then known as one's
 * own. Another window that lives keeps its name and its change. Where it cannot be told which it is, nothing changes.
 */
export async function adoptWindowName(other: string): Promise<'gone' | 'lives' | 'unknown'> {
  if (!own.has(other)) {
    if (!locks()) return 'unknown'
    if (!(await taken(other))) return 'lives'
    own.add(other)
  }
  name = other
  keepTabName(name)
  return 'gone'
}

/** Time for a closing tab to release its lock, ms; longer for the page before a reload. */
const LINGERS_MS = 400
const RELOAD_LINGERS_MS = 15_000

/** Requests the lock of another tab. Resolves to `false` on timeout. */
const taken = (other: string) =>
  new Promise<boolean>((resolve) => {
    const late = new AbortController()
    const timer = setTimeout(() => late.abort(), other === before ? RELOAD_LINGERS_MS : LINGERS_MS)
    locks()
      ?.request(lockOf(other), { signal: late.signal }, () => {
        clearTimeout(timer)
        resolve(true)
        return held()
      })
      .catch(() => resolve(false)) // the lock was not to be had in time
  })
