import { Controller, Get, Headers, Inject, Res } from '@nestjs/common'
import { InjectModel } from '@nestjs/sequelize'
import { ApiTags } from '@nestjs/swagger'
import type { Response } from 'express'
import { createHash, timingSafeEqual } from 'node:crypto'
import { Needs } from '../access/access.guard.js'
import { ACCESS, type AccessSettings } from '../access/settings.js'
import { JobRow } from '../database/models.js'
import { Operation } from '../http/operation.js'
import { refuse } from '../http/refusal.js'
import { Metrics } from './metrics.js'

/** Injection token of the token that a monitoring program sends. */
export const METRICS_TOKEN = Symbol('metrics token')

@ApiTags('health')
@Controller('metrics')
export class MetricsController {
  constructor(
    private readonly metrics: Metrics,
    @Inject(ACCESS) private readonly access: AccessSettings,
    @Inject(METRICS_TOKEN) private readonly token: string | null,
    @InjectModel(JobRow) private readonly jobs: typeof JobRow,
  ) {}

  /** Without sign-in, because a monitoring program has no account. In a shop with accounts it sends a token. */
  @Get()
  @Needs('nobody')
  @Operation('Figures of this server process for a monitoring program', { file: 'text/plain' })
  async read(@Headers('authorization') authorization: string | undefined, @Res() response: Response): Promise<void> {
    if (this.access.mode === 'accounts' && !this.isToken(authorization)) throw refuse(401, 'metrics-token-needed')
    const unrated = await this.jobs.count({ where: { judged: false, deletedAt: null } })
    response.type(this.metrics.registry.contentType).send(await this.metrics.text(unrated))
  }

  private isToken(authorization = ''): boolean {
    if (this.token === null) return false
    const digest = (text: string) => createHash('sha256').update(text).digest()
    return timingSafeEqual(digest(authorization), digest(`Bearer ${this.token}`))
  }
}
