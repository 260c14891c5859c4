import { Controller, Get, Module } from '@nestjs/common'
import { ApiTags } from '@nestjs/swagger'
import { Sequelize } from 'sequelize-typescript'
import { refuse } from '../http/refusal.js'

@ApiTags('health')
@Controller('health')
export class HealthController {
  constructor(private readonly sequelize: Sequelize) {}

  /** Well only when the database answers. */
  @Get()
  async health() {
    try {
      await this.sequelize.query('SELECT 1')
    } catch (cause) {
      throw Object.assign(refuse(503, 'stores-unreachable'), { cause })
    }
    return { status: 'ok', database: 'ok' }
  }
}

@Module({ controllers: [HealthController] })
export class HealthModule {}
