import { Operation } from './operation.js'
import { Controller, Get } from '@nestjs/common'
import { ApiTags } from '@nestjs/swagger'
import { jobFileSchema, shelfFileSchema, unitFileSchema } from './file-schema.js'

@ApiTags('schemas')
@Controller('schemas')
export class SchemasController {
  /** JSON Schema of the open job file. */
  @Get('job.json')
  @Operation('JSON Schema of a job file', 'A JSON Schema')
  job() {
    return jobFileSchema()
  }

  /** JSON Schema of the open unit file. */
  @Get('unit.json')
  @Operation('JSON Schema of a unit file', 'A JSON Schema')
  unit() {
    return unitFileSchema()
  }

  /** JSON Schema of the open shelf file. */
  @Get('shelf.json')
  @Operation('JSON Schema of a shelf file', 'A JSON Schema')
  shelf() {
    return shelfFileSchema()
  }
}
