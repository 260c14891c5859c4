import { Body, Controller, Get, Param, Post, Put, Query, Res } from '@nestjs/common'
import { ApiQuery, ApiTags } from '@nestjs/swagger'
import { ImportPartsDto, KitDto, OperationDto, PartDto, readShelf, SaveItemDto, writeShelf, type ShelfFile } from '@plucky/contract'
import type { Response } from 'express'
import { CheckedBody, DescribedBody, FileBody } from '../http/checked.js'
import { refuse } from '../http/refusal.js'
import { ShelfEditsService } from './shelf-edits.service.js'
import { ShelfService } from './shelf.service.js'

@ApiTags('shelf')
@Controller('shelf')
export class ShelfController {
  constructor(
    private readonly shelf: ShelfService,
    private readonly edits: ShelfEditsService,
  ) {}

  @Get()
  @ApiQuery({ name: 'unit', required: false })
  all(@Query('unit') unit?: unknown) {
    return this.shelf.partsOf(typeof unit === 'string' ? unit : undefined)
  }

  /** Parts, operations and kits, each with the number of its last save. */
  @Get('content')
  content() {
    return this.shelf.content()
  }

  /** Downloads parts, operations and kits as an open file, of all units or of one. */
  @Get('file')
  @ApiQuery({ name: 'unit', required: false })
  async file(@Query('unit') unit: unknown, @Res() response: Response) {
    const text = writeShelf(await this.shelf.file(typeof unit === 'string' ? unit : undefined))
    response.type('application/json').setHeader('Content-Disposition', 'attachment; filename="shelf.json"')
    response.send(text)
  }

  /** Imports an open shelf file. Adds missing items; refuses the file if an item on the shelf has other values. */
  @Post('file')
  takeFile(@FileBody(readShelf) file: ShelfFile) {
    return this.shelf.bring(file)
  }

  @Post()
  @DescribedBody(PartDto)
  add(@Body() body: unknown) {
    return this.shelf.parts.add(body)
  }

  @Post('operations')
  @DescribedBody(OperationDto)
  addOperation(@Body() body: unknown) {
    return this.shelf.operations.add(body)
  }

  @Post('kits')
  @DescribedBody(KitDto)
  addKit(@Body() body: unknown) {
    return this.shelf.kits.add(body)
  }

  /** Takes parts of a list that was looked at before: all of them or none. */
  @Post('import')
  take(@CheckedBody(ImportPartsDto) { added, changed }: ImportPartsDto) {
    return this.edits.takeAll(added, changed)
  }

  @Put(':kind/:id')
  change(@Param('kind') kind: string, @Param('id') id: string, @CheckedBody(SaveItemDto) { item, version }: SaveItemDto) {
    if ((item as { id?: unknown }).id !== id) throw refuse(422, 'id-differs', 'item.id', { id })
    if (kind === 'units') throw refuse(404, 'not-found', '', { path: kind })
    return this.edits.change(kind, item, version)
  }
}
