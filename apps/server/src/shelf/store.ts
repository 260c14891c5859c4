import type { Checked } from '@plucky/contract'
import { QueryTypes, UniqueConstraintError, type Transaction } from 'sequelize'
import type { Model, ModelCtor } from 'sequelize-typescript'
import type { ItemColumns } from '../database/models.js'
import { accepted, refuse } from '../http/refusal.js'

interface Item {
  readonly id: string
}

/** Table of one kind of item. Its rows were written through the check. */
export type ItemTable<T> = ModelCtor<Model<ItemColumns> & { readonly id: string; readonly version: number; readonly body: T }>

/** An item with the number of its last save. */
export interface Kept<T> {
  readonly item: T
  readonly version: number
}

/** One kind of item on the shelf: parts, operations or kits. */
export class Store<T extends Item> {
  constructor(
    private readonly rows: ItemTable<T>,
    private readonly check: (plain: unknown) => Checked<T>,
  ) {}

  async kept(transaction: Transaction | null = null): Promise<Kept<T>[]> {
    return (await this.rows.findAll({ order: ['id'], transaction })).map(({ body, version }) => ({ item: body, version }))
  }

  async all(transaction: Transaction | null = null): Promise<T[]> {
    return (await this.kept(transaction)).map(({ item }) => item)
  }

  /** Loads items by id. Row locks are taken in id order, against deadlocks. */
  async byIds(ids: readonly string[], transaction: Transaction | null = null, lock?: 'UPDATE'): Promise<Map<string, T>> {
    const rows = await this.rows.findAll({
      where: { id: [...new Set(ids)] },
      order: ['id'],
      transaction,
      ...(lock && transaction ? { lock: transaction.LOCK[lock] } : {}),
    })
    return new Map(rows.map((row) => [row.id, row.body]))
  }

  /** Adds the checked items whose ids are free. Returns the ids added. */
  async addMissing(items: readonly T[], transaction: Transaction): Promise<string[]> {
    const sorted = [...items].sort((a, b) => (a.id < b.id ? -1 : 1))
    const added = await this.rows.sequelize?.query<{ id: string }>(
      `INSERT INTO ${this.rows.tableName} (id, version, body) SELECT item->>'id', 1, item FROM jsonb_array_elements((:items)::jsonb) AS item
       ON CONFLICT (id) DO NOTHING RETURNING id`,
      { replacements: { items: JSON.stringify(sorted) }, type: QueryTypes.SELECT, transaction },
    )
    return (added ?? []).map(({ id }) => id)
  }

  checked(plain: unknown): T {
    return accepted(this.check(plain))
  }

  async add(plain: unknown, transaction: Transaction | null = null): Promise<T> {
    return this.insert(this.checked(plain), transaction)
  }

  /** Adds a checked item. */
  async insert(item: T, transaction: Transaction | null = null): Promise<T> {
    try {
      await this.rows.create({ id: item.id, version: 1, body: item }, { transaction })
    } catch (error) {
      if (error instanceof UniqueConstraintError) throw refuse(409, 'name-taken', 'id', { id: item.id })
      throw error
    }
    return item
  }

  /** Saves over the state that was seen; one that has moved on since is not overwritten. */
  async change(plain: unknown, version: number, transaction: Transaction | null = null): Promise<Kept<T>> {
    const item = this.checked(plain)
    const [changed] = await this.rows.update(
      { body: item, version: version + 1 },
      {
        where: { id: item.id, version },
        transaction,
      },
    )
    if (changed > 0) return { item, version: version + 1 }
    const stored = await this.rows.findByPk(item.id, { transaction })
    if (!stored) throw refuse(404, 'item-unknown', 'id', { id: item.id })
    throw refuse(409, 'item-changed-elsewhere', 'version', { id: item.id, yours: version, stored: stored.version })
  }
}
