import { Operation, STORES } from '../http/operation.js'
import { Body, Controller, Get, Logger, Param, Post, Put, Query, Req, Res } from '@nestjs/common'
import { ApiQuery, ApiTags } from '@nestjs/swagger'
import { isRecord } from '@plucky/core'
import { ImportPartsDto, KitDto, OperationDto, PartDto, QuotesOfItemsDto, SaveItemDto, TakePricesDto } from '@plucky/contract'
import type { Request, Response } from 'express'
import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { CheckedBody, DescribedBody } from '../http/checked.js'
import { refuse } from '../http/refusal.js'
import { FileThreadsService } from '../files/file-threads.service.js'
import { DemoNewsService } from './demo-news.service.js'
import { PricesService } from './prices.service.js'
import { ShelfContentService, type ShelfScope } from './shelf-content.service.js'
import { ShelfEditsService } from './shelf-edits.service.js'
import { ShelfService } from './shelf.service.js'

@ApiTags('shelf')
@Controller('shelf')
export class ShelfController {
  private readonly log = new Logger('Shelf')

  constructor(
    private readonly shelf: ShelfService,
    private readonly contents: ShelfContentService,
    private readonly edits: ShelfEditsService,
    private readonly demo: DemoNewsService,
    private readonly prices: PricesService,
    private readonly files: FileThreadsService,
  ) {}

  @Get()
  @Operation('Parts of all transmissions or of one', [PartDto])
  @ApiQuery({ name: 'unit', required: false })
  all(@Query('unit') unit?: unknown) {
    return this.shelf.partsOf(typeof unit === 'string' ? unit : undefined)
  }

  /** Parts, operations and kits, each with the number of its last save. The connection is cut if the database fails on the way. */
  @Get('content')
  @Operation(
    'Transmissions, and parts, operations and kits with their versions: all, those of a transmission, or those of the transmission of a job with its own; ' +
      'with `ifLarge` all of them, unless the shelf is large; with `only` some of these by kind and id, as in "parts/a,kits/b"',
    'The parts shelf, and whether it has all items',
  )
  @ApiQuery({ name: 'unit', required: false })
  @ApiQuery({ name: 'job', required: false })
  @ApiQuery({ name: 'ifLarge', required: false })
  @ApiQuery({ name: 'only', required: false })
  async content(@Query() query: Readonly<Record<string, unknown>>, @Req() request: Request, @Res() response: Response): Promise<void> {
    const scope = await this.scopeOf(query)
    const only = typeof query['only'] === 'string' ? query['only'].split(',') : undefined
    response.type('application/json')
    if (!only) {
      response.setHeader('ETag', await this.contents.tag(scope))
      if (request.fresh) return void response.status(304).end()
    }
    try {
      await pipeline(Readable.from(this.contents.text(scope, only)), response)
    } catch (error) {
      // The client closed the connection.
      if (isRecord(error) && error['code'] === 'ERR_STREAM_PREMATURE_CLOSE') return
      if (!response.headersSent) throw error
      this.log.warn(`The shelf was cut off: ${error instanceof Error ? error.message : String(error)}`)
      response.destroy()
    }
  }

  private async scopeOf({ unit, job, ifLarge }: Readonly<Record<string, unknown>>): Promise<ShelfScope | undefined> {
    if (ifLarge !== undefined && !(await this.contents.isLarge())) return undefined
    if (typeof unit === 'string') return { unitId: unit || (await this.contents.firstUnit()), ids: [] }
    return typeof job === 'string' && /^\d{1,9}$/.test(job) ? this.contents.scopeOfJob(Number(job)) : undefined
  }

  /** Downloads parts, operations and kits as an open file, of all units or of one. */
  @Get('file')
  @Operation('Download parts, operations and kits as a shelf file', { file: 'application/json' })
  @ApiQuery({ name: 'unit', required: false })
  async file(@Query('unit') unit: unknown, @Res() response: Response) {
    const text = await this.files.writeShelf(await this.contents.lists(typeof unit === 'string' ? unit : undefined))
    response.type('application/json').setHeader('Content-Disposition', 'attachment; filename="shelf.json"')
    response.send(text)
  }

  /** Imports an open shelf file. Adds missing items; refuses the file if an item on the shelf has other values. */
  @Post('file')
  @Operation('Import a shelf file. Rejected if an item on the shelf has different values', 'Number of added items', 409, ...STORES)
  async takeFile(@Body() file: unknown) {
    return this.shelf.bring(await this.files.readShelf(file))
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

  @Get('suppliers')
  @Operation('Suppliers with their versions', 'List of suppliers')
  suppliers() {
    return this.prices.all()
  }

  @Get('suppliers/:id')
  @Operation('Supplier with its remembered item numbers', 'The supplier', 404)
  supplier(@Param('id') id: string) {
    return this.prices.one(id)
  }

  /** Takes prices, lead times and stock of a price list that was looked at before: all of them or none. */
  @Post('prices')
  @Operation(
    'Take previewed prices of a supplier, all or none',
    'Changed parts and kits, and the supplier, with their versions',
    404,
    409,
    ...STORES,
  )
  takePrices(@CheckedBody(TakePricesDto) taken: TakePricesDto) {
    return this.prices.take(taken)
  }

  /** Stores nothing. A list of ids can be too long for an address. */
  @Post('prices/quotes')
  @Operation('Valid quotes that offer some items', 'Quotes, the first to expire first')
  quotesOf(@CheckedBody(QuotesOfItemsDto) { ids }: QuotesOfItemsDto) {
    return this.prices.quotesOf(ids)
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
