import { Injectable } from '@nestjs/common'
import { InjectModel } from '@nestjs/sequelize'
import { checkJob, type Lookup, type ShelfContent } from '@plucky/contract'
import type { Operation, Part, Unit } from '@plucky/core'
import { cast, col, Op, where } from 'sequelize'
import { JobRow } from '../database/models.js'
import { refuse } from '../http/refusal.js'
import { UnitsService } from '../units/units.service.js'
import { ShelfService } from './shelf.service.js'
import type { Kept } from './store.js'

/** Edits of units and of parts, operations and kits. One that would leave a job with a part or an operation that cannot be there is refused. */
@Injectable()
export class ShelfEditsService {
  constructor(
    private readonly shelf: ShelfService,
    private readonly units: UnitsService,
    @InjectModel(JobRow) private readonly jobs: typeof JobRow,
  ) {}

  async change(kind: string, plain: unknown, version: number): Promise<Kept<unknown>> {
    switch (kind) {
      case 'parts':
        await this.mindJobs([this.shelf.parts.checked(plain)], [])
        return this.marked(plain, await this.shelf.parts.change(plain, version))
      case 'operations':
        await this.mindJobs([], [this.shelf.operations.checked(plain)])
        return this.marked(plain, await this.shelf.operations.change(plain, version))
      case 'kits':
        return this.marked(plain, await this.shelf.kits.change(plain, version))
      case 'units':
        await this.mindJobs([], [], this.units.store.checked(plain))
        return this.marked(plain, await this.units.store.change(plain, version))
      default:
        throw refuse(404, 'not-found', '', { path: kind })
    }
  }

  async takeAll(added: readonly unknown[], changed: readonly { item: unknown; version: number }[]): Promise<ShelfContent['parts']> {
    await this.mindJobs(
      changed.map(({ item }) => this.shelf.parts.checked(item)),
      [],
    )
    const kept = await this.shelf.takeAll(added, changed)
    for (const { item } of changed) await this.marked(item, undefined)
    return kept
  }

  /** Marks the jobs in which a changed item may count as not judged, and hands the change on. */
  private async marked<T>(item: unknown, kept: T): Promise<T> {
    const { id } = item as { id: string }
    await this.jobs.update({ judged: false }, { where: naming([id]) })
    return kept
  }

  /** Every job that can be saved now can be saved with the changed items too. */
  private async mindJobs(parts: readonly Part[], operations: readonly Operation[], changed?: Unit): Promise<void> {
    if (parts.length + operations.length === 0 && !changed) return
    const [catalogue, units] = [await this.shelf.catalogue(), await this.units.all()]
    const byId = <T extends { id: string }>(items: readonly T[]) => new Map(items.map((item) => [item.id, item]))
    const [changedParts, changedOperations] = [byId(parts), byId(operations)]
    const before: Lookup = {
      unit: (id) => units.find((unit) => unit.id === id),
      part: (id) => catalogue.parts.get(id),
      operation: (id) => catalogue.operations.get(id),
    }
    const after: Lookup = {
      ...before,
      unit: (id) => (changed?.id === id ? changed : before.unit(id)),
      part: (id) => changedParts.get(id) ?? before.part(id),
      operation: (id) => changedOperations.get(id) ?? before.operation(id),
    }
    for (const { number, body } of await this.jobs.findAll({
      where: naming([...changedParts.keys(), ...changedOperations.keys(), ...(changed ? [changed.id] : [])]),
    })) {
      const checked = checkJob(body, after)
      if (!checked.ok && checkJob(body, before).ok)
        throw refuse(409, 'edit-breaks-job', '', { job: number, name: body.name, reason: checked.problems[0]?.sentence ?? '' })
    }
  }
}

/** Jobs whose content names one of these items. */
const naming = (ids: readonly string[]) => where(cast(col('body'), 'text'), { [Op.like]: { [Op.any]: ids.map((id) => `%"${id}"%`) } })
