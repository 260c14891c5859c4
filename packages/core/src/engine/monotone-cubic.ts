import { numberAt, realAt } from '../numeric/certain.js'

/**
 * Monotone piecewise cubic through points (Fritsch & Carlson 1980, SIAM J. Numer. Anal. 17, 238–246):
 * never above a neighbouring measured peak. x must rise; at least two points. Valid between the first and the last x only.
 * @example monotoneCubic([0, 1, 2], [0, 1, 1])(1.5) // → 1
 */
export function monotoneCubic(xs: readonly number[], ys: readonly number[]): (x: number) => number {
  const n = xs.length
  const x = Float64Array.from(xs)
  const y = Float64Array.from(ys)
  const slope = tangents(x, y)
  return (at) => {
    let [k, above] = [0, n - 1]
    while (above - k > 1) {
      const middle = (k + above) >> 1
      if (at > realAt(x, middle)) k = middle
      else above = middle
    }
    const h = realAt(x, k + 1) - realAt(x, k)
    const t = (at - realAt(x, k)) / h
    const [y0, y1, m0, m1] = [realAt(y, k), realAt(y, k + 1), realAt(slope, k), realAt(slope, k + 1)]
    return y0 + t * (h * m0 + t * (3 * (y1 - y0) - h * (2 * m0 + m1) + t * (2 * (y0 - y1) + h * (m0 + m1))))
  }
}

function tangents(x: Float64Array, y: Float64Array): Float64Array {
  const n = x.length
  const secant = Array.from({ length: n - 1 }, (_, k) => (realAt(y, k + 1) - realAt(y, k)) / (realAt(x, k + 1) - realAt(x, k)))
  const m = new Float64Array(n)
  m[0] = numberAt(secant, 0)
  m[n - 1] = numberAt(secant, n - 2)
  for (let k = 1; k < n - 1; k++) {
    const [d0, d1] = [numberAt(secant, k - 1), numberAt(secant, k)]
    m[k] = d0 * d1 <= 0 ? 0 : (d0 + d1) / 2
  }
  for (let k = 0; k < n - 1; k++) {
    const d = numberAt(secant, k)
    if (d === 0) {
      m[k] = 0
      m[k + 1] = 0
      continue
    }
    const [a, b] = [realAt(m, k) / d, realAt(m, k + 1) / d]
    const reach = Math.hypot(a, b)
    if (reach > 3) {
      m[k] = (3 / reach) * a * d
      m[k + 1] = (3 / reach) * b * d
    }
  }
  return m
}
