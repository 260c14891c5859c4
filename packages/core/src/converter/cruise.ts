import { rootOf } from '../numeric/brent.js'
import type { Characteristic } from './characteristic.js'

/** Operating point of a converter at a steady speed and load, at the throttle it needs. */
export interface CruisePoint {
  readonly speedRatio: number
  readonly engineSpeedRadPerS: number
  readonly engineTorqueNm: number
  /** Share of the engine's power that turns into heat. */
  readonly lostShare: number
}

const LEAST_RATIO = 0.05
const MOST_RATIO = 0.999

/**
 * The point at which a converter passes a torque to a turbine that turns at a speed: TR(SR)·C(SR)·(ω_t/SR)² = T_t, nearest to SR 1.
 * `undefined` if the load is below the converter's drag at SR near 1, or above its torque at SR 0.05.
 * Source: SAE J643, solved for a given load.
 * @example cruisePoint(characteristic(0.01, 2), 200, 0.01 * (200 / 0.5) ** 2 * kotwickiCapacity(0.883 * 0.5 / couplingSpeedRatio(2)) * characteristic(0.01, 2).torqueRatio(0.5)).speedRatio // → 0.5
 */
export function cruisePoint(converter: Characteristic, turbineRadPerS: number, turbineNm: number): CruisePoint | undefined {
  const passed = (sr: number) => converter.torqueRatio(sr) * converter.capacity(sr) * (turbineRadPerS / sr) ** 2 - turbineNm
  const root = rootOf(passed, LEAST_RATIO, MOST_RATIO, 1e-9)
  if (root.outcome !== 'converged') return undefined
  const engineSpeedRadPerS = turbineRadPerS / root.x
  const lostShare = 1 - root.x * converter.torqueRatio(root.x)
  return { speedRatio: root.x, engineSpeedRadPerS, engineTorqueNm: turbineNm / converter.torqueRatio(root.x), lostShare }
}
