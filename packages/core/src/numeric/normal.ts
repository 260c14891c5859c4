/** Above this, the continued fraction converges faster than the series. */
const SERIES_TO = 2.5
const MOST_TERMS = 200

/**
 * Distribution function of the standard normal distribution: series for small arguments, continued fraction for large ones. Source:
 * Abramowitz and Stegun, Handbook of Mathematical Functions, 26.2.10 and 26.2.14. Accuracy 1e-14.
 * @example normalCdf(1.6448536269514722) // → 0.95
 */
export function normalCdf(x: number): number {
  if (Math.abs(x) > SERIES_TO) return x > 0 ? 1 - upperTail(x) : upperTail(-x)
  let [term, sum] = [x, x]
  for (let n = 1; n < MOST_TERMS && Math.abs(term) > 1e-17 * Math.abs(sum); n++) {
    term *= (x * x) / (2 * n + 1)
    sum += term
  }
  return 0.5 + sum * density(x)
}

const density = (x: number): number => Math.exp((-x * x) / 2) / Math.sqrt(2 * Math.PI)

/** Q(x) for x > 0, from the last term of the continued fraction to the first. */
function upperTail(x: number): number {
  let denominator = x
  for (let n = MOST_TERMS; n >= 1; n--) denominator = x + n / denominator
  return density(x) / denominator
}
