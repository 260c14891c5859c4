import { Operation, STORES } from '../http/operation.js'
import { Body, Controller, Delete, Get, Param, Patch, Post, Put, Query, Res } from '@nestjs/common'
import { ApiQuery, ApiTags } from '@nestjs/swagger'
import {
  JOB_SORTS,
  JOB_STATES,
  JobContentDto,
  ListJobsDto,
  NewQuoteDto,
  NewRevisionDto,
  OpenBookDto,
  OUTCOMES,
  PatchJobDto,
  PresentDto,
  SORT_DIRECTIONS,
  partsList,
  SaveJobDto,
  SaveMarksDto,
  SignBookDto,
  sheetCsv,
  UNIT_SYSTEMS,
} from '@plucky/contract'
import { CheckedBody, CheckedQuery, DescribedBody } from '../http/checked.js'
import { refuse } from '../http/refusal.js'
import type { Response } from 'express'
import { JobDocuments, unitsIn } from './job-documents.js'
import { JobFilesService } from './job-files.service.js'
import { EditsService } from './edits.service.js'
import { JobListService } from './job-list.service.js'
import { JobsService } from './jobs.service.js'
import { SheetPdfService } from '../sheet/sheet-pdf.service.js'
import { ShopService } from '../shop/shop.service.js'
import { BuildBooksService } from './build-books.service.js'
import { Needs } from '../access/access.guard.js'
import { PresenceService } from './presence.service.js'
import { QuotesService } from './quotes.service.js'
import { RevisionsService } from './revisions.service.js'

/** Job numbers are whole and fit the database's integer; anything else names no job. */
function readJobNumber(text: string): number {
  if (!/^\d{1,9}$/.test(text)) throw refuse(404, 'job-unknown', 'number', { job: text.slice(0, 40) })
  return Number(text)
}

/** Revision named in a query. `null` for the stored job. */
const revisionIn = (revision: string | undefined): number | null => (revision === undefined ? null : Number(revision))

/** Number of the job in the address. */
const JobNumber = () => Param('number', { transform: readJobNumber })

@ApiTags('jobs')
@Controller('jobs')
export class JobsController {
  constructor(
    private readonly jobs: JobsService,
    private readonly list: JobListService,
    private readonly edits: EditsService,
    private readonly files: JobFilesService,
    private readonly documents: JobDocuments,
    private readonly revisions: RevisionsService,
    private readonly shop: ShopService,
    private readonly sheets: SheetPdfService,
    private readonly quotes: QuotesService,
    private readonly books: BuildBooksService,
    private readonly presence: PresenceService,
  ) {}

  /** One page of the list, with what each job was judged to hold. */
  @Get()
  @Operation('One page of the job list, with power held', 'Jobs, total count, and cursor of the next page', 422)
  @ApiQuery({ name: 'search', required: false })
  @ApiQuery({ name: 'state', required: false, enum: JOB_STATES })
  @ApiQuery({ name: 'outcome', required: false, enum: OUTCOMES })
  @ApiQuery({ name: 'unit', required: false })
  @ApiQuery({ name: 'sort', required: false, enum: JOB_SORTS })
  @ApiQuery({ name: 'direction', required: false, enum: SORT_DIRECTIONS })
  @ApiQuery({ name: 'units', required: false, enum: UNIT_SYSTEMS })
  @ApiQuery({ name: 'after', required: false })
  @ApiQuery({ name: 'limit', required: false, type: Number })
  async page(@CheckedQuery(ListJobsDto, ['limit']) query: ListJobsDto, @Res() response: Response) {
    response.type('application/json').send(await this.list.page(query))
  }

  /** The job that was worked on last; null if none is open. */
  @Get('last')
  @Operation('Last changed open job', 'Job with its weakest stations and changed parts, or null')
  @ApiQuery({ name: 'units', required: false, enum: UNIT_SYSTEMS })
  async last(@Query('units') units: string | undefined, @Res() response: Response) {
    response.json(await this.list.last(units === 'metric' ? 'metric' : 'us'))
  }

  /** Faults that were confirmed in transmissions of one kind. */
  @Get('findings')
  @Operation('Confirmed faults of one transmission model', 'Teardowns with a confirmed fault, by job')
  findings(@Query('unit') unit: unknown) {
    return this.list.findings(String(unit))
  }

  /** What the parts of all jobs have lived through. */
  @Get('lived')
  @Operation('Condition of parts after use, of all jobs', 'Parts with condition, torque demand and torque capacity')
  lived() {
    return this.books.lived()
  }

  /** Jobs in which a part or an operation is used. */
  @Get('using')
  @Operation('Jobs that use a part or operation, with their result before its latest change', 'Jobs with their results, and their number')
  using(@Query('item') item: unknown) {
    return this.list.using(String(item))
  }

  /** Asked again by the page until all jobs are rated. */
  @Get('edits')
  @Operation('Latest edits that changed results, with the jobs that hold less since', 'Edits, latest first')
  latestEdits() {
    return this.edits.latest()
  }

