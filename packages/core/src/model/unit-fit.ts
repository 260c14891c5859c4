import type { Teeth } from '../joint/spline.js'

/** The engine's rear face, as far as it is known. Lengths from the face of the crank's flange. */
export interface EngineRear {
  /** Back to the face of the block on which the case sits. */
  readonly faceToBlockM?: number
  /** The hole in the crank that takes the converter's pilot. */
  readonly boreDiameterM?: number
  readonly boreDepthM?: number
  readonly bolts?: number
  readonly circleDiameterM?: number
  readonly boltDiameterM?: number
  readonly threadDepthM?: number
  /** Name of the bolt pattern of its rear face. */
  readonly pattern?: string
}

/** Part behind the transmission: a transfer case, or the yoke of a drive shaft. */
export interface RearNeighbour extends Teeth {
  readonly lengthM: number
  /** Position of the output flange from the crank face, and its tolerance either way. */
  readonly flangeFromCrankM?: number
  readonly slipM?: number
}

export const CLEARANCE_KINDS = ['end-play', 'ring-gap', 'gap'] as const
export type ClearanceKind = (typeof CLEARANCE_KINDS)[number]

/** A clearance of a unit that is measured as it goes together: an end play, the gap of a ring. */
export interface UnitClearance {
  /** Known by this to its readings; stays when the name is changed. */
  readonly id: string
  readonly name: string
  readonly kind: ClearanceKind
  /** The station where it is felt. */
  readonly station: string
  readonly leastM: number
  readonly mostM: number
  /** Step of the selective washers or rings that adjust it. */
  readonly stepM?: number
}

/** Dimensions of a unit at its neighbors. Lengths from the case face, rearward. */
export interface UnitFit {
  /** Name of the bolt pattern of its case. */
  readonly pattern: string
  /** To where the end of the converter's hub stands when it is home in the pump. */
  readonly pumpSeatM: number
  readonly pumpBoreM: number
  /** The pump must be driven over at least so much. */
  readonly pumpDriveLeastM: number
  /** To the front end of the input shaft and of the stator support; below zero ahead of the face. */
  readonly inputTipM: number
  readonly supportTipM: number
  /** To the output flange. */
  readonly lengthM: number
  readonly clearances: readonly UnitClearance[]
}
