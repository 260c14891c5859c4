import { toSi } from '../../quantity/units.js'
import type { BoltedJoint } from '../../joint/bolted-joint.js'
import type { Certificate } from './certificate.js'

export const PLATE_CLASSES = ['stock', 'stamped-heavy', 'double-or-machined'] as const
export type PlateClass = (typeof PLATE_CLASSES)[number]

/** Centering of the plate on the crank: machined register, bent tabs, or its bolts alone. */
export const CENTRINGS = ['ring', 'tabs', 'bolts'] as const
export type Centring = (typeof CENTRINGS)[number]

export interface FlexPlateGeometry {
  readonly plateClass: PlateClass
  readonly thicknessM: number
  readonly diameterM: number
  /** Run-out of the converter pads. */
  readonly padRunOutM: number
  /** Specified runout, if the runout was measured. */
  readonly saidRunOutM?: number
  readonly crankJoint: BoltedJoint
  readonly converterJoint: BoltedJoint
  /** Crank face back to the pad face. */
  readonly depthM?: number
  readonly centring?: Centring
  /** A ring between crank and plate that comes with it or is kept from before. */
  readonly spacerRingM?: number
  /** Speed at which the plate was spun to its standard. */
  readonly spinTestRadPerS?: number
  readonly certificate?: Certificate
}

/** Torque an unrated plate of a class is trusted with (from memory, rule of thumb). The sheet dies of bending fatigue, not of shear. */
const CLASS_TORQUE_NM: Record<PlateClass, number> = {
  stock: toSi(500, 'lb-ft'),
  'stamped-heavy': toSi(900, 'lb-ft'),
  'double-or-machined': toSi(1400, 'lb-ft'),
}

/** Pads out by more than this halve the plate (from memory, rule of thumb). */
export const RUN_OUT_LIMIT_M = toSi(0.01, 'in')

/** Halves a torque where the pads run out too far. Source: common practice, no source. */
export const runOutFactor = (plate: FlexPlateGeometry): number => (plate.padRunOutM > RUN_OUT_LIMIT_M ? 0.5 : 1)

/**
 * Torque of a plate nobody has rated, by class alone: a rule of thumb, used only where no rating is stated.
 * Source: common practice, no source.
 */
export const unratedPlateTorque = (plate: FlexPlateGeometry): number => CLASS_TORQUE_NM[plate.plateClass] * runOutFactor(plate)
