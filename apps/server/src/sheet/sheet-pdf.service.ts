import { certain } from '@plucky/core'
import { Injectable, type OnApplicationShutdown } from '@nestjs/common'
import type { SentQuote, Sheet, SignedBook } from '@plucky/contract'
import { createHash } from 'node:crypto'
import { ThreadPool } from '../threads/thread-pool.js'

const MOST_KEPT = 40
const MOST_THREADS = 2
/** Heap limits per thread, so that garbage is collected instead of kept. A document needs about 60 MB. */
const [MOST_HEAP_MB, YOUNG_HEAP_MB] = [192, 16]

type Document = 'sheetPdf' | 'quotePdf' | 'bookPdf' | 'cardPdf'
type Content = Sheet | SentQuote | SignedBook

/** Makes PDFs of build sheets and quotes in worker threads, because layout takes 0.1 to 0.4 s. */
@Injectable()
export class SheetPdfService implements OnApplicationShutdown {
  private readonly threads = new ThreadPool<Record<Document, (content: Content) => Uint8Array>>('PDF', 'sheet/pdf.js', {
    minThreads: 1,
    maxThreads: MOST_THREADS,
    resourceLimits: { maxOldGenerationSizeMb: MOST_HEAP_MB, maxYoungGenerationSizeMb: YOUNG_HEAP_MB },
  })

  /** Recent PDFs by digest of their content. */
  private readonly made = new Map<string, Promise<Buffer>>()

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

  private make(name: Document, content: Content): Promise<Buffer> {
    const digest = createHash('sha256')
      .update(JSON.stringify([name, content]))
      .digest('base64')
    const known = this.made.get(digest)
    if (known) return known
    const making = this.threads.run(name, content).then((bytes) => Buffer.from(bytes))
    this.made.set(digest, making)
    making.catch(() => this.made.delete(digest))
    if (this.made.size > MOST_KEPT) this.made.delete(certain(this.made.keys().next().value))
    return making
  }

  onApplicationShutdown(): Promise<void> {
    return this.threads.destroy()
  }
}
