import type { Checked } from '@plucky/contract'
import { UniqueConstraintError, type Transaction } from 'sequelize'
import type { Model, ModelCtor } from 'sequelize-typescript'
import { accepted, refuse } from '../http/refusal.js'

interface Item {
  readonly id: string
}

type ItemRow<T> = Model & { id: string; version: number; body: T }

/** An item with the number of its last save. */
export interface Kept<T> {
  readonly item: T
  readonly version: number
}

/** One kind of item on the shelf: parts, operations or kits. */
export class Store<T extends Item> {
  constructor(
    private readonly rows: ModelCtor<ItemRow<T>>,
    private readonly check: (plain: unknown) => Checked<T>,
  ) {}

  async kept(): Promise<Kept<T>[]> {
    return (await this.rows.findAll({ order: ['id'] })).map(({ body, version }) => ({ item: body, version }))
  }

  async all(): Promise<T[]> {
    return (await this.kept()).map(({ item }) => item)
  }

  async byIds(ids: readonly string[]): Promise<Map<string, T>> {
    const rows = await this.rows.findAll({ where: { id: [...new Set(ids)] } as never })
    return new Map(rows.map((row) => [row.id, row.body]))
  }

  checked(plain: unknown): T {
    return accepted(this.check(plain))
  }

  async add(plain: unknown, transaction?: Transaction): Promise<T> {
    const item = this.checked(plain)
    try {
      await this.rows.create({ id: item.id, version: 1, body: item } as never, { ...(transaction ? { transaction } : {}) })
    } catch (error) {
      if (error instanceof UniqueConstraintError) throw refuse(409, 'name-taken', 'id', { id: item.id })
      throw error
    }
    return item
  }

  /** Saves over the state that was seen; one that has moved on since is not overwritten. */
  async change(plain: unknown, version: number, transaction?: Transaction): Promise<Kept<T>> {
    const item = this.checked(plain)
    const [changed] = await this.rows.update({ body: item, version: version + 1 } as never, {
      where: { id: item.id, version } as never,
      ...(transaction ? { transaction } : {}),
    })
    if (changed > 0) return { item, version: version + 1 }
    const stored = await this.rows.findByPk(item.id)
    if (!stored) throw refuse(404, 'item-unknown', 'id', { id: item.id })
    throw refuse(409, 'item-changed-elsewhere', 'version', { id: item.id, yours: version, stored: stored.version })
  }
}
