import { Needs } from '../access/access.guard.js'
import { Operation } from '../http/operation.js'
import { Controller, Get, Module } from '@nestjs/common'
import { ApiTags } from '@nestjs/swagger'
import { setTimeout as wait } from 'node:timers/promises'
import { Sequelize } from 'sequelize-typescript'
import { refuse } from '../http/refusal.js'

/** Database timeout of the readiness check. */
const PATIENCE_MS = 700

@ApiTags('health')
@Controller('health')
@Needs('nobody')
class HealthController {
  private asking: Promise<unknown> | undefined

  constructor(private readonly sequelize: Sequelize) {}

  /** Same as readiness. */
  @Get()
  @Operation('Readiness check', 'Status')
  health() {
    return this.ready()
  }

  /** Liveness: does not use the database. */
  @Get('live')
  @Operation('Liveness check, without the database', 'Status')
  live() {
    return { status: 'ok' }
  }

  /** Readiness: 503 if the database does not respond within 700 ms. */
  @Get('ready')
  @Operation('Readiness check: the database responds within 700 ms', 'Status')
  async ready() {
    // One query at a time, shared by all callers, so that a hung database does not use up the pool.
    this.asking ??= this.sequelize.query('SELECT 1').finally(() => (this.asking = undefined))
    const answers = this.asking.then(
      () => true,
      () => false,
    )
    if (!(await Promise.race([answers, wait(PATIENCE_MS, false)]))) throw refuse(503, 'stores-unreachable')
    return { status: 'ok', database: 'ok' }
  }
}

@Module({ controllers: [HealthController] })
export class HealthModule {}
