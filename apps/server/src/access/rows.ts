import type { Role } from '@plucky/contract'
import { AllowNull, AutoIncrement, Column, DataType, Model, PrimaryKey, Table } from 'sequelize-typescript'

@Table({ tableName: 'people', timestamps: false })
export class PersonRow extends Model {
  @PrimaryKey @AutoIncrement @Column(DataType.INTEGER) declare id: number
  @AllowNull(false) @Column(DataType.TEXT) declare name: string
  @AllowNull(false) @Column(DataType.TEXT) declare role: Role
  @AllowNull(false) @Column(DataType.BOOLEAN) declare active: boolean
  @AllowNull(false) @Column({ type: DataType.TEXT, field: 'password_hash' }) declare passwordHash: string
  @AllowNull(false) @Column({ type: DataType.DATE, field: 'password_set_at', defaultValue: DataType.NOW }) declare passwordSetAt: Date
  @AllowNull(false) @Column({ type: DataType.BOOLEAN, field: 'second_factor' }) declare secondFactor: boolean
  @Column({ type: DataType.TEXT, field: 'factor_secret' }) declare factorSecret: string | null
  /** Time step of the last code used. A code is used once. */
  @Column({ type: DataType.BIGINT, field: 'factor_step' }) declare factorStep: string | null
}
