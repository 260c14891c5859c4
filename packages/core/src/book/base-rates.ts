/** Cases that general practice counts as, against those of the shop (E19). */
export const PRACTICE_CASES = 20

/**
 * Rates of several causes: what general practice says, worth 20 cases, with the cases of the shop added. Posterior mean of a Dirichlet
 * distribution. Source: E19; Gelman, Bayesian Data Analysis (from memory).
 * @example baseRates([9, 1], [0, 5])[1] // → 0.28
 */
export function baseRates(practice: readonly number[], found: readonly number[]): number[] {
  const total = practice.reduce((sum, weight) => sum + weight, 0)
  const cases = found.reduce((sum, count) => sum + count, 0)
  return practice.map((weight, i) => ((PRACTICE_CASES * weight) / total + (found[i] ?? 0)) / (PRACTICE_CASES + cases))
}
