import type { LiningHeat, PackLining } from '../friction/lining.js'
import type { ShiftOutcome } from '../friction/shift-time.js'
import type { MeshLoad } from '../gearing/tooth-life.js'
import type { PlanetarySet } from '../gearing/train.js'
import type { FrictionRadius } from '../model/rules.js'
import type { Issue } from '../quantity/issue.js'
import type { Geometries, PartKind } from './geometries.js'
import type { ElementOil, LimitSite, StationLimits } from './limit.js'
import type { Place } from './place.js'
import type { LifeLoad } from './shaft/shaft-life.js'

/** A clutch pack or band, which oil applies. */
export interface FrictionElement {
  /** Undefined if not stated. */
  readonly lining: PackLining | undefined
  /** Torque that it holds by static friction, N·m, within what strut and anchor of a band bear. */
  readonly capacityNm: (oil: ElementOil, radius: FrictionRadius) => number
  /** Line pressure at which it just holds a torque, Pa. Infinity if another part of it gives way at any pressure. */
  readonly pressureFor: (oil: Omit<ElementOil, 'linePressurePa' | 'lockupOil'>, torqueNm: number, radius: FrictionRadius) => number
  /** Heat of an upshift in its lining, and the temperature rise of its steels if known. */
  readonly heat: (shift: Pick<ShiftOutcome, 'energyJ' | 'mostW' | 'seconds'>) => LiningHeat & { readonly bulkK?: number }
  /** Oil that applies it in a range, m³. */
  readonly sweptM3: (rangeId: string) => number
  /** Feed orifice. Undefined if not stated. */
  readonly feedDiameterM: number | undefined
  /** Orifice that leaks like its sealing rings; 0 if it has none. */
  readonly ringLeakM: number
}

/** Loads that the life of a hard part depends on. */
export interface LifeSite extends Pick<LimitSite, 'unit' | 'station'> {
  /** Torques at the station, case by case. */
  readonly loads: () => readonly LifeLoad[]
  /** Torques at the sun of a set, with the turns of its mesh. */
  readonly meshLoads: (set: PlanetarySet, pinions: number) => readonly MeshLoad[]
}

/** Full-power launches that a hard part lasts, and the place that fails. */
export interface PlaceLife {
  readonly launches: number
  readonly place: Place
}

/** Oil pressure that a part is exposed to: while it is applied, line pressure always, the converter's charge, or the lockup's apply side. */
export type PressureAt = 'applied' | 'line' | 'converter' | 'lockup'

/** A part kind as the model sees it. Each property that is absent does not apply to the kind. */
export interface PartDefinition<K extends PartKind> {
  /** Problems of the geometry. Paths begin with "geometry". */
  readonly issues?: (geometry: Geometries[K]) => Issue[]
  readonly limits?: (site: LimitSite, geometry: Geometries[K]) => StationLimits
  readonly life?: (site: LifeSite, geometry: Geometries[K]) => PlaceLife | undefined
  readonly friction?: (geometry: Geometries[K]) => FrictionElement
  readonly pressureAt?: PressureAt
  /** Greatest radius of the part, to compare with the bore of the case. */
  readonly outerRadiusM?: (geometry: Geometries[K]) => number
  /** A transmission works without it: its station may be empty. */
  readonly optional?: true
}
