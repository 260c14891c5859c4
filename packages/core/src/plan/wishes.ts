import type { Shock } from '../model/rules.js'

/** What a plan must respect besides the unit, the shelf and the house rules. */
export interface PlanWishes {
  /** Part ids by station that must be installed; null for an empty station. */
  readonly keep?: Readonly<Record<string, string | null>>
  /** Makers that nothing is bought from. */
  readonly withoutMakers?: readonly string[]
  /** Nothing used is bought. */
  readonly withoutUsed?: boolean
  /** Only operations that any bench can do. */
  readonly ownBenchOnly?: boolean
  readonly hoursMost?: number
  /** Nothing that is seen from outside. */
  readonly stockLook?: boolean
  /** Nothing that must be ordered first. */
  readonly inStockOnly?: boolean
  /** Converters outside the target stall too. */
  readonly anyStall?: boolean
  /** Line pressure stays as it is. */
  readonly keepPressure?: boolean
  /** Parts and operations of the present build are paid for and cost nothing more. */
  readonly paid?: boolean
  /** Margin that every station must have at the planned power, instead of the house margin. */
  readonly margin?: number
}

/** Required margin by kind of shock. */
export type Margins = Readonly<Record<Shock, number>>

/**
 * Margins that a plan asks for: the house margins, or one figure for every place.
 * @example marginsOf({ margin: 1.1 }, { hard: 1.25, plate: 1.25, friction: 1.15, shifting: 1.15 }).hard // → 1.1
 * @example marginsOf({}, { hard: 1.25, plate: 1.25, friction: 1.15, shifting: 1.15 }).friction // → 1.15
 */
export const marginsOf = ({ margin }: Pick<PlanWishes, 'margin'>, house: Margins): Margins =>
  margin === undefined ? house : { hard: margin, plate: margin, friction: margin, shifting: margin }
