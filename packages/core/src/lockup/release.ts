import { orificeFlow } from '../shaft/oil-way.js'

/**
 * Time in which the oil between piston and cover leaves through the smallest hole on its way: V/(C_d·A·√(2Δp/ρ)).
 * @example emptyingTime(1e-4, 0.004, 400000) // → 0.371
 */
export const emptyingTime = (volumeM3: number, holeDiameterM: number, pressurePa: number): number =>
  volumeM3 / orificeFlow(holeDiameterM, pressurePa)
