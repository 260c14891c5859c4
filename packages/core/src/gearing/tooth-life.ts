import { bendingStress, contactStress, type GearSteel, type GearTeeth } from './tooth-strength.js'

/** A sun torque, and how many turns of a tooth through the mesh a launch brings at it. */
export interface MeshLoad {
  readonly sunNm: number
  readonly cycles: number
}

/** Stress over cycles of carburized teeth: σ = allowed · a · N^(−b) (AGMA 2001, stress cycle factors Y_N and Z_N, from memory). */
const BENDING = { a: 6.1514, b: 0.1192 } as const
const PITTING = { a: 2.466, b: 0.056 } as const

/** Allowed stresses are for 99 of 100; half survive at 1/0.7 of them (AGMA 2001, reliability factor 0.70 for one in two, from memory). */
const HALF_SURVIVE = 0.7

const cyclesAt = (allowedPa: number, stressPa: number, { a, b }: typeof BENDING | typeof PITTING): number =>
  stressPa > 0 ? ((a * allowedPa) / HALF_SURVIVE / stressPa) ** (1 / b) : Infinity

/**
 * Cycles to a broken tooth at a root stress, for half of such teeth.
 * Source: AGMA 2001 names, from memory.
 * @example Math.log10(bendingCycles({ lifeBendingPa: 448e6 }, 448e6 / 0.7)) // → 6.62
 */
export const bendingCycles = ({ lifeBendingPa }: Pick<GearSteel, 'lifeBendingPa'>, stressPa: number): number =>
  cyclesAt(lifeBendingPa, stressPa, BENDING)

/**
 * Cycles to pitted flanks at a contact stress, for half of such flanks.
 * Source: AGMA 2001 names, from memory.
 * @example Math.log10(pittingCycles({ lifeContactPa: 1551e6 }, 1551e6 / 0.7)) // → 7.00
 */
export const pittingCycles = ({ lifeContactPa }: Pick<GearSteel, 'lifeContactPa'>, stressPa: number): number =>
  cyclesAt(lifeContactPa, stressPa, PITTING)

/** Launches that the sun's teeth last. */
export interface ToothLife {
  readonly launches: number
  readonly by: 'teeth' | 'flanks'
}

/**
 * Launches to a broken or pitted tooth of a sun, damage added by Miner; half of such suns last longer. The sun's teeth meet every pinion, so it goes before them.
 * Source: Miner.
 */
export function toothLife(teeth: GearTeeth, pinionRadiusM: number, steel: GearSteel, loads: readonly MeshLoad[]): ToothLife {
  const sum = (cyclesTo: (sunNm: number) => number) => loads.reduce((damage, { sunNm, cycles }) => damage + cycles / cyclesTo(sunNm), 0)
  const broken = sum((sunNm) => bendingCycles(steel, bendingStress(teeth, sunNm)))
  const pitted = sum((sunNm) => pittingCycles(steel, contactStress(teeth, pinionRadiusM, sunNm)))
  return broken >= pitted ? { launches: 1 / broken, by: 'teeth' } : { launches: 1 / pitted, by: 'flanks' }
}
