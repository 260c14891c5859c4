import { wrap, type Remote } from 'comlink'
import type { PriceReader } from '../workers/price.worker.js'

let remote: Remote<PriceReader> | undefined

/** The reader of price lists, in a worker that is started when it is first needed. */
export function priceReader(): Remote<PriceReader> {
  remote ??= wrap<PriceReader>(new Worker(new URL('../workers/price.worker.ts', import.meta.url), { type: 'module' }))
  return remote
}
