import { Operation, STORES } from '../http/operation.js'
import { Body, Controller, Get, Param, Post, Put, Query, Res } from '@nestjs/common'
import { ApiQuery, ApiTags } from '@nestjs/swagger'
import { SaveItemDto, UnitDto, writeUnit } from '@plucky/contract'
import { isRecord } from '@plucky/core'
import type { Response } from 'express'
import { CheckedBody, DescribedBody } from '../http/checked.js'
import { FileThreadsService } from '../files/file-threads.service.js'
import { refuse } from '../http/refusal.js'
import { ShelfService } from '../shelf/shelf.service.js'
import { ShelfEditsService } from '../shelf/shelf-edits.service.js'
import { UnitsService } from './units.service.js'

@ApiTags('units')
@Controller('units')
export class UnitsController {
  constructor(
    private readonly units: UnitsService,
    private readonly edits: ShelfEditsService,
    private readonly shelf: ShelfService,
    private readonly files: FileThreadsService,
  ) {}

  @Get()
  @Operation('All transmissions', [UnitDto])
  all() {
    return this.units.all()
  }

  /** Id and name of every transmission. */
  @Get('names')
  @Operation('Ids and names of all transmissions', 'Ids and names')
  names() {
    return this.units.names()
  }

  @Get(':id')
  @Operation('Get a transmission', UnitDto, 404)
  one(@Param('id') id: string) {
    return this.units.one(id)
  }

  /** A unit as an open file. */
  @Get(':id/file')
  @Operation('Download a transmission file', { file: 'application/json' }, 404)
  async file(@Param('id') id: string, @Res() response: Response) {
    const text = writeUnit(await this.units.one(id))
    response.type('application/json').setHeader('Content-Disposition', `attachment; filename="${id}.json"`)
    response.send(text)
  }

  /** Adds a unit. With `copyOf`, every part, operation and kit that fits the original fits the copy too. */
  @Post()
  @Operation('Add a transmission. A copy shares the parts shelf of its original', UnitDto, 404, 409, ...STORES)
  @ApiQuery({ name: 'copyOf', required: false })
  @DescribedBody(UnitDto)
  async add(@Body() body: unknown, @Query('copyOf') original?: unknown) {
    if (original === undefined) return this.units.add(body)
    const { id } = await this.units.one(String(original))
    return this.shelf.addCopy(body, id)
  }

  /** Takes a unit in from an open file. */
  @Post('import')
  @Operation('Import a transmission file', UnitDto, 409, ...STORES)
  async take(@Body() file: unknown) {
    return this.units.store.insert(await this.files.readUnit(file))
  }

  @Put(':id')
  @Operation(
    'Save a transmission. The version in the body must be the current one',
    'Transmission with its new version',
    404,
    409,
    ...STORES,
  )
  change(@Param('id') id: string, @CheckedBody(SaveItemDto) { item, version }: SaveItemDto) {
    if (!isRecord(item) || item['id'] !== id) throw refuse(422, 'id-differs', 'item.id', { id })
    return this.edits.change('units', item, version)
  }
}
