import { orificeFlow } from '../../fluid/orifice.js'
import type { CrossHole } from '../shaft/shaft.js'

/** Exhaust of the lockup release oil: to the sump, or to the pump intake, which is below atmospheric pressure. */
export const LOCKUP_EXHAUSTS = ['drain', 'intake'] as const
export type LockupExhaust = (typeof LOCKUP_EXHAUSTS)[number]

/** Suction at the exhaust, Pa below atmospheric. Source: none (common practice). */
export const EXHAUST_SUCTION_PA: Readonly<Record<LockupExhaust, number>> = { drain: 0, intake: 20e3 }

/**
 * Diameter of one hole equivalent to holes in series: 1/d⁴ adds, because pressure loss varies with flow squared over area squared.
 * Source: Bernoulli.
 */
export const inSeries = (diametersM: readonly number[]): number => diametersM.reduce((sum, d) => sum + d ** -4, 0) ** -0.25

/** Diameter of one hole equivalent to parallel cross holes: areas add. Each drilling has two openings. Source: Bernoulli. */
export const asOneHole = (holes: readonly Pick<CrossHole, 'diameterM' | 'drillings'>[]): number =>
  Math.sqrt(holes.reduce((sum, { diameterM, drillings = 1 }) => sum + 2 * drillings * diameterM ** 2, 0))

/** Cross holes with the given duty. A hole without a duty is classified by its name. */
export const holesFor = (holes: readonly CrossHole[], duty: 'lockup-release' | 'lockup-apply'): CrossHole[] =>
  holes.filter((hole) => (hole.duty === undefined ? NAMED[duty].test(hole.name) : hole.duty === duty))

/** Hole names by duty: a name with "lockup" means release, unless it also says "apply". */
const NAMED = { 'lockup-release': /lock-?up(?!.*apply)/i, 'lockup-apply': /lock-?up.*apply/i } as const

/**
 * Time to empty the release side of the lockup piston through an equivalent hole, s: V/(C_d·A·√(2Δp/ρ)).
 * Source: White, Fluid Mechanics, ch. 6, from memory.
 * @example emptyingTime(1e-4, 0.004, 400000) // → 0.371
 */
export const emptyingTime = (volumeM3: number, holeDiameterM: number, pressurePa: number): number =>
  volumeM3 / orificeFlow(holeDiameterM, pressurePa)
