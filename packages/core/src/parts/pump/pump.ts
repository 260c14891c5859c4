import { issue, type Issue } from '../../quantity/issue.js'
import { oilViscosity } from '../../fluid/oil.js'

export interface PumpGeometry {
  /** Oil moved in a turn, were nothing to leak. */
  readonly displacementM3: number
  /** Room between the gears and the faces beside them. */
  readonly sideClearanceM: number
  /** Width over length of the gap through which oil slips back, all faces together; 40 where it is not known. */
  readonly leakPath?: number
  /** Share of the driving torque that becomes pressure; 0.85 where it is not known. */
  readonly mechanicalEfficiency?: number
}

/** Usual gap of a crescent pump and its friction (from memory, order of magnitude). */
const LEAK_PATH = 40
const MECHANICAL = 0.85

/** Validates a pump: displacement above zero, clearance not negative. */
export const pumpIssues = ({ displacementM3, sideClearanceM }: PumpGeometry): Issue[] => [
  ...(displacementM3 > 0 ? [] : [issue('pump-moves-nothing', 'geometry.displacementM3')]),
  ...(sideClearanceM >= 0 ? [] : [issue('clearance-below-zero', 'geometry.sideClearanceM')]),
]

/**
 * Oil that a pump takes in, V·ω/2π, m³/s.
 * Source: definition of displacement.
 * @example pumpIntake({ displacementM3: 2e-5, sideClearanceM: 3e-5 }, toSi(750, 'rpm')) * 60000 // → 15
 */
export const pumpIntake = ({ displacementM3 }: PumpGeometry, speedRadPerS: number): number =>
  (displacementM3 * speedRadPerS) / (2 * Math.PI)

/**
 * Oil that slips back past the gears, w·h³·Δp/(12·μ·L), m³/s: flow between flat faces (plane Poiseuille flow; White, Fluid Mechanics, ch. 4,
 * from memory). It goes with the cube of the clearance and rises as hot oil thins: that is why hot idle is the worst case.
 * @example pumpLeak({ displacementM3: 2e-5, sideClearanceM: 6e-5 }, 1e6, 373.15) / pumpLeak({ displacementM3: 2e-5, sideClearanceM: 3e-5 }, 1e6, 373.15) // → 8
 * @example pumpLeak({ displacementM3: 2e-5, sideClearanceM: 3e-5 }, 1e6, 373.15) * 60000 // → 0.8703
 */
export const pumpLeak = ({ sideClearanceM, leakPath = LEAK_PATH }: PumpGeometry, pressurePa: number, kelvin: number): number =>
  (leakPath * sideClearanceM ** 3 * pressurePa) / (12 * oilViscosity(kelvin))

/**
 * Torque that a pump takes from the engine, Δp·V/(2π·η_m).
 * Source: energy balance.
 * @example pumpTorque({ displacementM3: 2e-5, sideClearanceM: 3e-5 }, toSi(200, 'psi')) // → 5.164
 */
export const pumpTorque = ({ displacementM3, mechanicalEfficiency = MECHANICAL }: PumpGeometry, pressurePa: number): number =>
  (pressurePa * displacementM3) / (2 * Math.PI * mechanicalEfficiency)
