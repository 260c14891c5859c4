import { memberAt } from '../../numeric/certain.js'

/** Shear at a shoulder over the nominal, K_ts = A·(r/d)^b (Peterson, Stress Concentration Factors, fits from memory). */
const SHOULDER: readonly (readonly [step: number, a: number, b: number])[] = [
  [1.09, 0.90337, -0.12692],
  [1.2, 0.83425, -0.21649],
  [1.33, 0.84897, -0.23161],
  [2, 0.86331, -0.23865],
]

/** The fits hold between these radii over the smaller diameter; a sharper corner counts as the sharpest of them. */
const RADII = [0.01, 0.3] as const

/**
 * Stress concentration of a shoulder fillet in torsion: larger diameter D, smaller d, fillet radius r. At least 1; between the fits straight in
 * D/d, from 1 at no step at all; D/d over 2 counts as 2, r/d outside 0.01 to 0.3 as the nearer end.
 * @example shoulderFactor(2, 1, 0.1) // → 1.496
 */
export function shoulderFactor(largerM: number, smallerM: number, radiusM: number): number {
  const [step, r] = [Math.min(2, largerM / smallerM), Math.min(RADII[1], Math.max(RADII[0], radiusM / smallerM))]
  const fits = SHOULDER.map(([at, a, b]): readonly [number, number] => [at, Math.max(1, a * r ** b)])
  const points: (readonly [number, number])[] = [[1, 1], ...fits]
  const above = points.findIndex(([at]) => at >= step)
  if (above <= 0) return above === 0 ? 1 : (points[points.length - 1]?.[1] ?? 1)
  const [[s0, k0], [s1, k1]] = [memberAt(points, above - 1), memberAt(points, above)]
  return k0 + ((step - s0) / (s1 - s0)) * (k1 - k0)
}

/**
 * Stress concentration of a round groove in torsion, over the nominal of its bottom: the shallow notch 1 + √(t/r) and the deep one of Neuber's
 * hyperboloid joined as 1 + (Ks−1)(Kd−1)/√((Ks−1)² + (Kd−1)²) (Neuber, Kerbspannungslehre, from memory). Outside diameter D, bottom d, radius r.
 * @example grooveFactor(1.1, 1, 0.05) // → 1.639
 */
export function grooveFactor(outerM: number, bottomM: number, radiusM: number): number {
  if (outerM <= bottomM) return 1
  const shallow = Math.sqrt((outerM - bottomM) / 2 / radiusM)
  const root = Math.sqrt(bottomM / 2 / radiusM + 1)
  const deep = (3 * (1 + root) ** 2) / (4 * (1 + 2 * root)) - 1
  return shallow === 0 || deep <= 0 ? 1 : 1 + (shallow * deep) / Math.hypot(shallow, deep)
}

/** Edge of a cross hole: as drilled, rounded and polished, or coined under pressure. */
export const HOLE_EDGES = ['sharp', 'rounded', 'coined'] as const
export type HoleEdge = (typeof HOLE_EDGES)[number]

/**
 * A small cross hole in torsion: 4τ at its edge (Kirsch, pure shear), against strength in shear 4/√3 of the nominal.
 * @example CROSS_HOLE_FACTOR // → 2.309
 */
export const CROSS_HOLE_FACTOR = 4 / Math.sqrt(3)

/** Factor of the hole edge (common practice, no source): cracks begin at a burr, a coined edge is in compression. */
export const EDGE_FACTOR: Record<HoleEdge, number> = { sharp: 1.15, rounded: 1, coined: 0.8 }

/** Shear at the root of a spline over the nominal of its root (Peterson, from memory, order of magnitude). */
export const SPLINE_ROOT_FACTOR = { fillet: 2, flat: 2.8 } as const
/** Factor of the end of the teeth (common practice, no source). */
export const RUN_OUT_FACTOR = { sharp: 1.2, faded: 1 } as const
/** Strength factor of a rolled root (from memory; 1.2 to 1.5). */
export const ROLLED = 1.3
