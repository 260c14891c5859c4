import type { HubSpline, Spline } from './spline.js'

/** Something in which two splines that meet do not agree. */
export type SplineDifference = 'teeth' | 'pitch' | 'fit' | 'hub-longer' | 'hub-shorter'

/** Modules this near are one pitch: an inch pitch written in mm. */
const SAME_PITCH = 1e-3
/** A hub may be this much shorter than the spline that goes into it (common practice, no source). */
export const LEAST_ENGAGED = 0.85
/** A hub longer than this over the spline rides on its run-out. */
const LONGER_M = 0.1e-3

/**
 * In what two splines differ that should go into each other: tooth count, pitch, fit, length (ANSI B92.1: all must agree). Empty if they mate.
 * @example splineDifferences({ teeth: 35, moduleM: 0.8, root: 'fillet' }, 0.03, { name: 'bore', mate: 'a', teeth: 32, moduleM: 0.8, lengthM: 0.03 }).length // → 1
 */
export function splineDifferences(shaft: Spline, lengthM: number, hub: HubSpline): SplineDifference[] {
  return [
    ...(shaft.teeth === hub.teeth ? [] : ['teeth' as const]),
    ...(Math.abs(shaft.moduleM / hub.moduleM - 1) <= SAME_PITCH ? [] : ['pitch' as const]),
    ...((shaft.fit ?? 'side') === (hub.fit ?? 'side') ? [] : ['fit' as const]),
    ...(hub.lengthM > lengthM + LONGER_M ? ['hub-longer' as const] : hub.lengthM < LEAST_ENGAGED * lengthM ? ['hub-shorter' as const] : []),
  ]
}
