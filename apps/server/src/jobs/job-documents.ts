import { Injectable } from '@nestjs/common'
import {
  readUnitChoice,
  sheetOf,
  sheetRevision,
  shownIn,
  US_UNITS,
  type JobFile,
  type Sheet,
  type SheetHead,
  type UnitChoice,
} from '@plucky/contract'
import { refuse } from '../http/refusal.js'
import { SheetPdfService } from '../sheet/sheet-pdf.service.js'
import { ShopService } from '../shop/shop.service.js'
import { QuotesService } from './quotes.service.js'
import { RevisionsService } from './revisions.service.js'

/** Units named in a query; US units if there are none. */
export function unitsIn(asked: string | undefined): UnitChoice {
  const units = asked === undefined ? US_UNITS : readUnitChoice(asked)
  if (!units) throw refuse(422, 'units-unknown', 'units', { units: asked?.slice(0, 40) ?? '' })
  return units
}

/** Documents of a job: build sheets and quotes. */
@Injectable()
export class JobDocuments {
  constructor(
    private readonly revisions: RevisionsService,
    private readonly shop: ShopService,
    private readonly sheets: SheetPdfService,
    private readonly quotes: QuotesService,
  ) {}

  /** The stored job, or a revision of it. */
  async stateOf(number: number, revision: number | null): Promise<{ readonly file: JobFile; readonly head: SheetHead }> {
    const { file, revision: found, revisions } = await this.revisions.file(number, revision)
    return { file, head: { number, revision: sheetRevision(file, revisions, found ?? undefined) } }
  }

  async sheet(number: number, revision: number | null, asked: string | undefined): Promise<Sheet> {
    const units = unitsIn(asked)
    const [{ file, head }, { currency }] = [await this.stateOf(number, revision), await this.shop.settings()]
    return shownIn({ units, currency }, () => sheetOf(file, head))
  }

  async sheetPdf(number: number, revision: number | null, asked: string | undefined): Promise<Buffer> {
    return this.sheets.pdf(await this.sheet(number, revision, asked))
  }

  async quotePdf(number: number, quote: number): Promise<Buffer> {
    return this.sheets.quote(await this.quotes.one(number, quote))
  }
}
