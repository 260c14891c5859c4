import type { Geometries, PartKind } from '../parts/geometries.js'
import type { StatedLimit } from './stated.js'

/** A feature that another station must offer, and why. */
export interface Need {
  readonly stationId: string
  readonly feature: string
  readonly why: string
}

/** A feature that must not stand at another station, and why. */
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

/** A part of one kind. */
export interface PartOf<K extends PartKind> extends Features {
  readonly id: string
  readonly name: string
  readonly maker: string
  readonly kind: K
  readonly unitIds: readonly string[]
  readonly stationIds: readonly string[]
  readonly price: number
  readonly hours: number
  /** Comes in the unit as built by its maker. */
  readonly stock: boolean
  readonly stated: readonly StatedLimit[]
  /** Variants of the unit that it fits; all of them if not said. */
  readonly variantIds?: readonly string[]
  /** A used part, measured here: its geometry is that of this very piece. */
  readonly donor?: Donor
  /** Operations that were done to it, where it stands fitted; never on the shelf. */
  readonly works?: readonly string[]
  readonly geometry: Geometries[K]
}

/** Something from the shelf that fits a station. */
export type Part = { [K in PartKind]: PartOf<K> }[PartKind]
