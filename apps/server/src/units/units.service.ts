import { Injectable } from '@nestjs/common'
import { InjectModel } from '@nestjs/sequelize'
import { checkUnit } from '@plucky/contract'
import type { Unit } from '@plucky/core'
import { QueryTypes, type Transaction } from 'sequelize'
import { Sequelize } from 'sequelize-typescript'
import { UnitRow } from '../database/models.js'
import { refuse } from '../http/refusal.js'
import { Store } from '../shelf/store.js'

@Injectable()
export class UnitsService {
  readonly store: Store<Unit>

  constructor(
    @InjectModel(UnitRow) private readonly rows: typeof UnitRow,
    private readonly sequelize: Sequelize,
  ) {
    this.store = new Store(rows, checkUnit)
  }

  all(): Promise<Unit[]> {
    return this.store.all()
  }

  async one(id: string): Promise<Unit> {
    const row = await this.rows.findByPk(id)
    if (!row) throw refuse(404, 'unit-unknown', 'id', { unit: id })
    return row.body
  }

  /** Returns id and name of every transmission. */
  names(): Promise<{ id: string; name: string }[]> {
    return this.sequelize.query('SELECT id, name FROM units ORDER BY id', { type: QueryTypes.SELECT })
  }

  add(plain: unknown, transaction: Transaction | null = null): Promise<Unit> {
    return this.store.add(plain, transaction)
  }
}
