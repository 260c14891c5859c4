import { Controller, Get } from '@nestjs/common'
import { ApiTags } from '@nestjs/swagger'
import { jobFileSchema } from './file-schema.js'

@ApiTags('schemas')
@Controller('schemas')
export class SchemasController {
  /** JSON Schema of the open job file. */
  @Get('job.json')
  job() {
    return jobFileSchema()
  }
}
