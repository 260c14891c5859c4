/** The case as an anchor: everything held by a brake is held to it. */
export const CASE = 'case'

/** A planetary set by its teeth and the members that carry sun, ring and carrier. */
export interface PlanetarySet {
  readonly id: string
  readonly kind: 'simple' | 'double-pinion'
  readonly sun: string
  readonly ring: string
  readonly carrier: string
  readonly sunTeeth: number
  readonly ringTeeth: number
  /** Equally spaced pinions (pairs of pinions in a double-pinion set). */
  readonly pinions: number
  /** Efficiency with the carrier held; by the number of its meshes if not given. */
  readonly efficiency?: number
  /** Double-pinion set only: teeth of the pinion at the sun and of the one at the ring. Default: any that can be built. */
  readonly innerPinionTeeth?: number
  readonly outerPinionTeeth?: number
}

/** Two members that turn together; kept as its own place because it can break. */
export interface RigidJoint {
  readonly id: string
  readonly a: string
  readonly b: string
}

/** A clutch between two members, a brake or band from a member to the case, or a one-way clutch. */
export interface ShiftElement {
  readonly id: string
  readonly kind: 'clutch' | 'brake' | 'band' | 'one-way'
  readonly a: string
  /** Member or the case. */
  readonly b: string
  /** One-way clutches: the sense in which a may not turn relative to b (seen as the input turns: forward +). */
  readonly holds?: 'forward' | 'backward'
  /** The member whose drum carries the apply piston; the case if not given. */
  readonly pistonOn?: string
}

export interface GearRange {
  readonly id: string
  /** Name in sentences, such as first or reverse. */
  readonly name: string
  readonly on: readonly string[]
  readonly reverse: boolean
  readonly lockup: boolean
}

export interface GearTrain {
  readonly members: readonly string[]
  readonly sets: readonly PlanetarySet[]
  readonly joints: readonly RigidJoint[]
  readonly elements: readonly ShiftElement[]
  readonly input: string
  readonly output: string
  readonly ranges: readonly GearRange[]
}
