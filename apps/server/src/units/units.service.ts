import { Injectable } from '@nestjs/common'
import { InjectModel } from '@nestjs/sequelize'
import { checkUnit } from '@plucky/contract'
import type { Unit } from '@plucky/core'
import { UniqueConstraintError } from 'sequelize'
import { UnitRow } from '../database/models.js'
import { accepted, refuse } from '../http/refusal.js'

@Injectable()
export class UnitsService {
  constructor(@InjectModel(UnitRow) private readonly rows: typeof UnitRow) {}

  async all(): Promise<Unit[]> {
    return (await this.rows.findAll({ order: ['id'] })).map((row) => row.body)
  }

  async one(id: string): Promise<Unit> {
    const row = await this.rows.findByPk(id)
    if (!row) throw refuse(404, 'unit-unknown', 'id', { unit: id })
    return row.body
  }

  async add(plain: unknown): Promise<Unit> {
    const unit = accepted(checkUnit(plain))
    try {
      await this.rows.create({ id: unit.id, body: unit })
    } catch (error) {
      if (error instanceof UniqueConstraintError) throw refuse(409, 'name-taken', 'id', { id: unit.id })
      throw error
    }
    return unit
  }
}
