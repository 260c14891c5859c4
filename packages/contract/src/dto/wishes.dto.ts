import type { PlanWishes } from '@plucky/core'
import { IsOptional } from 'class-validator'
import { Named, Texts, YesNo } from './decorators.js'
import { Figure } from './figure.js'

/** Wishes for the parts plan of a job. */
export class PlanWishesDto implements PlanWishes {
  @IsOptional() @Named('Parts to keep') keep?: Record<string, string | null>
  @IsOptional() @Texts('Makers to avoid', { most: 40 }) withoutMakers?: string[]
  @IsOptional() @YesNo('No used parts') withoutUsed?: boolean
  @IsOptional() @YesNo('No outside machine work') ownBenchOnly?: boolean
  @IsOptional() @Figure({ label: 'Most labor, h', from: 0, to: 10000 }) hoursMost?: number
  @IsOptional() @YesNo('Stock appearance: nothing visible') stockLook?: boolean
  @IsOptional() @YesNo('In stock only') inStockOnly?: boolean
  @IsOptional() @YesNo('Any converter stall') anyStall?: boolean
  @IsOptional() @YesNo('Keep line pressure') keepPressure?: boolean
  @IsOptional() @YesNo('Installed parts are paid for') paid?: boolean
  @IsOptional() @Figure({ label: 'Margin at every station', from: 0.2, to: 5 }) margin?: number
}
