import { Injectable } from '@nestjs/common'
import { InjectModel } from '@nestjs/sequelize'
import { referenceProblems, type DemoNews, type JobContent } from '@plucky/contract'
import { demoNames, type DemoNames } from '@plucky/demo'
import { QueryTypes, type Transaction } from 'sequelize'
import { Sequelize } from 'sequelize-typescript'
import { JobRow } from '../database/models.js'
import { transacted } from '../database/transacted.js'
import { FileThreadsService } from '../files/file-threads.service.js'
import { UnitsService } from '../units/units.service.js'
import { ShelfService } from './shelf.service.js'
import type { Store } from './store.js'

/** Items of the made-up shop that an older shop does not have. They are added when asked for; nothing is overwritten. */
@Injectable()
export class DemoNewsService {
  private names: DemoNames | undefined

  constructor(
    private readonly shelf: ShelfService,
    private readonly units: UnitsService,
    private readonly files: FileThreadsService,
    private readonly sequelize: Sequelize,
    @InjectModel(JobRow) private readonly jobs: typeof JobRow,
  ) {}

  /** Numbers of new items. Zeros for a shop without any transmission of the made-up shop. */
  async news(): Promise<DemoNews> {
    const names = (this.names ??= demoNames())
    const missing = async <T extends { readonly id: string }>(store: Store<T>, ids: readonly string[]) =>
      ids.length - (await store.byIds(ids)).size
    const units = await missing(this.units.store, names.units)
    if (units === names.units.length) return NO_NEWS
    return {
      units,
      parts: await missing(this.shelf.parts, names.parts),
      operations: await missing(this.shelf.operations, names.operations),
      kits: await missing(this.shelf.kits, names.kits),
      jobs: (await this.newJobs(names.jobs)).length,
    }
  }

  /** Adds the new items in one transaction, and returns their numbers. A job that does not fit the items of this shop is left out. */
  async add(): Promise<DemoNews> {
    if (this.isEmpty(await this.news())) return NO_NEWS
    const { units, shelf, operations, kits, jobs } = await this.files.readDemo()
    return transacted(this.sequelize, async (transaction) => ({
      units: (await this.units.store.addMissing(units, transaction)).length,
      parts: (await this.shelf.parts.addMissing(shelf, transaction)).length,
      operations: (await this.shelf.operations.addMissing(operations, transaction)).length,
      kits: (await this.shelf.kits.addMissing(kits, transaction)).length,
      jobs: await this.addJobs(jobs, transaction),
    }))
  }

  private isEmpty(news: DemoNews): boolean {
    return Object.values(news).every((count) => count === 0)
  }

  private async addJobs(jobs: readonly JobContent[], transaction: Transaction): Promise<number> {
    const names = await this.newJobs(
      jobs.map(({ name }) => name),
      transaction,
    )
    const missing = jobs.filter(({ name }) => names.includes(name))
    const lookup = await this.shelf.lookupFor(missing, transaction, 'SHARE')
    const fitting = missing.filter((job) => referenceProblems(job, lookup).length === 0)
    for (const body of fitting) await this.jobs.create({ version: 1, savedAt: new Date(), body }, { transaction })
    return fitting.length
  }

  /** Names that no job has, deleted jobs included. */
  private async newJobs(names: readonly string[], transaction: Transaction | null = null): Promise<string[]> {
    const known = await this.sequelize.query<{ name: string }>('SELECT name FROM jobs WHERE name IN (:names)', {
      replacements: { names },
      type: QueryTypes.SELECT,
      transaction,
    })
    const taken = new Set(known.map(({ name }) => name))
    return names.filter((name) => !taken.has(name))
  }
}

const NO_NEWS: DemoNews = { units: 0, parts: 0, operations: 0, kits: 0, jobs: 0 }
