import type { GearTrain } from '../gearing/train.js'
import type { ThrustSurface } from '../gearing/thrust.js'
import type { FaultKind, FaultFrequency } from '../diagnosis/fault-kind.js'
import type { UnitFit } from './unit-fit.js'
import type { Plateau } from '../friction/shift-time.js'
import type { PartKind } from '../parts/geometries.js'
import type { AirPort } from './port.js'
import type { WeakPlace } from './weak-place.js'

/** Torque that a station carries. */
export type StationLoad =
  | { readonly at: 'engine' }
  | { readonly at: 'stator' }
  | { readonly at: 'turbine' }
  /** Through the converter's lockup clutch, when it is on. */
  | { readonly at: 'lockup' }
  /** Through a joint or shift element of the gear train. */
  | { readonly at: 'link'; readonly id: string }
  /** The greatest sun torque of the named sets. */
  | { readonly at: 'sets'; readonly ids: readonly string[] }
  | { readonly at: 'output' }
  /** None: it makes pressure, or holds together. */
  | { readonly at: 'none' }

/** Position of a station on the power-flow diagram: on the line, on the path above it, or hung from the case rail. */
export interface StripPlace {
  /** Stations in "beside" are small and have no label. */
  readonly lane: 'line' | 'upper' | 'rail' | 'beside'
  readonly column: number
  /** Stations whose torque goes on to this one, or that this one holds to the case. */
  readonly from: readonly string[]
  /** Bolted to or held by the case directly. */
  readonly grounded?: boolean
}

export interface Station {
  readonly id: string
  readonly code: string
  readonly name: string
  readonly kind: PartKind
  readonly load: StationLoad
  /** The member whose speed is shown; the engine's where it says so. */
  readonly speedOf: string
  readonly strip: StripPlace
}

export interface UnitAccumulator extends Plateau {
  readonly into: string
}

/** Time of a full-power upshift where the unit does not say: 0.2 to 0.45 s in the trade (common practice, no source). */
const USUAL_SHIFT_S = 0.35

/** Shift time of a unit, s: as stated, or the default. */
export const shiftSeconds = ({ shiftS }: Pick<Unit, 'shiftS'>): number => shiftS ?? USUAL_SHIFT_S

/** A year or sub-type of a unit: how it is told from the others, and what it has that parts may need. */
export interface Variant {
  readonly id: string
  readonly name: string
  readonly tell: string
  readonly offers: readonly string[]
}

/** A surface between two members that takes the axial force of one gear of a set, as the unit is built. */
export interface UnitThrust extends ThrustSurface {
  readonly id: string
  readonly a: string
  /** Member or the case. */
  readonly b: string
  /** The set whose sun or ring pushes on it, with its helix angle and the sun's pitch radius. */
  readonly set: string
  readonly helixRad: number
  readonly sunRadiusM: number
}

/** Something that this unit is known to lose, and how often. */
export interface UsualFault {
  /** Joint, element or set. */
  readonly at: string
  readonly kind: FaultKind
  readonly often: FaultFrequency
}

/** A transmission family: gear train and stations, front to rear. */
export interface Unit {
  readonly id: string
  readonly name: string
  readonly train: GearTrain
  readonly stations: readonly Station[]
  readonly variants?: readonly Variant[]
  readonly thrusts?: readonly UnitThrust[]
  readonly usual?: readonly UsualFault[]
  /** Ports for air tests. Without data, one is assumed for each clutch and band. */
  readonly ports?: readonly AirPort[]
  /** Places that are known to fail. */
  readonly weakPlaces?: readonly WeakPlace[]
  /** Time of a full-power upshift. Undefined for the usual one. */
  readonly shiftS?: number
  /** Pressure at the piston of what comes on in an upshift, by the range shifted into; the usual accumulator for those not named. */
  readonly accumulators?: readonly UnitAccumulator[]
  /** Case bore radius by station. Stations without an entry are not checked. */
  readonly caseBores?: readonly { readonly stationId: string; readonly radiusM: number }[]
  /** Most line pressure that the case bears. */
  readonly casePressurePa?: number
  /** Fit-up dimensions. */
  readonly fit?: UnitFit
}

/** Speed of the flywheel, as a station's speed. */
export const ENGINE_SPEED = 'engine'

/** True if a unit has a station for the lockup clutch. In other units the clutch belongs to the converter and has stated limits only. */
export const hasLockupStation = (unit: Unit): boolean => unit.stations.some((station) => station.kind === 'lockup')
