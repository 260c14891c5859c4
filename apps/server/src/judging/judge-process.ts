import { Logger } from '@nestjs/common'
import { setPriority } from 'node:os'
import { standardLog } from '../logging.js'
import { Judge } from './judge.js'

/** Requests come first. */
const PRIORITY = 10

/** Rates jobs in a process of its own, until the server that started it ends. */
function main(): void {
  Logger.overrideLogger(standardLog())
  setPriority(PRIORITY)
  const judge = new Judge(process.env['DATABASE_URL'] ?? '')
  judge.start()
  process.on('disconnect', () => process.exit(0))
  // The server ended while this process was loading.
  if (!process.connected) process.exit(0)
  process.on('SIGTERM', () => void judge.stop().then(() => process.exit(0)))
}

main()
