import { Injectable } from '@nestjs/common'
import { InjectModel } from '@nestjs/sequelize'
import { checkKit, checkOperation, checkPart, type ShelfContent } from '@plucky/contract'
import type { Catalogue, Kit, Operation, Part } from '@plucky/core'
import { Sequelize } from 'sequelize-typescript'
import { UnitsService } from '../units/units.service.js'
import { KitRow, OperationRow, PartRow } from '../database/models.js'
import { Store } from './store.js'

@Injectable()
export class ShelfService {
  readonly parts: Store<Part>
  readonly operations: Store<Operation>
  readonly kits: Store<Kit>

  constructor(
    @InjectModel(PartRow) parts: typeof PartRow,
    @InjectModel(OperationRow) operations: typeof OperationRow,
    @InjectModel(KitRow) kits: typeof KitRow,
    private readonly sequelize: Sequelize,
    private readonly units: UnitsService,
  ) {
    this.parts = new Store(parts as never, checkPart)
    this.operations = new Store(operations as never, checkOperation)
    this.kits = new Store(kits as never, checkKit)
  }

  /** All parts, or what fits one unit. */
  async partsOf(unitId?: string): Promise<Part[]> {
    const parts = await this.parts.all()
    return unitId === undefined ? parts : parts.filter((part) => part.unitIds.includes(unitId))
  }

  /** Units and everything on the shelf, with the number of each item's last save. */
  async content(): Promise<ShelfContent> {
    const [units, parts, operations, kits] = await Promise.all([
      this.units.store.kept(),
      this.parts.kept(),
      this.operations.kept(),
      this.kits.kept(),
    ])
    return { units, parts, operations, kits }
  }

  async catalogue(): Promise<Catalogue> {
    const [parts, operations, kits] = await Promise.all([this.parts.all(), this.operations.all(), this.kits.all()])
    const byId = <T extends { id: string }>(items: readonly T[]) => new Map(items.map((item) => [item.id, item]))
    return { parts: byId(parts), operations: byId(operations), kits: byId(kits) }
  }

  /** Takes many parts at once, new ones and changed ones: all of them or none. */
  async takeAll(added: readonly unknown[], changed: readonly { item: unknown; version: number }[]): Promise<ShelfContent['parts']> {
    return this.sequelize.transaction(async (transaction) => {
      const kept: { item: Part; version: number }[] = []
      for (const part of added) kept.push({ item: await this.parts.add(part, transaction), version: 1 })
      for (const { item, version } of changed) kept.push(await this.parts.change(item, version, transaction))
      return kept
    })
  }
}
