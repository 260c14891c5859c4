import { OIL } from '../converter/stall-heat.js'

/** Flow through a short hole (from memory). */
const DISCHARGE = 0.7

/**
 * Time in which the oil between piston and cover leaves through the smallest hole on its way: V/(C_d·A·√(2Δp/ρ)).
 * @example emptyingTime(1e-4, 0.004, 400000) // → 0.364
 */
export function emptyingTime(volumeM3: number, holeDiameterM: number, pressurePa: number): number {
  return volumeM3 / (DISCHARGE * (Math.PI / 4) * holeDiameterM ** 2 * Math.sqrt((2 * pressurePa) / OIL.densityKgPerM3))
}
