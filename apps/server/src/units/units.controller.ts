import { Body, Controller, Get, Param, Post, Put, Query, Res } from '@nestjs/common'
import { ApiBody, ApiQuery, ApiTags, refs } from '@nestjs/swagger'
import { checkShape, readUnit, SaveItemDto, UnitDto, writeUnit } from '@plucky/contract'
import type { Response } from 'express'
import { accepted, refuse } from '../http/refusal.js'
import { ShelfService } from '../shelf/shelf.service.js'
import { ShelfEditsService } from '../shelf/shelf-edits.service.js'
import { UnitsService } from './units.service.js'

@ApiTags('units')
@Controller('units')
export class UnitsController {
  constructor(
    private readonly units: UnitsService,
    private readonly edits: ShelfEditsService,
    private readonly shelfOf: ShelfService,
  ) {}

  @Get()
  all() {
    return this.units.all()
  }

  /** Id and name of every transmission. */
  @Get('names')
  async names() {
    return (await this.units.all()).map(({ id, name }) => ({ id, name }))
  }

  @Get(':id')
  one(@Param('id') id: string) {
    return this.units.one(id)
  }

  /** A unit as an open file. */
  @Get(':id/file')
  async file(@Param('id') id: string, @Res() response: Response) {
    const text = writeUnit(await this.units.one(id))
    response.type('application/json').setHeader('Content-Disposition', `attachment; filename="${id}.json"`)
    response.send(text)
  }

  @Post()
  @ApiBody({ schema: refs(UnitDto)[0] as { $ref: string } })
  add(@Body() body: unknown) {
    return this.units.add(body)
  }

  /** Takes a unit in from an open file. */
  @Post('import')
  take(@Body() body: unknown) {
    return this.units.add(accepted(readUnit(body)))
  }

  /** The shelf of another unit for this one too, as for a copy of it. */
  @Post(':id/shelf')
  @ApiQuery({ name: 'like' })
  async shelf(@Param('id') id: string, @Query('like') like: unknown) {
    const [unit, other] = [await this.units.one(id), await this.units.one(String(like))]
    return this.shelfOf.alsoFits(unit.id, other.id)
  }

  @Put(':id')
  @ApiBody({ schema: refs(SaveItemDto)[0] as { $ref: string } })
  change(@Param('id') id: string, @Body() body: unknown) {
    const { item, version } = accepted(checkShape(SaveItemDto, body))
    if ((item as { id?: unknown }).id !== id) throw refuse(422, 'id-differs', 'item.id', { id })
    return this.edits.change('units', item, version)
  }
}