  @Post()
  @Operation('Add a job', 'Job with its number and version', ...STORES)
  @DescribedBody(JobContentDto)
  add(@Body() body: unknown) {
    return this.jobs.add(body)
  }

  /** Takes an open job file; what it brings and the shop lacks goes on the shelf, what is there already stays as it is. */
  @Post('import')
  @Operation('Import a job file and add its missing parts to the shelf', 'Job, and the items added to the shelf', 409, ...STORES)
  take(@Body() body: unknown) {
    return this.files.take(body)
  }

  @Get(':number/file')
  @Operation('Download a job file', { file: 'application/json' }, 404)
  async file(@JobNumber() number: number, @Res() response: Response) {
    const text = await this.files.write(number)
    response.type('application/json').setHeader('Content-Disposition', `attachment; filename="job-${number}.json"`)
    response.send(text)
  }

  @Get(':number')
  @Operation('Get a job', 'Job with its number, version and last writer', 404)
  async one(@JobNumber() number: number, @Res() response: Response) {
    response.type('application/json').send(await this.jobs.text(number))
  }

  /** Renames a job, changes its customer, archives or unarchives it. */
  @Patch(':number')
  @Operation('Rename a job, change its customer, archive or reopen it', 'Job as listed', 404, ...STORES)
  patch(@JobNumber() number: number, @CheckedBody(PatchJobDto) change: PatchJobDto) {
    return this.list.patch(number, change)
  }

  /** Deletes it; it can be restored. */
  @Delete(':number')
  @Operation('Delete a job. It can be restored', 'Job as listed', 404)
  remove(@JobNumber() number: number) {
    return this.list.remove(number)
  }

  @Post(':number/restore')
  @Operation('Restore a deleted job', 'Job as listed', 404)
  restore(@JobNumber() number: number) {
    return this.list.restore(number)
  }

  @Post(':number/copy')
  @Operation('Duplicate a job: brief, parts and house rules', 'The new job', 404, ...STORES)
  copy(@JobNumber() number: number) {
    return this.list.copy(number)
  }

  @Put(':number')
  @Operation('Save a job. The version in the body must be the current one', 'Number, new version and time of the save', 404, 409, ...STORES)
  @DescribedBody(SaveJobDto)
  save(@JobNumber() number: number, @Body() body: unknown) {
    return this.jobs.save(number, body)
  }

  /** Windows say it again every 20 s. A viewer is present too. */
  @Put(':number/present')
  @Needs('viewer')
  @Operation('Note that a window shows a job', 'Who else has the job open', 404, 422)
  present(@JobNumber() number: number, @CheckedBody(PresentDto) window: PresentDto) {
    return this.presence.note(number, window)
  }

  @Delete(':number/present/:window')
  @Needs('viewer')
  @Operation('Note that a window does not show a job any more', 'Empty object')
  async absent(@JobNumber() number: number, @Param('window') window: string) {
    await this.presence.leave(number, window)
    return {}
  }

  @Get(':number/revisions')
  @Operation('Revisions of a job, latest first', 'Revisions with their job files', 404)
  revisionsOf(@JobNumber() number: number) {
    return this.revisions.all(number)
  }

  /** Numbers and names the state that is stored now. */
  @Post(':number/revisions')
  @Operation('Save the stored job as a revision', 'The revision', 404, 409, ...STORES)
  addRevision(@JobNumber() number: number, @CheckedBody(NewRevisionDto) revision: NewRevisionDto) {
    return this.revisions.add(number, revision)
  }

  @Get(':number/book')
  @Operation('Build book of a job', 'Fields of the book with who saved them and when', 404)
  book(@JobNumber() number: number) {
    return this.books.one(number)
  }

  /** Saves fields of the build book. Others may save other fields of it at the same time. */
  @Post(':number/book')
  @Operation('Save fields of the build book', 'The book, and the fields that somebody else had changed', 404, 409, ...STORES)
  @DescribedBody(SaveMarksDto)
  saveBook(@JobNumber() number: number, @Body() body: unknown) {
    return this.books.save(number, body)
  }

  /** Signed books stay as they are: no address changes or deletes them. */
  @Get(':number/book/signed')
  @Operation('Signed build books of a job, latest first', 'Signed books in words', 404)
  signedBooks(@JobNumber() number: number) {
    return this.books.allSigned(number)
  }

  @Post(':number/book/sign')
  @Operation('Sign the build book as it was seen', 'The signed book', 404, 409, ...STORES)
  @ApiQuery({ name: 'units', required: false, description: 'us or metric; exceptions follow: us;length=metric' })
  async signBook(@JobNumber() number: number, @Query('units') asked: string | undefined, @CheckedBody(SignBookDto) signature: SignBookDto) {
    return this.books.sign(number, signature, { units: unitsIn(asked), currency: (await this.shop.settings()).currency })
  }

  @Post(':number/book/open')
  @Operation('Open a new build book after a signed one', 'The new book', 404, 409, ...STORES)
  openBook(@JobNumber() number: number, @CheckedBody(OpenBookDto) opening: OpenBookDto) {
    return this.books.open(number, opening)
  }

