import type { EngineCurve } from '../engine/curve.js'
import { converterCharacteristic, coreCapacity, inAnotherCore, type ConverterGeometry } from '../parts/converter/geometry.js'
import { brakeStall } from './operating-point.js'

/** The core of a family and stator that stalls where it is wanted, or why none does. */
export type WantedCore =
  | { readonly outcome: 'found'; readonly geometry: ConverterGeometry }
  /** The engine would come to rest at another crossing first, or cannot reach the speed. */
  | { readonly outcome: 'not-reached' }

/** A stall as near as this to the wanted one is the same, as a share. */
const SAME_STALL = 1e-6

/**
 * Size of core at which a family stalls at a wanted speed behind an engine: D⁵ = T_e(N)/(N²·C/D⁵) (hydrodynamic similarity). Not reached
 * where an earlier crossing from idle would hold the engine.
 * @example wantedCore({ diameterM: 0.25, stall: { speedRadPerS: 300, referenceTorqueNm: 500 }, stallTorqueRatio: 2, lockup: false }, flatEngine(500), 300).geometry.diameterM // → 0.25
 */
export function wantedCore(family: ConverterGeometry, curve: EngineCurve, stallRadPerS: number): WantedCore {
  if (stallRadPerS < curve.minSpeedRadPerS || stallRadPerS > curve.maxSpeedRadPerS) return { outcome: 'not-reached' }
  // A hair more than the engine offers there, so that a stall at the very end of its curve is reached.
  const capacity = (curve.torqueNm(stallRadPerS) / stallRadPerS ** 2) * (1 + 1e-12)
  const geometry = inAnotherCore(family, (capacity / coreCapacity(family)) ** 0.2)
  const match = brakeStall(curve, converterCharacteristic(geometry))
  const there = match.outcome === 'matched' && Math.abs(match.point.engineSpeedRadPerS / stallRadPerS - 1) <= SAME_STALL
  return there ? { outcome: 'found', geometry } : { outcome: 'not-reached' }
}
