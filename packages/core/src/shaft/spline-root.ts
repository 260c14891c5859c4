/** Involute spline by teeth and module (diametral pitch P per inch is a module of 25.4/P mm). */
export interface Spline {
  readonly teeth: number
  readonly moduleM: number
  readonly root: 'fillet' | 'flat'
}

/** What the root takes off the pitch diameter, in modules (ANSI B92.1 / Dudley, from memory). */
export const ROOT_ALLOWANCE = { fillet: 1.8, flat: 1.35 } as const

/**
 * Root diameter of an external spline: (N − 1.8)·m with a fillet root, (N − 1.35)·m with a flat root.
 * @example fromSi(splineRootDiameter({ teeth: 35, moduleM: toSi(1 / 32, 'in'), root: 'fillet' }), 'in') // → 1.0375
 */
export const splineRootDiameter = (spline: Spline): number => (spline.teeth - ROOT_ALLOWANCE[spline.root]) * spline.moduleM
