import { orificeFlow } from '../shaft/oil-way.js'
import type { CrossHole } from '../shaft/shaft.js'

/** Where the oil between piston and cover is let out: to the sump, or to the pump's intake, which draws on it. */
export const LOCKUP_EXHAUSTS = ['drain', 'intake'] as const
export type LockupExhaust = (typeof LOCKUP_EXHAUSTS)[number]

/** Below the pressure of the air: at the drain, and at the intake of a pump (common practice, no source). */
export const EXHAUST_SUCTION_PA: Readonly<Record<LockupExhaust, number>> = { drain: 0, intake: 20e3 }

/** Openings one behind the other as one: 1/d⁴ adds, because each takes its share of the pressure by the square of flow over area. */
export const inSeries = (diametersM: readonly number[]): number => diametersM.reduce((sum, d) => sum + d ** -4, 0) ** -0.25

/** Holes side by side as one, each drilling open on both sides: areas add. */
export const asOneHole = (holes: readonly Pick<CrossHole, 'diameterM' | 'drillings'>[]): number =>
  Math.sqrt(holes.reduce((sum, { diameterM, drillings = 1 }) => sum + 2 * drillings * diameterM ** 2, 0))

/** The holes of an input shaft through which oil leaves or reaches the lockup piston: by what is said of them, else by their name. */
export const holesFor = (holes: readonly CrossHole[], duty: 'lockup-release' | 'lockup-apply'): CrossHole[] =>
  holes.filter((hole) => (hole.duty === undefined ? NAMED[duty].test(hole.name) : hole.duty === duty))

/** A hole that is called after the lockup and not after its apply side is where the release oil passes. */
const NAMED = { 'lockup-release': /lock-?up(?!.*apply)/i, 'lockup-apply': /lock-?up.*apply/i } as const

/**
 * Time in which the oil between piston and cover leaves through what is in its way: V/(C_d·A·√(2Δp/ρ)).
 * @example emptyingTime(1e-4, 0.004, 400000) // → 0.371
 */
export const emptyingTime = (volumeM3: number, holeDiameterM: number, pressurePa: number): number =>
  volumeM3 / orificeFlow(holeDiameterM, pressurePa)
