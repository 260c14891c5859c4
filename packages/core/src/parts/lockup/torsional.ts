/** Pulses a turn of a four-stroke engine: half its firing cylinders. Source: definition. */
export const firingOrder = (cylinders: number): number => cylinders / 2

/**
 * Engine speed at which firing meets the torsional mode of a spring and the turbine side on it: √(k/J) over the order. k in N·m/rad, J in
 * kg·m²; more springs in a row lie in series.
 * Source: Den Hartog, Mechanical Vibrations, from memory.
 * @example resonanceSpeed([8000], 0.05, 8) / toSi(1, 'rpm') // → 955
 */
export function resonanceSpeed(stiffnesses: readonly number[], inertiaKgM2: number, cylinders: number): number {
  const series = 1 / stiffnesses.reduce((sum, k) => sum + 1 / k, 0)
  return Math.sqrt(series / inertiaKgM2) / firingOrder(cylinders)
}

/** Damping that a driveline is taken to have: twice the ratio. */
const TWICE_DAMPING = 0.1

/**
 * How much the pulses grow on their way through the spring, 1/√((1 − r²)² + (0.1·r)²), r = speed over resonance.
 * Source: Den Hartog, Mechanical Vibrations, from memory; damping common practice.
 * @example torsionalMagnification(1) // → 10
 */
export function torsionalMagnification(ratio: number): number {
  return 1 / Math.hypot(1 - ratio ** 2, TWICE_DAMPING * ratio)
}

/** A solid lockup is held off below this many times the resonance speed (common practice, no source). */
export const LEAST_SOLID_RATIO = 1.5
