import { Controller, Get } from '@nestjs/common'
import { ApiTags } from '@nestjs/swagger'
import { jobFileSchema, shelfFileSchema, unitFileSchema } from './file-schema.js'

@ApiTags('schemas')
@Controller('schemas')
export class SchemasController {
  /** JSON Schema of the open job file. */
  @Get('job.json')
  job() {
    return jobFileSchema()
  }

  /** JSON Schema of the open unit file. */
  @Get('unit.json')
  unit() {
    return unitFileSchema()
  }

  /** JSON Schema of the open shelf file. */
  @Get('shelf.json')
  shelf() {
    return shelfFileSchema()
  }
}
