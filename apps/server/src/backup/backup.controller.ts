import { Controller, Get, Inject, Logger, Res } from '@nestjs/common'
import { ApiTags } from '@nestjs/swagger'
import type { Response } from 'express'
import { Needs } from '../access/access.guard.js'
import { Operation } from '../http/operation.js'
import { refuse } from '../http/refusal.js'
import { DATABASE_URL } from './database-url.js'
import { writeBackup } from './write-backup.js'

@ApiTags('shop')
@Controller('backup')
@Needs('owner')
export class BackupController {
  private readonly log = new Logger('Backup')
  private running = false

  constructor(@Inject(DATABASE_URL) private readonly databaseUrl: string) {}

  /** Streams a backup of the shop. The connection is cut if it fails on the way, so that half a backup is not taken for a whole one. */
  @Get()
  @Operation('Download a backup of the shop. One at a time', { file: 'application/zip' }, 409)
  async download(@Res() response: Response): Promise<void> {
    if (this.running) throw refuse(409, 'backup-running')
    this.running = true
    try {
      const day = new Date().toISOString().slice(0, 10)
      response.type('application/zip').setHeader('Content-Disposition', `attachment; filename="plucky-backup-${day}.zip"`)
      response.setHeader('Cache-Control', 'no-store')
      await writeBackup(this.databaseUrl, response)
    } catch (error) {
      if (!response.headersSent) {
        response.removeHeader('Content-Disposition')
        throw error
      }
      this.log.warn(`A backup was cut off: ${error instanceof Error ? error.message : String(error)}`)
      response.destroy()
    } finally {
      this.running = false
    }
  }
}
