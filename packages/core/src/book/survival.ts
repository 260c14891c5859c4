import { normalCdf } from '../numeric/normal.js'

/** Record of a used part: the highest torque demand in its job, and whether the part broke. */
export interface LivedPart {
  readonly demandNm: number
  /** Computed torque capacity of the part, N·m. */
  readonly computedNm: number
  readonly broke: boolean
  /** Greatest demand that it carried before it broke, N·m. */
  readonly carriedNm?: number
}

/** Strength of a design in this shop: θ times the computed torque capacity. */
export interface StrengthInShop {
  readonly mean: number
  /** Central 90 % interval of θ. */
  readonly low: number
  readonly high: number
  readonly healthy: number
  readonly broken: number
}

/** Standard deviation of ln θ before any record, and scatter of single parts (E22; rule of thumb, no source). */
const PRIOR = 0.15
const SCATTER = 0.05

/** Grid of ln θ: six standard deviations of the prior to both sides. */
const [STEPS, REACH] = [1200, 6 * PRIOR]

/**
 * Posterior of θ from parts that broke or lived: ln θ ~ N(0, 0.15²) before; a part that broke at a demand was weaker than it and stronger
 * than what it had carried; a part that lived was stronger (censored likelihood on a grid). Source: E22; Gelman, Bayesian Data Analysis
 * (grid approximation, from memory).
 * @example strengthInShop([]).mean // → 1.01131
 */
export function strengthInShop(records: readonly LivedPart[]): StrengthInShop {
  const grid = Array.from({ length: STEPS + 1 }, (_, i) => -REACH + (2 * REACH * i) / STEPS)
  const logs = grid.map((x) => -(x * x) / (2 * PRIOR * PRIOR) + records.reduce((sum, record) => sum + Math.log(likelihood(record, x)), 0))
  const most = Math.max(...logs)
  const weights = logs.map((log) => Math.exp(log - most))
  const total = weights.reduce((sum, weight) => sum + weight, 0)
  const quantile = (share: number): number => {
    let sum = 0
    const at = weights.findIndex((weight) => (sum += weight) >= share * total)
    return Math.exp(grid[at] ?? 0)
  }
  return {
    mean: grid.reduce((sum, x, i) => sum + Math.exp(x) * (weights[i] ?? 0), 0) / total,
    low: quantile(0.05),
    high: quantile(0.95),
    healthy: records.filter(({ broke }) => !broke).length,
    broken: records.filter(({ broke }) => broke).length,
  }
}

/** Smallest likelihood, so that one record cannot rule a value out. */
const LEAST = 1e-12

function likelihood({ demandNm, computedNm, broke, carriedNm }: LivedPart, logTheta: number): number {
  const below = (torqueNm: number) => normalCdf((Math.log(torqueNm / computedNm) - logTheta) / SCATTER)
  if (!broke) return Math.max(LEAST, 1 - below(demandNm))
  return Math.max(LEAST, below(demandNm) - (carriedNm === undefined ? 0 : below(carriedNm)))
}
