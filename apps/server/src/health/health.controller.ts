import { Controller, Get, Module } from '@nestjs/common'
import { ApiTags } from '@nestjs/swagger'
import { setTimeout as wait } from 'node:timers/promises'
import { Sequelize } from 'sequelize-typescript'
import { refuse } from '../http/refusal.js'

/** Longest that a question about health waits for the database. */
const PATIENCE_MS = 700

@ApiTags('health')
@Controller('health')
export class HealthController {
  private asking: Promise<unknown> | undefined

  constructor(private readonly sequelize: Sequelize) {}

  /** Well only when the database answers. */
  @Get()
  health() {
    return this.ready()
  }

  /** The server runs, whatever the database does. */
  @Get('live')
  live() {
    return { status: 'ok' }
  }

  /** The database answers too. Says so, or that it does not, within a second. */
  @Get('ready')
  async ready() {
    // One question at a time: a database that hangs is not asked by every caller.
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
