import { Body, Controller, Get, Param, Post } from '@nestjs/common'
import { ApiBody, ApiTags, refs } from '@nestjs/swagger'
import { UnitDto } from '@plucky/contract'
import { UnitsService } from './units.service.js'

@ApiTags('units')
@Controller('units')
export class UnitsController {
  constructor(private readonly units: UnitsService) {}

  @Get()
  all() {
    return this.units.all()
  }

  @Get(':id')
  one(@Param('id') id: string) {
    return this.units.one(id)
  }

  @Post()
  @ApiBody({ schema: refs(UnitDto)[0] as { $ref: string } })
  add(@Body() body: unknown) {
    return this.units.add(body)
  }
}
