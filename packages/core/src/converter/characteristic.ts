import { KOTWICKI_COUPLING_SR, KOTWICKI_STALL_GAIN, kotwickiCapacity, kotwickiTorqueRatio } from './generic-characteristic.js'

/** A converter as the path sees it: capacity C(SR) = T_p/ω_p² in N·m·s² and torque ratio TR(SR). */
export interface Characteristic {
  readonly stallCapacity: number
  readonly stallTorqueRatio: number
  readonly couplingSpeedRatio: number
  capacity(speedRatio: number): number
  torqueRatio(speedRatio: number): number
}

/** The stall gain is stretched; efficiency would pass this bound above STR ≈ 2.3 if the coupling point stayed. */
const EFFICIENCY_BOUND = 0.93

/**
 * Coupling point of a converter with the published shape stretched to another stall torque ratio: 0.883·min(1, 0.93/η_max),
 * η_max the greatest SR·TR of the stretched shape.
 * Source: Kotwicki, SAE 820393, stretched by this product.
 * @example couplingSpeedRatio(2.5) // → 0.791
 * @example couplingSpeedRatio(1.9) // → 0.883
 */
export function couplingSpeedRatio(stallTorqueRatio: number): number {
  const known = couplings.get(stallTorqueRatio)
  if (known !== undefined) return known
  let best = 0
  for (let sr = 0; sr <= KOTWICKI_COUPLING_SR; sr += 0.001) best = Math.max(best, sr * stretched(sr, stallTorqueRatio))
  const coupling = KOTWICKI_COUPLING_SR * Math.min(1, EFFICIENCY_BOUND / best)
  couplings.set(stallTorqueRatio, coupling)
  return coupling
}

/** Coupling points found before; they depend on the ratio alone, and a shelf has few. */
const couplings = new Map<number, number>()

const stretched = (sr: number, stallTorqueRatio: number) =>
  1 + ((kotwickiTorqueRatio(sr) - 1) * (stallTorqueRatio - 1)) / KOTWICKI_STALL_GAIN

/**
 * Characteristic of a converter from its capacity at stall (N·m·s²) and stall torque ratio (1 < STR < 4), on the Kotwicki shape
 * with the coupling point moved so that efficiency stays below 1.
 * Source: Kotwicki, SAE 820393.
 * @example characteristic(0.01, 2.2).torqueRatio(0) // → 2.2
 */
export function characteristic(stallCapacity: number, stallTorqueRatio: number): Characteristic {
  const coupling = couplingSpeedRatio(stallTorqueRatio)
  const published = (sr: number) =>
    sr < coupling ? (KOTWICKI_COUPLING_SR * sr) / coupling : 1 - ((1 - sr) * (1 - KOTWICKI_COUPLING_SR)) / (1 - coupling)
  return {
    stallCapacity,
    stallTorqueRatio,
    couplingSpeedRatio: coupling,
    capacity: (sr) => stallCapacity * kotwickiCapacity(published(sr)),
    torqueRatio: (sr) => stretched(published(sr), stallTorqueRatio),
  }
}

/**
 * The same converter with its capacity at every speed ratio multiplied: as if its core were another size.
 * Source: hydrodynamic similarity.
 */
export const withCapacity = (converter: Characteristic, times: number): Characteristic => ({
  ...converter,
  stallCapacity: converter.stallCapacity * times,
  capacity: (sr) => converter.capacity(sr) * times,
})

/** Stall torque ratio of a converter that is not chosen yet (common practice, no source). */
export const USUAL_STALL_TORQUE_RATIO = 2
