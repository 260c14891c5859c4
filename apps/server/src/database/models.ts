import type { JobContent, JobFile, Quote, SupplierDto } from '@plucky/contract'
import type { Kit, Operation, Part, Unit } from '@plucky/core'
import { AllowNull, AutoIncrement, Column, DataType, Model, PrimaryKey, Table } from 'sequelize-typescript'

/** Columns of a table of the shelf. */
export interface ItemColumns {
  id: string
  version: number
  body: object
}

@Table({ tableName: 'units', timestamps: false })
export class UnitRow extends Model<ItemColumns> {
  @PrimaryKey @Column(DataType.TEXT) declare id: string
  @AllowNull(false) @Column(DataType.INTEGER) declare version: number
  @AllowNull(false) @Column(DataType.JSONB) declare body: Unit
}

@Table({ tableName: 'parts', timestamps: false })
export class PartRow extends Model<ItemColumns> {
  @PrimaryKey @Column(DataType.TEXT) declare id: string
  @AllowNull(false) @Column(DataType.INTEGER) declare version: number
  @AllowNull(false) @Column(DataType.JSONB) declare body: Part
}

@Table({ tableName: 'operations', timestamps: false })
export class OperationRow extends Model<ItemColumns> {
  @PrimaryKey @Column(DataType.TEXT) declare id: string
  @AllowNull(false) @Column(DataType.INTEGER) declare version: number
  @AllowNull(false) @Column(DataType.JSONB) declare body: Operation
}

@Table({ tableName: 'kits', timestamps: false })
export class KitRow extends Model<ItemColumns> {
  @PrimaryKey @Column(DataType.TEXT) declare id: string
  @AllowNull(false) @Column(DataType.INTEGER) declare version: number
  @AllowNull(false) @Column(DataType.JSONB) declare body: Kit
}

@Table({ tableName: 'jobs', timestamps: false })
export class JobRow extends Model {
  @PrimaryKey @AutoIncrement @Column(DataType.INTEGER) declare number: number
  @AllowNull(false) @Column(DataType.INTEGER) declare version: number
  @AllowNull(false) @Column({ type: DataType.DATE, field: 'saved_at' }) declare savedAt: Date
  @Column({ type: DataType.TEXT, field: 'saved_by' }) declare savedBy: string | null
  @Column({ type: DataType.BIGINT, field: 'saved_change' }) declare savedChange: string | null
  @Column({ type: DataType.DATE, field: 'archived_at' }) declare archivedAt: Date | null
  @Column({ type: DataType.DATE, field: 'deleted_at' }) declare deletedAt: Date | null
  /** Whether the headline is of the job as it is now. */
  @Column(DataType.BOOLEAN) declare judged: boolean
  @AllowNull(false) @Column(DataType.JSONB) declare body: JobContent
}

/** A job as it stood, with all that it was judged by: later changes of the shelf do not reach it. */
@Table({ tableName: 'revisions', timestamps: false })
export class RevisionRow extends Model {
  @PrimaryKey @Column({ type: DataType.INTEGER, field: 'job_number' }) declare jobNumber: number
  @PrimaryKey @Column(DataType.INTEGER) declare number: number
  @AllowNull(false) @Column(DataType.TEXT) declare name: string
  @Column({ type: DataType.TEXT, field: 'named_by' }) declare by: string | null
  @AllowNull(false) @Column({ type: DataType.DATE, field: 'saved_at' }) declare savedAt: Date
  @AllowNull(false) @Column(DataType.JSONB) declare body: JobFile
}

/** A supplier of parts and kits. */
@Table({ tableName: 'suppliers', timestamps: false })
export class SupplierRow extends Model<ItemColumns> {
  @PrimaryKey @Column(DataType.TEXT) declare id: string
  @AllowNull(false) @Column(DataType.INTEGER) declare version: number
  @AllowNull(false) @Column(DataType.JSONB) declare body: SupplierDto
}

/** A quote as it was sent. Never changed. */
@Table({ tableName: 'quotes', timestamps: false })
export class QuoteRow extends Model {
  @PrimaryKey @Column({ type: DataType.INTEGER, field: 'job_number' }) declare jobNumber: number
  @PrimaryKey @Column(DataType.INTEGER) declare number: number
  @AllowNull(false) @Column({ type: DataType.DATE, field: 'sent_at' }) declare sentAt: Date
  @AllowNull(false) @Column(DataType.JSONB) declare body: Quote
  @AllowNull(false) @Column({ type: DataType.DATE, field: 'valid_until' }) declare validUntil: Date
  /** Ids of the parts, operations and kits that it offers. Null for a quote of an earlier release. */
  @Column(DataType.ARRAY(DataType.TEXT)) declare items: string[] | null
}

/** A photo under the digest of its bytes. Never changed. */
@Table({ tableName: 'photos', timestamps: false })
export class PhotoRow extends Model {
  @PrimaryKey @Column(DataType.TEXT) declare id: string
  @AllowNull(false) @Column(DataType.TEXT) declare type: string
  @AllowNull(false) @Column(DataType.BLOB) declare bytes: Buffer
  @AllowNull(false) @Column({ type: DataType.DATE, field: 'stored_at', defaultValue: DataType.NOW }) declare storedAt: Date
}

/** What the shop as a whole chooses or remembers, by key. */
@Table({ tableName: 'shop', timestamps: false })
export class ShopRow extends Model {
  @PrimaryKey @Column(DataType.TEXT) declare key: string
  @AllowNull(false) @Column(DataType.JSONB) declare value: unknown
}

export const MODELS = [UnitRow, PartRow, OperationRow, KitRow, SupplierRow, JobRow, RevisionRow, QuoteRow, PhotoRow, ShopRow]
