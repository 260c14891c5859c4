import { Injectable } from '@nestjs/common'
import { InjectModel } from '@nestjs/sequelize'
import {
  checkSupplier,
  MOST_OPEN_QUOTES,
  type KnownSupplier,
  type OpenQuote,
  type PriceChangeDto,
  type PricedKind,
  type ShelfContent,
  type SupplierDto,
  type SupplierNumberDto,
  type TakePricesDto,
} from '@plucky/contract'
import { QueryTypes, type Transaction } from 'sequelize'
import { Sequelize } from 'sequelize-typescript'
import { SupplierRow } from '../database/models.js'
import { transacted } from '../database/transacted.js'
import { refuse } from '../http/refusal.js'
import { Store, type Kept } from './store.js'

/** Result of an accepted price list. */
export interface TakenPrices extends Pick<ShelfContent, PricedKind> {
  readonly supplier: Kept<SupplierDto>
}

/** Price lists of suppliers: what is remembered of each supplier, accepted prices, and the open quotes that they affect. */
@Injectable()
export class PricesService {
  private readonly suppliers: Store<SupplierDto>

  constructor(
    @InjectModel(SupplierRow) rows: typeof SupplierRow,
    private readonly sequelize: Sequelize,
  ) {
    this.suppliers = new Store(rows, checkSupplier)
  }

  all(): Promise<Kept<SupplierDto>[]> {
    return this.suppliers.kept()
  }

  /** A supplier with its remembered numbers. */
  async one(id: string): Promise<KnownSupplier> {
    const kept = (await this.suppliers.kept()).find(({ item }) => item.id === id)
    if (!kept) throw refuse(404, 'item-unknown', 'id', { id })
    const numbers = await this.sequelize.query<SupplierNumberDto>(
      `SELECT number, kind, item_id AS id FROM supplier_numbers WHERE supplier_id = $1 ORDER BY number`,
      { bind: [id], type: QueryTypes.SELECT },
    )
    return { ...kept, numbers }
  }

  /** Changes the prices, and keeps the supplier with the numbers, all or none. Verdicts do not depend on prices. */
  async take({ supplier, version, numbers, changes }: TakePricesDto): Promise<TakenPrices> {
    return transacted(this.sequelize, async (transaction) => {
      const kept =
        version === 0
          ? { item: await this.suppliers.add(supplier, transaction), version: 1 }
          : await this.suppliers.change(supplier, version, transaction)
      await this.remember(supplier.id, numbers, transaction)
      const of = (kind: PricedKind) =>
        this.reprice(
          kind,
          changes.filter((change) => change.kind === kind),
          transaction,
        )
      // Each table has items of its own kind.
      const parts = (await of('parts')) as ShelfContent['parts']
      const kits = (await of('kits')) as ShelfContent['kits']
      return { supplier: kept, parts, kits }
    })
  }

  private async remember(supplierId: string, numbers: readonly SupplierNumberDto[], transaction: Transaction): Promise<void> {
    const rows = JSON.stringify(numbers.map(({ number, kind, id }) => ({ number, kind, id })))
    const options = { replacements: { supplierId, rows }, transaction }
    await this.sequelize.query(
      `DELETE FROM supplier_numbers WHERE supplier_id = :supplierId
       AND number IN (SELECT number FROM jsonb_to_recordset((:rows)::jsonb) AS n (number text, id text) WHERE id IS NULL)`,
      options,
    )
    await this.sequelize.query(
      `INSERT INTO supplier_numbers (supplier_id, number, kind, item_id)
       SELECT DISTINCT ON (number) :supplierId, number, kind, id FROM jsonb_to_recordset((:rows)::jsonb) AS n (number text, kind text, id text)
       WHERE id IS NOT NULL ORDER BY number
       ON CONFLICT (supplier_id, number) DO UPDATE SET kind = EXCLUDED.kind, item_id = EXCLUDED.item_id`,
      options,
    )
  }

  /** Changes prices in one statement. Rows are locked in order of their ids, against deadlocks. */
  private async reprice(kind: PricedKind, changes: readonly PriceChangeDto[], transaction: Transaction): Promise<Kept<object>[]> {
    if (changes.length === 0) return []
    const ids = changes.map(({ id }) => id)
    const stored = await this.sequelize.query<{ id: string; version: number }>(
      `SELECT id, version FROM ${kind} WHERE id IN (:ids) ORDER BY id FOR UPDATE`,
      { replacements: { ids }, type: QueryTypes.SELECT, transaction },
    )
    const versions = new Map(stored.map(({ id, version }) => [id, version]))
    changes.forEach(({ id, version: yours }, i) => {
      const own = versions.get(id)
      if (own === undefined) throw refuse(404, 'item-unknown', `changes.${i}.id`, { id })
      if (own !== yours || ids.indexOf(id) !== i)
        throw refuse(409, 'item-changed-elsewhere', `changes.${i}.version`, { id, yours, stored: own })
    })
    const fields = changes.map(({ id, price, leadDays, inStock }) => ({ id, fields: { price, leadDays, inStock } }))
    return this.sequelize.query<Kept<object>>(
      `UPDATE ${kind} AS own SET version = version + 1, body = body || changed.fields
       FROM jsonb_to_recordset((:changes)::jsonb) AS changed (id text, fields jsonb) WHERE changed.id = own.id
       RETURNING body AS item, version`,
      { replacements: { changes: JSON.stringify(fields) }, type: QueryTypes.SELECT, transaction },
    )
  }

  /** Valid quotes that offer an item, the first to expire first. For a quote of an earlier release, the items of its job are used. */
  async quotesOf(ids: readonly string[]): Promise<OpenQuote[]> {
    return this.sequelize.query<OpenQuote>(
      `SELECT q.job_number AS "jobNumber", q.number, jobs.body ->> 'name' AS "jobName", coalesce(jobs.body ->> 'customer', '') AS customer,
         q.sent_at AS "sentAt", q.valid_until AS "validUntil", q.items IS NOT NULL AS exact,
         ARRAY(SELECT DISTINCT id FROM unnest(coalesce(q.items, jobs.items)) AS id WHERE id = ANY (ARRAY[:ids]::text[]) ORDER BY id) AS ids
       FROM quotes AS q JOIN jobs ON jobs.number = q.job_number
       WHERE q.valid_until >= now() AND jobs.deleted_at IS NULL AND jobs.archived_at IS NULL
         AND coalesce(q.items, jobs.items) && ARRAY[:ids]::text[]
       ORDER BY q.valid_until, q.job_number, q.number LIMIT ${MOST_OPEN_QUOTES}`,
      { replacements: { ids: [...ids] }, type: QueryTypes.SELECT },
    )
  }
}
