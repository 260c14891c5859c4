import type { JobContent } from '@plucky/contract'
import type { Part, Unit } from '@plucky/core'
import { AllowNull, AutoIncrement, Column, DataType, Model, PrimaryKey, Table } from 'sequelize-typescript'

@Table({ tableName: 'units', timestamps: false })
export class UnitRow extends Model {
  @PrimaryKey @Column(DataType.TEXT) declare id: string
  @AllowNull(false) @Column(DataType.JSONB) declare body: Unit
}

@Table({ tableName: 'parts', timestamps: false })
export class PartRow extends Model {
  @PrimaryKey @Column(DataType.TEXT) declare id: string
  @AllowNull(false) @Column(DataType.JSONB) declare body: Part
}

@Table({ tableName: 'jobs', timestamps: false })
export class JobRow extends Model {
  @PrimaryKey @AutoIncrement @Column(DataType.INTEGER) declare number: number
  @AllowNull(false) @Column(DataType.INTEGER) declare version: number
  @AllowNull(false) @Column({ type: DataType.DATE, field: 'saved_at' }) declare savedAt: Date
  @Column({ type: DataType.TEXT, field: 'saved_by' }) declare savedBy: string | null
  @Column({ type: DataType.BIGINT, field: 'saved_change' }) declare savedChange: string | null
  @AllowNull(false) @Column(DataType.JSONB) declare body: JobContent
}

export const MODELS = [UnitRow, PartRow, JobRow]
