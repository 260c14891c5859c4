import { Controller, Delete, Get, Header, Param, Post, Res } from '@nestjs/common'
import { ApiTags } from '@nestjs/swagger'
import { NewLinkDto } from '@plucky/contract'
import type { Response } from 'express'
import { CheckedBody } from '../http/checked.js'
import { Operation, STORES } from '../http/operation.js'
import { JobDocuments } from '../jobs/job-documents.js'
import { Needs } from './access.guard.js'
import { RowId } from './row-id.js'
import { LinksService } from './links.service.js'

/** Customer links to a quote or a build sheet. */
@ApiTags('access')
@Controller('links')
export class LinksController {
  constructor(
    private readonly links: LinksService,
    private readonly documents: JobDocuments,
  ) {}

  @Get()
  @Needs('builder')
  @Operation('Valid customer links, latest first', 'Links without their addresses')
  all() {
    return this.links.all()
  }

  @Post()
  @Operation('Make a customer link to a document as it is now', 'The link with its address, which is shown only once', 404, 409, ...STORES)
  async add(@CheckedBody(NewLinkDto) { kind, job, number, days, units }: NewLinkDto) {
    const pdf =
      kind === 'quote' ? await this.documents.quotePdf(job, number ?? 0) : await this.documents.sheetPdf(job, number ?? null, units)
    return this.links.add({ kind, job, number: number ?? null, days, pdf })
  }

  @Delete(':id')
  @Operation('End a customer link', null, 404)
  async end(@RowId('link-unknown') id: number): Promise<object> {
    await this.links.end(id)
    return {}
  }

  @Get(':token.pdf')
  @Needs('nobody')
  @Header('X-Robots-Tag', 'noindex, nofollow')
  @Operation('The document of a customer link', { file: 'application/pdf' }, 404)
  async open(@Param('token') token: string, @Res() response: Response): Promise<void> {
    const { kind, job, pdf } = await this.links.open(token)
    response.type('application/pdf').setHeader('Content-Disposition', `inline; filename="job-${job}-${kind}.pdf"`)
    response.send(pdf)
  }
}
