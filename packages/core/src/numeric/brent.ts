/** How a search for a root ended. */
export type Root =
  | { readonly outcome: 'converged'; readonly x: number }
  | { readonly outcome: 'not-bracketed'; readonly x?: undefined; readonly fLow: number; readonly fHigh: number }
  | { readonly outcome: 'not-converged'; readonly x?: undefined; readonly low: number; readonly high: number }

const MOST_STEPS = 200

/**
 * Root of f between low and high by Brent's method (Brent 1973, Algorithms for Minimization without Derivatives, ch. 4).
 * f must be continuous and change sign between finite ends; otherwise the outcome says "not bracketed" and gives both end values.
 * Values at the ends may be given where they are known.
 * @example rootOf((x) => x * x - 2, 0, 2).x // → 1.41421356
 */
export function rootOf(f: (x: number) => number, low: number, high: number, tolerance = 1e-12, fLow = f(low), fHigh = f(high)): Root {
  let a = low
  let b = high
  let fa = fLow
  let fb = fHigh
  if (fa === 0) return { outcome: 'converged', x: a }
  if (fb === 0) return { outcome: 'converged', x: b }
  if (!(fa * fb < 0 && Number.isFinite(fa) && Number.isFinite(fb))) return { outcome: 'not-bracketed', fLow: fa, fHigh: fb }
  let c = a
  let fc = fa
  let step = b - a
  let last = step
  for (let i = 0; i < MOST_STEPS; i++) {
    if (Math.abs(fc) < Math.abs(fb)) {
      a = b
      b = c
      c = a
      fa = fb
      fb = fc
      fc = fa
    }
    const tol = 2 * Number.EPSILON * Math.abs(b) + tolerance / 2
    const half = (c - b) / 2
    if (Math.abs(half) <= tol || fb === 0) return { outcome: 'converged', x: b }
    const next = interpolated(a, b, c, fa, fb, fc)
    const wanted = next - b
    if (Math.abs(last) < tol || 2 * Math.abs(wanted) >= Math.min(3 * Math.abs(half) - tol, Math.abs(last)) || wanted * half <= 0) {
      step = half
      last = half
    } else {
      last = step
      step = wanted
    }
    a = b
    fa = fb
    b += Math.abs(step) > tol ? step : Math.sign(half) * tol
    fb = f(b)
    if (fb * fc > 0) {
      c = a
      fc = fa
      step = b - a
      last = step
    }
  }
  return { outcome: 'not-converged', low: Math.min(b, c), high: Math.max(b, c) }
}

/** Inverse quadratic step, or the secant where two of the three points coincide. */
function interpolated(a: number, b: number, c: number, fa: number, fb: number, fc: number): number {
  if (a === c || fa === fc || fa === fb) return b - (fb * (b - c)) / (fb - fc)
  return (a * fb * fc) / ((fa - fb) * (fa - fc)) + (b * fa * fc) / ((fb - fa) * (fb - fc)) + (c * fa * fb) / ((fc - fa) * (fc - fb))
}
