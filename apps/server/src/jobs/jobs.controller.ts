import { Body, Controller, Get, Param, Post, Put } from '@nestjs/common'
import { ApiBody, ApiTags, refs } from '@nestjs/swagger'
import { JobContentDto, SaveJobDto } from '@plucky/contract'
import { refuse } from '../http/refusal.js'
import { JobsService } from './jobs.service.js'

/** Job numbers are whole and fit the database's integer; anything else names no job. */
function jobNumber(text: string): number {
  const number = /^\d{1,9}$/.test(text) ? Number(text) : NaN
  if (!Number.isInteger(number)) throw refuse(404, 'job-unknown', 'number', { job: text.slice(0, 40) })
  return number
}

@ApiTags('jobs')
@Controller('jobs')
export class JobsController {
  constructor(private readonly jobs: JobsService) {}

  @Get()
  all() {
    return this.jobs.all()
  }

  @Post()
  @ApiBody({ schema: refs(JobContentDto)[0] as { $ref: string } })
  add(@Body() body: unknown) {
    return this.jobs.add(body)
  }

  @Get(':number')
  one(@Param('number') number: string) {
    return this.jobs.one(jobNumber(number))
  }

  @Put(':number')
  @ApiBody({ schema: refs(SaveJobDto)[0] as { $ref: string } })
  save(@Param('number') number: string, @Body() body: unknown) {
    return this.jobs.save(jobNumber(number), body)
  }

  /** What the core says of the saved spec. */
  @Get(':number/answer')
  answer(@Param('number') number: string) {
    return this.jobs.answer(jobNumber(number))
  }
}
