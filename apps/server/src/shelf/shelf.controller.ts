import { Operation, STORES } from '../http/operation.js'
import { Body, Controller, Get, Param, Post, Put, Query, Res } from '@nestjs/common'
import { ApiQuery, ApiTags } from '@nestjs/swagger'
import { ImportPartsDto, KitDto, OperationDto, PartDto, readShelf, SaveItemDto, writeShelf, type ShelfFile } from '@plucky/contract'
import type { Response } from 'express'
import { CheckedBody, DescribedBody, FileBody } from '../http/checked.js'
import { refuse } from '../http/refusal.js'
import { DemoNewsService } from './demo-news.service.js'
import { ShelfEditsService } from './shelf-edits.service.js'
import { ShelfService } from './shelf.service.js'
import { isRecord } from '@plucky/core'

@ApiTags('shelf')
@Controller('shelf')
export class ShelfController {
  constructor(
    private readonly shelf: ShelfService,
    private readonly edits: ShelfEditsService,
    private readonly demo: DemoNewsService,
  ) {}

  @Get()
  @Operation('Parts of all transmissions or of one', [PartDto])
  @ApiQuery({ name: 'unit', required: false })
  all(@Query('unit') unit?: unknown) {
    return this.shelf.partsOf(typeof unit === 'string' ? unit : undefined)
  }

  /** Parts, operations and kits, each with the number of its last save. */
  @Get('content')
  @Operation('Transmissions, parts, operations and kits with their versions', 'The parts shelf')
  content() {
    return this.shelf.content()
  }

  /** Downloads parts, operations and kits as an open file, of all units or of one. */
  @Get('file')
  @Operation('Download parts, operations and kits as a shelf file', { file: 'application/json' })
  @ApiQuery({ name: 'unit', required: false })
  async file(@Query('unit') unit: unknown, @Res() response: Response) {
    const text = writeShelf(await this.shelf.file(typeof unit === 'string' ? unit : undefined))
    response.type('application/json').setHeader('Content-Disposition', 'attachment; filename="shelf.json"')
    response.send(text)
  }

  /** Imports an open shelf file. Adds missing items; refuses the file if an item on the shelf has other values. */
  @Post('file')
  @Operation('Import a shelf file. Rejected if an item on the shelf has different values', 'Number of added items', 409, ...STORES)
  takeFile(@FileBody(readShelf) file: ShelfFile) {
    return this.shelf.bring(file)
  }

  @Get('demo-news')
  @Operation('Items of the made-up shop that this shop does not have', 'Numbers of items by kind')
  demoNews() {
    return this.demo.news()
  }

  @Post('demo-news')
  @Operation(
    'Add the items of the made-up shop that this shop does not have. Nothing is overwritten',
    'Numbers of added items by kind',
    ...STORES,
  )
  addDemoNews() {
    return this.demo.add()
  }

  @Post()
  @Operation('Add a part', PartDto, 409, ...STORES)
  @DescribedBody(PartDto)
  add(@Body() body: unknown) {
    return this.shelf.parts.add(body)
  }

  @Post('operations')
  @Operation('Add an operation', OperationDto, 409, ...STORES)
  @DescribedBody(OperationDto)
  addOperation(@Body() body: unknown) {
    return this.shelf.operations.add(body)
  }

  @Post('kits')
  @Operation('Add a kit', KitDto, 409, ...STORES)
  @DescribedBody(KitDto)
  addKit(@Body() body: unknown) {
    return this.shelf.kits.add(body)
  }

  /** Takes parts of a list that was looked at before: all of them or none. */
  @Post('import')
  @Operation('Import previewed parts, all or none', 'Parts with their versions', 409, ...STORES)
  take(@CheckedBody(ImportPartsDto) { added, changed }: ImportPartsDto) {
    return this.edits.takeAll(added, changed)
  }

  @Put(':kind/:id')
  @Operation(
    'Save a part, operation or kit. The version in the body must be the current one',
    'Item with its new version',
    404,
    409,
    ...STORES,
  )
  change(@Param('kind') kind: string, @Param('id') id: string, @CheckedBody(SaveItemDto) { item, version }: SaveItemDto) {
    if (!isRecord(item) || item['id'] !== id) throw refuse(422, 'id-differs', 'item.id', { id })
    if (kind === 'units') throw refuse(404, 'not-found', '', { path: kind })
    return this.edits.change(kind, item, version)
  }
}
