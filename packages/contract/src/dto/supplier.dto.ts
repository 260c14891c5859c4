import { IsOptional } from 'class-validator'
import { DECIMAL_MARKS } from '../files/figure-csv.js'
import { checkShape, type Checked } from './check.js'
import { Label, Note, OneOf, Shape, Shapes, Slug, SlugOrNull, Slugs, YesNo } from './decorators.js'
import { Figure, MOST_VERSION } from './figure.js'

/** Kinds of items that are bought from suppliers. */
export const PRICED_KINDS = ['parts', 'kits'] as const
export type PricedKind = (typeof PRICED_KINDS)[number]

/** Headings of the columns of a supplier's list. Empty if the list has no such column. */
export class SupplierHeadingsDto {
  @IsOptional() @Note('Item number column', 120) number?: string
  @IsOptional() @Note('Description column', 120) name?: string
  @IsOptional() @Note('Price column', 120) price?: string
  @IsOptional() @Note('Lead time column', 120) lead?: string
  @IsOptional() @Note('Stock column', 120) stock?: string
}

/** A supplier's own number of a part or kit. `id` is null for a number that is no longer to be remembered. */
export class SupplierNumberDto {
  @Label('Item number', 120) number!: string
  @OneOf('Kind', PRICED_KINDS) kind!: PricedKind
  @SlugOrNull('Item') id!: string | null
}

/** A supplier, and how its price lists are read. */
export class SupplierDto {
  @Slug('Supplier id') id!: string
  @Label('Supplier') name!: string
  @Shape('Columns', () => SupplierHeadingsDto) headings!: SupplierHeadingsDto
  @IsOptional() @OneOf('Decimal mark', DECIMAL_MARKS) decimal?: (typeof DECIMAL_MARKS)[number]
  /** Price for the shop over list price. */
  @Figure({ label: 'Price factor', from: 0, to: 100, above: true }) factor!: number
}

/** A supplier with the version of its last save and its remembered numbers. */
export interface KnownSupplier {
  readonly item: SupplierDto
  readonly version: number
  readonly numbers: readonly SupplierNumberDto[]
}

export const checkSupplier = (plain: unknown): Checked<SupplierDto> => checkShape(SupplierDto, plain)

/** New price of an item over the version that was seen. Lead time and stock are left as they are if not given. */
export class PriceChangeDto {
  @OneOf('Kind', PRICED_KINDS) kind!: PricedKind
  @Slug('Item') id!: string
  @Figure({ label: 'Version', from: 1, to: MOST_VERSION, whole: true }) version!: number
  @Figure({ label: 'Price', from: 0, to: 1000000 }) price!: number
  @IsOptional() @Figure({ label: 'Lead time', from: 0, to: 1000, whole: true }) leadDays?: number
  @IsOptional() @YesNo('In stock') inStock?: boolean
}

/** Accepted changes of a price list, and the supplier with what is remembered. Version 0 adds the supplier. */
export class TakePricesDto {
  @Shape('Supplier', () => SupplierDto) supplier!: SupplierDto
  @Figure({ label: 'Version', from: 0, to: MOST_VERSION, whole: true }) version!: number
  @Shapes('Item numbers', () => SupplierNumberDto, { most: 20_000 }) numbers!: SupplierNumberDto[]
  @Shapes('Price changes', () => PriceChangeDto, { most: 5000 }) changes!: PriceChangeDto[]
}

/** Items whose open quotes are asked for. */
export class QuotesOfItemsDto {
  @Slugs('Items', { least: 1, most: 5000 }) ids!: string[]
}

/** Most quotes that are listed for some items. */
export const MOST_OPEN_QUOTES = 200

/** A quote that was sent and is still valid, with the asked items that it offers. */
export interface OpenQuote {
  readonly jobNumber: number
  readonly number: number
  readonly jobName: string
  readonly customer: string
  readonly sentAt: string
  readonly validUntil: string
  readonly ids: readonly string[]
  /** False for a quote of an earlier release: the items of its job are used. */
  readonly exact: boolean
}
