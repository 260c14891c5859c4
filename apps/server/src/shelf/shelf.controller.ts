import { Body, Controller, Get, Post, Query } from '@nestjs/common'
import { ApiBody, ApiQuery, ApiTags, refs } from '@nestjs/swagger'
import { PartDto } from '@plucky/contract'
import { ShelfService } from './shelf.service.js'

@ApiTags('shelf')
@Controller('shelf')
export class ShelfController {
  constructor(private readonly shelf: ShelfService) {}

  @Get()
  @ApiQuery({ name: 'unit', required: false })
  all(@Query('unit') unit?: unknown) {
    return this.shelf.all(typeof unit === 'string' ? unit : undefined)
  }

  @Post()
  @ApiBody({ schema: refs(PartDto)[0] as { $ref: string } })
  add(@Body() body: unknown) {
    return this.shelf.add(body)
  }
}
