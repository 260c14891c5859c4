import type { Geometries, PartKind } from '../parts/geometries.js'
import type { StatedLimit } from './stated.js'

/** A feature that another station must offer, and why. */
export interface Need {
  readonly stationId: string
  readonly feature: string
  readonly why: string
}

/** A feature that another station must not have, and the reason. */
export interface Clash {
  readonly stationId: string
  readonly feature: string
  readonly why: string
}

/** Compatibility of a part with its neighbors. A feature is a short name that both sides use, such as "turbine-spline-35". */
export interface Features {
  readonly offers?: readonly string[]
  readonly needs?: readonly Need[]
  readonly clashes?: readonly Clash[]
}

/** Origin of a used part, and what its inspection found. */
export interface Donor {
  readonly from: string
  readonly found: string
}

/** Availability of a shelf item, and whether it shows. */
export interface Supply {
  /** False if it must be ordered. Default: in stock. */
  readonly inStock?: boolean
  /** Days until it is there or done. */
  readonly leadDays?: number
  /** True if it is seen from outside the vehicle or the transmission. */
  readonly visible?: boolean
}

/** Strength of a part in this shop against its computed strength, from parts that broke or lived (E22). */
export interface KnownStrength {
  readonly factor: number
  readonly healthy: number
  readonly broken: number
}

/** A part of one kind. */
export interface PartOf<K extends PartKind> extends Features, Supply {
  readonly id: string
  readonly name: string
  readonly maker: string
  readonly kind: K
  readonly unitIds: readonly string[]
  readonly stationIds: readonly string[]
  readonly price: number
  readonly hours: number
  /** Original equipment of the transmission. */
  readonly stock: boolean
  readonly stated: readonly StatedLimit[]
  /** Variants of the transmission that it fits. Default: all. */
  readonly variantIds?: readonly string[]
  /** Origin of a used part. Its geometry was measured on this piece. */
  readonly donor?: Donor
  /** Reason for a recall. A build with the part cannot be rated. */
  readonly recall?: string
  /** Multiplies the computed torque limits of a hard part if the house rule says so. */
  readonly inShop?: KnownStrength
  /** Ids of operations on an installed part. Absent on the shelf. */
  readonly works?: readonly string[]
  readonly geometry: Geometries[K]
}

/** A part of any kind. */
export type Part = { [K in PartKind]: PartOf<K> }[PartKind]
