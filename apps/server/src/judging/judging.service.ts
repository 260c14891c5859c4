import { Inject, Injectable, Logger, type OnApplicationBootstrap, type OnApplicationShutdown } from '@nestjs/common'
import { InjectModel } from '@nestjs/sequelize'
import { fork, type ChildProcess } from 'node:child_process'
import { createHash } from 'node:crypto'
import { once } from 'node:events'
import { readdirSync, readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import { setTimeout as wait } from 'node:timers/promises'
import { fileURLToPath } from 'node:url'
import { QueryTypes } from 'sequelize'
import { Sequelize } from 'sequelize-typescript'
import { JobRow, ShopRow } from '../database/models.js'
import { transacted } from '../database/transacted.js'
import { recordProgram } from '../shelf/item-changes.js'
import { Judge } from './judge.js'

const require = createRequire(import.meta.url)
const JUDGED_BY = 'judged-by'
/** Time between two looks whether all jobs are rated, ms. */
const LOOK_MS = 15
/** Time after which a judge that ended is replaced, ms. */
const AGAIN_MS = 1000

export interface JudgingSettings {
  readonly databaseUrl: string
  /** Number of processes that rate jobs. With 0 the server rates them itself, between requests. "elsewhere": another server has them. */
  readonly judges: number | 'elsewhere'
}

export const JUDGING = Symbol('JudgingSettings')

/** Starts the judges that rate changed jobs, and waits for them. */
@Injectable()
export class JudgingService implements OnApplicationBootstrap, OnApplicationShutdown {
  private readonly log = new Logger('Judging')
  private readonly own: Judge
  private readonly children = new Set<ChildProcess>()
  private ended = false

  constructor(
    @InjectModel(JobRow) private readonly rows: typeof JobRow,
    @InjectModel(ShopRow) private readonly shop: typeof ShopRow,
    @Inject(JUDGING) private readonly settings: JudgingSettings,
    private readonly sequelize: Sequelize,
  ) {
    this.own = new Judge(settings.databaseUrl)
  }

  /** Results of other code are computed again. */
  async onApplicationBootstrap(): Promise<void> {
    const code = codeFingerprint()
    await transacted(this.sequelize, async (transaction) => {
      // Locked: several servers may start at once.
      await this.sequelize.query('LOCK TABLE shop IN SHARE ROW EXCLUSIVE MODE; SET LOCAL statement_timeout = 0', { transaction })
      const known = await this.shop.findByPk(JUDGED_BY, { transaction })
      if (known?.value === code) return
      if (known) await recordProgram(this.sequelize, code, transaction)
      await this.rows.update({ judged: false }, { where: {}, transaction })
      await this.shop.upsert({ key: JUDGED_BY, value: code }, { transaction })
    })
    const { judges } = this.settings
    if (judges === 'elsewhere') return
    if (judges === 0) this.own.start()
    for (let i = 0; i < judges; i++) this.startProcess()
  }

  async onApplicationShutdown(): Promise<void> {
    this.ended = true
    await Promise.all([this.own.stop(), ...[...this.children].map(endOf)])
  }

  private startProcess(): void {
    if (this.ended) return
    const child = fork(fileURLToPath(new URL('./judge-process.js', import.meta.url)), {
      env: { ...process.env, DATABASE_URL: this.settings.databaseUrl },
      // A session of its own, whose priority it sets.
      detached: true,
    })
    this.children.add(child)
    child.on('error', (error) => this.log.error(error))
    child.on('exit', (code, signal) => {
      this.children.delete(child)
      if (this.ended) return
      this.log.warn(`A judge process ended (${signal ?? `exit ${code}`}). Another one is started.`)
      setTimeout(() => this.startProcess(), AGAIN_MS).unref()
    })
  }

  /** Waits until all marked jobs are rated, at most `mostMs`. Does not wait if there are more than `few`. */
  async caughtUp(mostMs: number, few: number): Promise<void> {
    const end = performance.now() + mostMs
    for (;;) {
      const [waiting] = await this.sequelize.query<{ jobs: number }>(
        `SELECT count(*)::int AS jobs FROM (SELECT 1 FROM jobs WHERE NOT judged AND deleted_at IS NULL LIMIT ${few + 1}) AS waiting`,
        { type: QueryTypes.SELECT },
      )
      if (!waiting || waiting.jobs === 0 || waiting.jobs > few || performance.now() >= end) return
      await wait(LOOK_MS)
    }
  }
}

/** Asks a process to end after the jobs at hand, and waits for it. */
async function endOf(child: ChildProcess): Promise<void> {
  if (child.exitCode !== null || child.signalCode !== null) return
  const exit = once(child, 'exit')
  child.kill('SIGTERM')
  await exit
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
