import { Injectable, type OnApplicationShutdown } from '@nestjs/common'
import type { Sheet } from '@plucky/contract'
import { fileURLToPath } from 'node:url'
import { Piscina } from 'piscina'
import { refuse } from '../http/refusal.js'

/** Sheets that may wait for the one that is being set. */
const MOST_WAITING = 30

/** Sets build sheets as PDF in a thread of its own: a page takes up to a second, and others are answered meanwhile. */
@Injectable()
export class SheetPdfService implements OnApplicationShutdown {
  private readonly pool = new Piscina<Sheet, Uint8Array>({
    filename: fileURLToPath(new URL('../../dist/sheet/pdf.js', import.meta.url)),
    name: 'sheetPdf',
    minThreads: 0,
    maxThreads: 1,
    maxQueue: MOST_WAITING,
  })

  async pdf(sheet: Sheet): Promise<Buffer> {
    if (this.pool.queueSize >= MOST_WAITING) throw refuse(503, 'busy')
    return Buffer.from(await this.pool.run(sheet))
  }

  async onApplicationShutdown(): Promise<void> {
    await this.pool.destroy()
  }
}
