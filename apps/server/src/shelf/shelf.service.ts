import { Injectable } from '@nestjs/common'
import { InjectModel } from '@nestjs/sequelize'
import { checkKit, checkOperation, checkPart, type Lookup, type ShelfContent, type ShelfFile } from '@plucky/contract'
import type { Kit, Operation, Part, Unit } from '@plucky/core'
import { QueryTypes, type Transaction } from 'sequelize'
import { Sequelize } from 'sequelize-typescript'
import { isDeepStrictEqual } from 'node:util'
import { refuse } from '../http/refusal.js'
import type { Items } from '../files/items.js'
import { UnitsService } from '../units/units.service.js'
import { KitRow, OperationRow, PartRow } from '../database/models.js'
import { transacted } from '../database/transacted.js'
import { idsIn, NamedItems, type Reader, type Remembered } from './named-items.js'
import { Store } from './store.js'

@Injectable()
export class ShelfService {
  readonly parts: Store<Part>
  readonly operations: Store<Operation>
  readonly kits: Store<Kit>
  private readonly named = new NamedItems()

  constructor(
    @InjectModel(PartRow) parts: typeof PartRow,
    @InjectModel(OperationRow) operations: typeof OperationRow,
    @InjectModel(KitRow) kits: typeof KitRow,
    private readonly sequelize: Sequelize,
    private readonly units: UnitsService,
  ) {
    this.parts = new Store(parts, checkPart)
    this.operations = new Store(operations, checkOperation)
    this.kits = new Store(kits, checkKit)
  }

  /** All parts, or what fits one unit. */
  async partsOf(unitId?: string): Promise<Part[]> {
    const parts = await this.parts.all()
    return unitId === undefined ? parts : parts.filter((part) => part.unitIds.includes(unitId))
  }

  /** Loads unit, parts and operations of the given jobs. `lock` holds a row lock on them until the transaction ends. */
  lookupFor(jobs: readonly unknown[], transaction: Transaction | null = null, lock?: 'SHARE'): Promise<Lookup> {
    const read: Reader = (sql, values) => this.sequelize.query(sql, { bind: [...values], type: QueryTypes.SELECT, transaction })
    return this.named.of(jobs, read, lock)
  }

  /** Loads unit, parts and operations of the given jobs as plain data. */
  async itemsFor(jobs: readonly unknown[]): Promise<Items> {
    const [lookup, ids] = [await this.lookupFor(jobs), idsIn(jobs)]
    const found = <T>(kind: keyof typeof ids, item: (id: string) => T | undefined) => [...ids[kind]].flatMap((id) => item(id) ?? [])
    return { units: found('units', lookup.unit), parts: found('parts', lookup.part), operations: found('operations', lookup.operation) }
  }

  /** Unit, parts and operations of a job as they were read last. `undefined` if one is not known. */
  rememberedFor(job: unknown): Remembered | undefined {
    return this.named.remembered(job)
  }

  /** Adds missing items in one transaction. Throws 409 with the item's name if an item on the shelf has other values. */
  async bring({ parts, operations, kits }: ShelfFile, outer?: Transaction): Promise<{ added: number; known: number }> {
    const within = async (transaction: Transaction) => {
      const added = [
        await bringInto(this.parts, parts, 'parts', transaction),
        await bringInto(this.operations, operations, 'operations', transaction),
        await bringInto(this.kits, kits, 'kits', transaction),
      ].reduce((sum, n) => sum + n, 0)
      return { added, known: parts.length + operations.length + kits.length - added }
    }
    return outer ? within(outer) : transacted(this.sequelize, within)
  }

  /** Adds a copy of a unit, and lists it in every part, operation and kit that fits the original. One transaction. */
  async addCopy(plain: unknown, originalId: string): Promise<Unit> {
    return transacted(this.sequelize, async (transaction) => {
      const unit = await this.units.add(plain, transaction)
      // Each store only receives its own items.
      for (const store of [this.parts, this.operations, this.kits] as Store<Part | Operation | Kit>[])
        for (const { item, version } of await store.kept(transaction))
          if (item.unitIds.includes(originalId)) await store.change({ ...item, unitIds: [...item.unitIds, unit.id] }, version, transaction)
      return unit
    })
  }

  /** Adds and changes parts within a transaction. */
  async takeAll(
    added: readonly unknown[],
    changed: readonly { item: unknown; version: number }[],
    transaction: Transaction,
  ): Promise<ShelfContent['parts']> {
    const kept: { item: Part; version: number }[] = []
    for (const part of added) kept.push({ item: await this.parts.add(part, transaction), version: 1 })
    for (const { item, version } of changed) kept.push(await this.parts.change(item, version, transaction))
    return kept
  }
}

/** Adds the missing items of one kind and returns their number. Items added concurrently by another window are not counted. */
async function bringInto<T extends { readonly id: string; readonly name: string }>(
  store: Store<T>,
  brought: readonly T[],
  path: string,
  transaction: Transaction,
): Promise<number> {
  const added = new Set(await store.addMissing(brought, transaction))
  const known = brought.filter((item) => !added.has(item.id))
  const own = await store.byIds(
    known.map((item) => item.id),
    transaction,
  )
  const differing = known.find((item) => !same(own.get(item.id), item))
  if (differing) throw refuse(409, 'file-part-differs', path, { part: differing.name, id: differing.id })
  return added.size
}

/** Deep equality, regardless of field order. */
export const same = (a: unknown, b: unknown): boolean => isDeepStrictEqual(JSON.parse(JSON.stringify(a)), JSON.parse(JSON.stringify(b)))
