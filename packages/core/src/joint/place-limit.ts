import type { PlaceFeature } from '../parts/place.js'
import type { Derivation } from '../quantity/derivation.js'

/** Torque that a named place of a hard part holds, N·m, and how it is calculated. */
export interface PlaceLimit<F extends PlaceFeature = PlaceFeature> {
  readonly name: string
  readonly feature: F
  readonly torqueNm: number
  readonly derivation: () => Derivation
}