  @Get(':number/book/signed/:book.pdf')
  @Operation('Signed build book as PDF', { file: 'application/pdf' }, 404)
  async bookPdf(@JobNumber() number: number, @Param('book') book: string, @Res() response: Response) {
    const signed = await this.books.signed(number, /^\d{1,9}$/.test(book) ? Number(book) : 0)
    response.type('application/pdf').setHeader('Content-Disposition', `attachment; filename="job-${number}-book-${signed.number}.pdf"`)
    response.send(await this.sheets.book(signed))
  }

  /** One page for the customer. */
  @Get(':number/book/signed/:book/card.pdf')
  @Operation('Customer card of a signed build book, one page', { file: 'application/pdf' }, 404)
  async cardPdf(@JobNumber() number: number, @Param('book') book: string, @Res() response: Response) {
    const signed = await this.books.signed(number, /^\d{1,9}$/.test(book) ? Number(book) : 0)
    response.type('application/pdf').setHeader('Content-Disposition', `attachment; filename="job-${number}-card-${signed.number}.pdf"`)
    response.send(await this.sheets.card(signed))
  }

  @Get(':number/quotes')
  @Operation('Quotes of a job as they were sent, latest first', 'Quotes with their texts', 404)
  quotesOf(@JobNumber() number: number) {
    return this.quotes.all(number)
  }

  /** Makes a quote from one to three builds and keeps it as it is sent. */
  @Post(':number/quotes')
  @Operation('Make a quote from builds of the stored job and keep it', 'The quote', 404, 409, ...STORES)
  @ApiQuery({ name: 'units', required: false, description: 'us or metric; exceptions follow: us;length=metric' })
  async addQuote(@JobNumber() number: number, @Query('units') asked: string | undefined, @CheckedBody(NewQuoteDto) quote: NewQuoteDto) {
    return this.quotes.add(number, quote, { units: unitsIn(asked), currency: (await this.shop.settings()).currency })
  }

  @Get(':number/quotes/:quote.pdf')
  @Operation('Quote as PDF', { file: 'application/pdf' }, 404)
  async quotePdf(@JobNumber() number: number, @Param('quote') quote: string, @Res() response: Response) {
    const pdf = await this.documents.quotePdf(number, /^\d{1,9}$/.test(quote) ? Number(quote) : 0)
    response.type('application/pdf').setHeader('Content-Disposition', `attachment; filename="job-${number}-quote-${quote}.pdf"`)
    response.send(pdf)
  }

  /** The build sheet as one page: of the job as it is stored, or of a named state of it. */
  @Get(':number/sheet.pdf')
  @Operation('Build sheet of a job or revision, one page', { file: 'application/pdf' }, 404, 422)
  @ApiQuery({ name: 'revision', required: false, type: Number })
  @ApiQuery({ name: 'units', required: false, description: 'us or metric; exceptions follow: us;length=metric' })
  async sheet(
    @JobNumber() number: number,
    @Query('revision') revision: string | undefined,
    @Query('units') asked: string | undefined,
    @Res() response: Response,
  ) {
    const pdf = await this.documents.sheetPdf(number, revisionIn(revision), asked)
    response.type('application/pdf').setHeader('Content-Disposition', `attachment; filename="job-${number}-sheet.pdf"`)
    response.send(pdf)
  }

  /** The build sheet as CSV. */
  @Get(':number/sheet.csv')
  @Operation('Build sheet as CSV', { file: 'text/csv' }, 404, 422)
  @ApiQuery({ name: 'revision', required: false, type: Number })
  @ApiQuery({ name: 'units', required: false, description: 'us or metric; exceptions follow: us;length=metric' })
  async sheetTable(
    @JobNumber() number: number,
    @Query('revision') revision: string | undefined,
    @Query('units') asked: string | undefined,
    @Res() response: Response,
  ) {
    const sheet = await this.documents.sheet(number, revisionIn(revision), asked)
    response.type('text/csv; charset=utf-8').setHeader('Content-Disposition', `attachment; filename="job-${number}-sheet.csv"`)
    response.send(sheetCsv(sheet))
  }

  /** The bill of materials. */
  @Get(':number/parts.csv')
  @Operation('Parts list as CSV', { file: 'text/csv' }, 404)
  @ApiQuery({ name: 'revision', required: false, type: Number })
  async partsList(@JobNumber() number: number, @Query('revision') revision: string | undefined, @Res() response: Response) {
    const { file, head } = await this.documents.stateOf(number, revisionIn(revision))
    response.type('text/csv; charset=utf-8').setHeader('Content-Disposition', `attachment; filename="job-${head.number}-parts.csv"`)
    response.send(partsList(file, head))
  }

  /** What the core says of the saved spec. */
  @Get(':number/answer')
  @Operation('Verdict on the saved build', 'Power held, weakest link, stations and load cases', 404)
  answer(@JobNumber() number: number) {
    return this.jobs.answer(number)
  }
}
