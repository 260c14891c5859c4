import { Injectable, Logger, type OnApplicationBootstrap, type OnApplicationShutdown } from '@nestjs/common'
import { InjectModel } from '@nestjs/sequelize'
import { headlinesOf, jobFileOf, type Headlines, type JobContent } from '@plucky/contract'
import { createHash } from 'node:crypto'
import { readdirSync, readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import { setImmediate as nextTurn, setTimeout as wait } from 'node:timers/promises'
import { literal } from 'sequelize'
import { JobRow, ShopRow } from '../database/models.js'
import { ShelfService } from '../shelf/shelf.service.js'

const require = createRequire(import.meta.url)
const BATCH = 25
const UNJUDGED = { judged: false, deletedAt: null }
const JUDGED_BY = 'judged-by'

/**
 * Keeps what each job was judged to hold beside it. A save, an edit of the shelf or other code marks jobs as not judged; they are judged
 * here, one after another and behind the requests, the latest first. A crash loses nothing: what is not judged stays marked.
 */
@Injectable()
export class HeadlinesService implements OnApplicationBootstrap, OnApplicationShutdown {
  private readonly log = new Logger('Headlines')
  private running: Promise<void> | undefined
  private ended = false

  constructor(
    @InjectModel(JobRow) private readonly rows: typeof JobRow,
    @InjectModel(ShopRow) private readonly shop: typeof ShopRow,
    private readonly shelf: ShelfService,
  ) {}

  /** Headlines made by other code are made anew. */
  async onApplicationBootstrap(): Promise<void> {
    const code = codeFingerprint()
    const known = await this.shop.findByPk(JUDGED_BY)
    if (known?.value !== code) {
      await this.rows.update({ judged: false }, { where: {} })
      await this.shop.upsert({ key: JUDGED_BY, value: code })
    }
    this.begin()
  }

  async onApplicationShutdown(): Promise<void> {
    this.ended = true
    await this.running
  }

  /** Starts to judge the marked jobs, unless that is running. */
  begin(): void {
    this.running ??= this.judgeAll()
      .catch((error: unknown) => this.log.error(error instanceof Error ? error.message : error))
      .finally(() => (this.running = undefined))
  }

  /** Waits until all marked jobs are judged, at most `mostMs`. Does not wait for a backlog of more than one batch. */
  async caughtUp(mostMs: number): Promise<void> {
    const late = new AbortController()
    const time = wait(mostMs, true, { signal: late.signal }).catch(() => true)
    let over = false
    // A run that is just ending can miss a job marked meanwhile, so another run is started until none is left.
    while (!over) {
      const waiting = await this.rows.count({ where: UNJUDGED })
      if (waiting === 0 || waiting > BATCH) break
      this.begin()
      over = await Promise.race([this.running?.then(() => false) ?? false, time])
    }
    late.abort()
  }

  private async judgeAll(): Promise<void> {
    while (!this.ended) {
      const rows = await this.rows.findAll({
        attributes: ['number', 'body', [literal('xmin::text'), 'state']],
        where: UNJUDGED,
        order: [['saved_at', 'DESC']],
        limit: BATCH,
      })
      if (rows.length === 0) return
      // Checked before it was stored.
      const lookup = await this.shelf.lookupFor(rows.map(({ body }) => body as JobContent))
      const kits = await this.shelf.kits.all()
      for (const row of rows) {
        const { number, body } = row
        if (this.ended) return
        // Checked before it was stored.
        const headline = this.judge(number, () => headlinesOf(jobFileOf(body as JobContent, lookup, kits)))
        await this.keep(number, String(row.get('state')), headline)
        await nextTurn()
      }
    }
  }

  /** A job that cannot be judged is listed all the same, and why is in the log. */
  private judge(number: number, make: () => Headlines): Headlines | null {
    try {
      return make()
    } catch (error) {
      this.log.error(`Job ${number} could not be judged: ${error instanceof Error ? error.stack : String(error)}`)
      return null
    }
  }

  /** A job that was saved or marked anew meanwhile stays marked: its row is another by then. */
  private async keep(number: number, state: string, headline: Headlines | null): Promise<void> {
    await this.rows.sequelize?.query(
      `UPDATE jobs SET judged = true, outcome = :outcome, held_w = :heldW, target_w = :targetW, headline = (:headline)::jsonb
       WHERE number = :number AND xmin::text = :state`,
      {
        replacements: {
          number,
          state,
          outcome: headline?.us.outcome ?? 'no-answer',
          heldW: headline?.us.heldW ?? null,
          targetW: headline?.us.targetW ?? null,
          headline: headline && JSON.stringify(headline),
        },
      },
    )
  }
}

/** Changes with every change of the code that judges and words: the files of core and contract, as they run. */
function codeFingerprint(): string {
  const hash = createHash('sha256')
  for (const name of ['@plucky/core', '@plucky/contract']) {
    const folder = dirname(require.resolve(name))
    for (const file of readdirSync(folder, { recursive: true, encoding: 'utf8' }).sort())
      if (/\.(js|ts)$/.test(file)) hash.update(file).update(readFileSync(join(folder, file)))
  }
  return hash.digest('hex')
}
