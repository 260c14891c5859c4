import { Injectable } from '@nestjs/common'
import { InjectModel } from '@nestjs/sequelize'
import { checkPart } from '@plucky/contract'
import type { Part } from '@plucky/core'
import { UniqueConstraintError } from 'sequelize'
import { PartRow } from '../database/models.js'
import { accepted, refuse } from '../http/refusal.js'

@Injectable()
export class ShelfService {
  constructor(@InjectModel(PartRow) private readonly rows: typeof PartRow) {}

  /** The whole shelf, or what fits one unit. */
  async all(unitId?: string): Promise<Part[]> {
    const parts = (await this.rows.findAll({ order: ['id'] })).map((row) => row.body)
    return unitId === undefined ? parts : parts.filter((part) => part.unitIds.includes(unitId))
  }

  async byIds(ids: readonly string[]): Promise<Map<string, Part>> {
    const rows = await this.rows.findAll({ where: { id: [...new Set(ids)] } })
    return new Map(rows.map((row) => [row.id, row.body]))
  }

  async add(plain: unknown): Promise<Part> {
    const part = accepted(checkPart(plain))
    try {
      await this.rows.create({ id: part.id, body: part })
    } catch (error) {
      if (error instanceof UniqueConstraintError) throw refuse(409, 'name-taken', 'id', { id: part.id })
      throw error
    }
    return part
  }
}
