import type { Shock } from '../model/rules.js'

/** Restrictions on a plan beyond shelf and house rules. */
export interface PlanWishes {
  /** Part ids by station that must be installed; null for an empty station. */
  readonly keep?: Readonly<Record<string, string | null>>
  /** Manufacturers to avoid. */
  readonly withoutMakers?: readonly string[]
  /** Buy no used parts. */
  readonly withoutUsed?: boolean
  /** Use only operations of skill `bench`. */
  readonly ownBenchOnly?: boolean
  readonly hoursMost?: number
  /** Buy nothing that is visible from outside. */
  readonly stockLook?: boolean
  /** Buy only items in stock. */
  readonly inStockOnly?: boolean
  /** Allow converters outside the target stall range. */
  readonly anyStall?: boolean
  /** Keep line pressure. */
  readonly keepPressure?: boolean
  /** Count parts and operations of the present build as paid. */
  readonly paid?: boolean
  /** Required margin at every station, instead of the house margins. */
  readonly margin?: number
}

/** Required margin by kind of shock. */
export type Margins = Readonly<Record<Shock, number>>

/**
 * Margins of a plan: the house margins, or one figure for all places.
 * @example marginsOf({ margin: 1.1 }, { hard: 1.25, plate: 1.25, friction: 1.15, shifting: 1.15 }).hard // → 1.1
 * @example marginsOf({}, { hard: 1.25, plate: 1.25, friction: 1.15, shifting: 1.15 }).friction // → 1.15
 */
export const marginsOf = ({ margin }: Pick<PlanWishes, 'margin'>, house: Margins): Margins =>
  margin === undefined ? house : { hard: margin, plate: margin, friction: margin, shifting: margin }
