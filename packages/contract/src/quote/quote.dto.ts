import { Label, Note, Shape, Shapes } from '../dto/decorators.js'
import { Figure, MOST_VERSION } from '../dto/figure.js'
import { SpecDto, type Spec } from '../dto/job.dto.js'
import { MOST_OFFERED, MOST_PURPOSE, MOST_TITLE, QuoteTextsDto, type QuoteDraft } from './draft.dto.js'

/** One build of a quote with the words for the customer. */
export class QuotedBuildDto {
  @Label('Heading', MOST_TITLE) title!: string
  @Note('Purpose', MOST_PURPOSE) purpose!: string
  @Shape('Build', () => SpecDto) spec!: SpecDto
}

/** A quote to be kept as it is sent. The version is that of the job on which it was made. */
export class NewQuoteDto extends QuoteTextsDto {
  @Shapes('Builds', () => QuotedBuildDto, { least: 1, most: MOST_OFFERED }) builds!: QuotedBuildDto[]
  @Figure({ label: 'Version', from: 1, to: MOST_VERSION, whole: true }) version!: number
}

/** Request to keep a quote. */
export interface NewQuote extends Omit<QuoteDraft, 'builds'> {
  readonly builds: readonly { readonly title: string; readonly purpose: string; readonly spec: Spec }[]
  readonly version: number
}
