import { wrap, type Remote } from 'comlink'
import type { DynoReader } from '../workers/dyno.worker.js'

let remote: Remote<DynoReader> | undefined

/** The reader of dyno files, in a worker of its own that is started when it is first needed. */
export function dynoReader(): Remote<DynoReader> {
  remote ??= wrap<DynoReader>(new Worker(new URL('../workers/dyno.worker.ts', import.meta.url), { type: 'module' }))
  return remote
}
