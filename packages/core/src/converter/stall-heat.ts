import { OIL } from '../fluid/oil.js'

/** Heating of the converter oil in a stall. */
export interface StallHeat {
  /** All of the engine's power. */
  readonly powerW: number
  readonly kelvinPerS: number
  readonly secondsToLimit: number
}

/**
 * Heat of a stall: the turbine stands, so all power goes into the converter's oil, T·ω; dT/dt = P/(ρ·V·c). No exchange with the cooler, no
 * heat taken by the metal: the seconds are the least there can be.
 * Source: energy balance.
 * @example stallHeat(400000, 0.005, 350, 420).secondsToLimit // → 1.562
 */
export function stallHeat(powerW: number, oilVolumeM3: number, startK: number, limitK: number): StallHeat {
  const kelvinPerS = powerW / (OIL.densityKgPerM3 * oilVolumeM3 * OIL.specificHeatJPerKgK)
  return { powerW, kelvinPerS, secondsToLimit: Math.max(0, limitK - startK) / kelvinPerS }
}
