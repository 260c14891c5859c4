import { setTimeout as wait } from 'node:timers/promises'
import { say } from './say.mjs'

const FIRST_PAUSE_S = 1
const LONGEST_PAUSE_S = 30
/** Run time after which the restart delay is reset. */
const STEADY_MS = 60_000

/**
 * Restarts a program when it exits, with exponential back-off. `start` gets `onExit(how, said)` and returns `{ stop }`. A failed first
 * start throws.
 */
export class Keeper {
  constructor(name, start) {
    Object.assign(this, { name, start, pauseS: FIRST_PAUSE_S, stopped: new AbortController() })
  }

  async begin() {
    this.begun = Date.now()
    this.program = await this.start({ onExit: (how, said) => void this.restart(how, said) })
    return this.program
  }

  /** Restarts the program until it runs. `running` resolves then. */
  restart(how, said) {
    this.program = undefined
    this.running = this.again(how, said)
    return this.running
  }

  async again(how, said) {
    if (Date.now() - this.begun > STEADY_MS) this.pauseS = FIRST_PAUSE_S
    let why = `${this.name} stopped (${how}).${said ? `\n${said}` : ''}`
    while (!this.stopped.signal.aborted) {
      say(`${why}\nSaved data is safe. Restarting in ${this.pauseS} s…`)
      await wait(this.pauseS * 1000, undefined, { signal: this.stopped.signal }).catch(() => undefined)
      if (this.stopped.signal.aborted) return
      this.pauseS = Math.min(LONGEST_PAUSE_S, this.pauseS * 2)
      try {
        await this.begin()
        return say(`${this.name} is running again.`)
      } catch (error) {
        why = `${this.name} did not start: ${error.message}`
      }
    }
  }

  async stop() {
    this.stopped.abort()
    await this.running
    await this.program?.stop()
  }
}
