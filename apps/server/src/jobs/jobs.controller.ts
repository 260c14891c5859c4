import { Body, Controller, Get, Param, Post, Put, Query, Res } from '@nestjs/common'
import { ApiBody, ApiQuery, ApiTags, refs } from '@nestjs/swagger'
import {
  JobContentDto,
  NewRevisionDto,
  partsList,
  SaveJobDto,
  sheetOf,
  sheetRevision,
  type JobFile,
  type SheetHead,
} from '@plucky/contract'
import { refuse } from '../http/refusal.js'
import type { Response } from 'express'
import { JobFilesService } from './job-files.service.js'
import { JobsService } from './jobs.service.js'
import { sheetPdf } from '../sheet/pdf.js'
import { RevisionsService } from './revisions.service.js'

/** Job numbers are whole and fit the database's integer; anything else names no job. */
function jobNumber(text: string): number {
  const number = /^\d{1,9}$/.test(text) ? Number(text) : NaN
  if (!Number.isInteger(number)) throw refuse(404, 'job-unknown', 'number', { job: text.slice(0, 40) })
  return number
}

@ApiTags('jobs')
@Controller('jobs')
export class JobsController {
  constructor(
    private readonly jobs: JobsService,
    private readonly files: JobFilesService,
    private readonly revisions: RevisionsService,
  ) {}

  @Get()
  all() {
    return this.jobs.all()
  }

  @Post()
  @ApiBody({ schema: refs(JobContentDto)[0] as { $ref: string } })
  add(@Body() body: unknown) {
    return this.jobs.add(body)
  }

  /** Takes an open job file; what it brings and the shop lacks goes on the shelf, what is there already stays as it is. */
  @Post('import')
  take(@Body() body: unknown) {
    return this.files.take(body)
  }

  @Get(':number/file')
  async file(@Param('number') number: string, @Res() response: Response) {
    const text = await this.files.write(jobNumber(number))
    response.type('application/json').setHeader('Content-Disposition', `attachment; filename="job-${number}.json"`)
    response.send(text)
  }

  @Get(':number')
  one(@Param('number') number: string) {
    return this.jobs.one(jobNumber(number))
  }

  @Put(':number')
  @ApiBody({ schema: refs(SaveJobDto)[0] as { $ref: string } })
  save(@Param('number') number: string, @Body() body: unknown) {
    return this.jobs.save(jobNumber(number), body)
  }

  @Get(':number/revisions')
  revisionsOf(@Param('number') number: string) {
    return this.revisions.all(jobNumber(number))
  }

  /** Numbers and names the state that is stored now. */
  @Post(':number/revisions')
  @ApiBody({ schema: refs(NewRevisionDto)[0] as { $ref: string } })
  addRevision(@Param('number') number: string, @Body() body: unknown) {
    return this.revisions.add(jobNumber(number), body)
  }

  /** The build sheet as one page: of the job as it is stored, or of a named state of it. */
  @Get(':number/sheet.pdf')
  @ApiQuery({ name: 'revision', required: false, type: Number })
  async sheet(@Param('number') number: string, @Query('revision') revision: string | undefined, @Res() response: Response) {
    const { file, head } = await this.stateOf(number, revision)
    const bytes = await sheetPdf(sheetOf(file, head))
    response.type('application/pdf').setHeader('Content-Disposition', `attachment; filename="job-${head.number}-sheet.pdf"`)
    response.send(bytes)
  }

  /** The bill of materials. */
  @Get(':number/parts.csv')
  @ApiQuery({ name: 'revision', required: false, type: Number })
  async partsList(@Param('number') number: string, @Query('revision') revision: string | undefined, @Res() response: Response) {
    const { file, head } = await this.stateOf(number, revision)
    response.type('text/csv; charset=utf-8').setHeader('Content-Disposition', `attachment; filename="job-${head.number}-parts.csv"`)
    response.send(partsList(file, head))
  }

  private async stateOf(number: string, revision: string | undefined): Promise<{ file: JobFile; head: SheetHead }> {
    const job = jobNumber(number)
    const named = revision === undefined ? null : Number(revision)
    const { file, revision: found, revisions } = await this.revisions.file(job, named)
    return { file, head: { number: job, revision: sheetRevision(file, revisions, found ?? undefined) } }
  }

  /** What the core says of the saved spec. */
  @Get(':number/answer')
  answer(@Param('number') number: string) {
    return this.jobs.answer(jobNumber(number))
  }
}
