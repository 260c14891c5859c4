import { Injectable } from '@nestjs/common'
import { InjectModel } from '@nestjs/sequelize'
import { referenceProblems, type Lookup, type ShelfContent } from '@plucky/contract'
import type { Operation, Part, Unit } from '@plucky/core'
import { Op, type Transaction, type WhereOptions } from 'sequelize'
import { Sequelize } from 'sequelize-typescript'
import { setImmediate as nextTurn } from 'node:timers/promises'
import { JobRow } from '../database/models.js'
import { transacted } from '../database/transacted.js'
import { refuse } from '../http/refusal.js'
import { UnitsService } from '../units/units.service.js'
import { recordChanges } from './item-changes.js'
import { ShelfService } from './shelf.service.js'
import type { Kept, Store } from './store.js'

/** Jobs per query while an edit is checked. */
const BATCH = 20

/** Items changed by an edit. */
interface Changed {
  readonly parts?: readonly Part[]
  readonly operations?: readonly Operation[]
  readonly unit?: Unit
}

/** Edits of units and of parts, operations and kits. One that would leave a job with a part or an operation that cannot be there is refused. */
@Injectable()
export class ShelfEditsService {
  constructor(
    private readonly shelf: ShelfService,
    private readonly units: UnitsService,
    private readonly sequelize: Sequelize,
    @InjectModel(JobRow) private readonly jobs: typeof JobRow,
  ) {}

  async change(kind: string, plain: unknown, version: number): Promise<Kept<unknown>> {
    const { parts, operations, kits } = this.shelf
    switch (kind) {
      case 'parts':
        return this.minding({ parts: [parts.checked(plain)] }, (transaction) => parts.change(plain, version, transaction))
      case 'operations':
        return this.minding({ operations: [operations.checked(plain)] }, (transaction) => operations.change(plain, version, transaction))
      case 'kits':
        return kits.change(plain, version)
      case 'units':
        return this.minding({ unit: this.units.store.checked(plain) }, (transaction) =>
          this.units.store.change(plain, version, transaction),
        )
      default:
        throw refuse(404, 'not-found', '', { path: kind })
    }
  }

  /** Adds and changes parts in one transaction. */
  takeAll(added: readonly unknown[], changed: readonly { item: unknown; version: number }[]): Promise<ShelfContent['parts']> {
    const parts = changed.map(({ item }) => this.shelf.parts.checked(item))
    return this.minding({ parts }, (transaction) => this.shelf.takeAll(added, changed, transaction))
  }

  /**
   * Applies an edit unless it makes a valid job invalid, and marks the affected jobs for rating. All jobs are checked without a lock
   * first. Then the items are locked and only jobs saved in between are checked again.
   */
  private async minding<T>(changed: Changed, edit: (transaction: Transaction) => Promise<T>): Promise<T> {
    if ([...(changed.parts ?? []), ...(changed.operations ?? []), changed.unit].every((item) => item === undefined))
      return transacted(this.sequelize, edit)
    const where = jobsNaming(changed)
    const checked = new Map<number, number>()
    await this.assertJobsStillValid(changed, where, checked, null)
    return transacted(this.sequelize, async (transaction) => {
      await lock(this.shelf.parts, changed.parts, transaction)
      await lock(this.shelf.operations, changed.operations, transaction)
      await lock(this.units.store, changed.unit && [changed.unit], transaction)
      await this.assertJobsStillValid(changed, where, checked, transaction)
      const { parts = [], operations = [], unit } = changed
      await recordChanges(this.sequelize, { parts, operations, units: unit ? [unit] : [] }, transaction)
      const kept = await edit(transaction)
      await this.jobs.update({ judged: false }, { where, transaction })
      return kept
    })
  }

  /** Checks the jobs whose current version is not in `checked`, in batches, so that other requests are not blocked. */
  private async assertJobsStillValid(
    changed: Changed,
    where: WhereOptions,
    checked: Map<number, number>,
    transaction: Transaction | null,
  ): Promise<void> {
    const named = await this.jobs.findAll({ attributes: ['number', 'version'], where, order: ['number'], raw: true, transaction })
    const waiting = named.filter(({ number, version }) => checked.get(number) !== version)
    for (let i = 0; i < waiting.length; i += BATCH) {
      const numbers = waiting.slice(i, i + BATCH).map(({ number }) => number)
      const rows = await this.jobs.findAll({
        attributes: ['number', 'version', 'body'],
        where: { number: numbers },
        raw: true,
        transaction,
      })
      const before = await this.shelf.lookupFor(
        rows.map(({ body }) => body),
        transaction,
      )
      const after = lookupAfter(before, changed)
      for (const { number, version, body } of rows) {
        const [problem] = referenceProblems(body, after)
        if (problem && referenceProblems(body, before).length === 0)
          throw refuse(409, 'edit-breaks-job', '', { job: number, name: body.name, reason: problem.sentence })
        checked.set(number, version)
      }
      await nextTurn()
    }
  }
}

async function lock<T extends { readonly id: string }>(store: Store<T>, items: readonly T[] = [], transaction: Transaction): Promise<void> {
  const ids = items.map(({ id }) => id)
  if (ids.length > 0) await store.byIds(ids, transaction, 'UPDATE')
}

function lookupAfter(before: Lookup, { parts = [], operations = [], unit }: Changed): Lookup {
  const byId = <T extends { id: string }>(items: readonly T[]) => new Map(items.map((item) => [item.id, item]))
  const [changedParts, changedOperations] = [byId(parts), byId(operations)]
  return {
    unit: (id) => (unit?.id === id ? unit : before.unit(id)),
    part: (id) => changedParts.get(id) ?? before.part(id),
    operation: (id) => changedOperations.get(id) ?? before.operation(id),
  }
}

/** Indexed condition for the jobs that use the changed items. */
function jobsNaming({ parts = [], operations = [], unit }: Changed): WhereOptions {
  const ids = [...parts, ...operations].map(({ id }) => id)
  return unit ? { unit_id: unit.id } : { items: { [Op.overlap]: ids } }
}
