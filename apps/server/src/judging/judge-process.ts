import { Logger } from '@nestjs/common'
import { existsSync, writeFileSync } from 'node:fs'
import { constants, setPriority } from 'node:os'
import { setTimeout as wait } from 'node:timers/promises'
import { standardLog } from '../logging.js'
import { Judge } from './judge.js'

/** Lowest priority: requests come first. */
const PRIORITY = constants.priority.PRIORITY_LOW
/** Priority of the session of a process. Linux with autogroup shares the processors between sessions first. */
const SESSION_PRIORITY = '/proc/self/autogroup'
/** Time between two attempts to set it, ms. The system allows one in 100 ms for all processes. */
const AGAIN_MS = 250

/** Gives this process, which has a session of its own, the lowest priority. */
async function yieldToRequests(): Promise<void> {
  setPriority(PRIORITY)
  while (existsSync(SESSION_PRIORITY)) {
    try {
      return writeFileSync(SESSION_PRIORITY, String(PRIORITY))
    } catch (error) {
      // EAGAIN: another process set its own just now.
      if (!(error instanceof Error && 'code' in error && error.code === 'EAGAIN')) throw error
      await wait(AGAIN_MS)
    }
  }
}

/** Rates jobs in a process of its own, until the server that started it ends. */
function main(): void {
  Logger.overrideLogger(standardLog())
  yieldToRequests().catch((error: unknown) => new Logger('Judge').warn(`Rating may slow down requests: ${String(error)}`))
  const judge = new Judge(process.env['DATABASE_URL'] ?? '')
  judge.start()
  process.on('disconnect', () => process.exit(0))
  // The server ended while this process was loading.
  if (!process.connected) process.exit(0)
  process.on('SIGTERM', () => void judge.stop().then(() => process.exit(0)))
}

main()
