import { certain } from '@plucky/core'
import { Injectable, Logger, type OnApplicationShutdown } from '@nestjs/common'
import type { SentQuote, Sheet, SignedBook } from '@plucky/contract'
import { createHash } from 'node:crypto'
import { fileURLToPath } from 'node:url'
import { Piscina } from 'piscina'
import { refuse } from '../http/refusal.js'

/** Maximum queue length. */
const MOST_WAITING = 30
const MOST_KEPT = 40
const MOST_THREADS = 2
/** The second thread ends after this time without work. */
const IDLE_MS = 60_000
/** Heap limits per thread, so that garbage is collected instead of kept. A document needs about 60 MB. */
const [MOST_HEAP_MB, YOUNG_HEAP_MB] = [192, 16]

/** Makes PDFs of build sheets and quotes in worker threads, because layout takes 0.1 to 0.4 s. */
@Injectable()
export class SheetPdfService implements OnApplicationShutdown {
  private readonly pool = new Piscina<Sheet | SentQuote | SignedBook, Uint8Array>({
    filename: fileURLToPath(new URL('../../dist/sheet/pdf.js', import.meta.url)),
    minThreads: 1,
    maxThreads: MOST_THREADS,
    idleTimeout: IDLE_MS,
    resourceLimits: { maxOldGenerationSizeMb: MOST_HEAP_MB, maxYoungGenerationSizeMb: YOUNG_HEAP_MB },
    maxQueue: MOST_WAITING,
  })

  /** Recent PDFs by digest of their content. */
  private readonly made = new Map<string, Promise<Buffer>>()

  constructor() {
    const log = new Logger('PDF')
    // Failures of an idle thread. Without a listener they would end the server.
    this.pool.on('error', (error: unknown) => log.error(error))
  }

  /** Build sheet. */
  pdf(sheet: Sheet): Promise<Buffer> {
    return this.make('sheetPdf', sheet)
  }

  /** Quote as it was sent. */
  quote(quote: SentQuote): Promise<Buffer> {
    return this.make('quotePdf', quote)
  }

  /** Signed build book. */
  book(book: SignedBook): Promise<Buffer> {
    return this.make('bookPdf', book)
  }

  /** Customer card of a signed build book. */
  card(book: SignedBook): Promise<Buffer> {
    return this.make('cardPdf', book)
  }

  private make(name: 'sheetPdf' | 'quotePdf' | 'bookPdf' | 'cardPdf', said: Sheet | SentQuote | SignedBook): Promise<Buffer> {
    const digest = createHash('sha256')
      .update(JSON.stringify([name, said]))
      .digest('base64')
    const known = this.made.get(digest)
    if (known) return known
    if (this.pool.queueSize >= MOST_WAITING) throw refuse(503, 'busy')
    const making = this.pool.run(said, { name }).then((bytes) => Buffer.from(bytes))
    this.made.set(digest, making)
    making.catch(() => this.made.delete(digest))
    if (this.made.size > MOST_KEPT) this.made.delete(certain(this.made.keys().next().value))
    return making
  }

  async onApplicationShutdown(): Promise<void> {
    await this.pool.destroy()
  }
}
