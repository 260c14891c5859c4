/**
 * Relative standard deviations of what holds, by where the figure comes from, and of the engine's torque (common practice, no source,
 * except the bolted joint: tightening by torque wrench, factor 1.6 between extremes, VDI 2230, from memory).
 */
export const SCATTER = {
  /** Yield and tensile strength of a steel of known grade. */
  strength: 0.05,
  /** Friction 8 % and pressure 4 %, independent. */
  slippingPack: Math.hypot(0.08, 0.04),
  boltedJoint: 0.12,
  engine: 0.03,
  /** Service factor of hard parts and flex plate (common practice, no source). */
  serviceFactor: 0.15,
  computed: 0.05,
  measured: 0.03,
  broken: 0.05,
  maker: 0.1,
  thumb: 0.25,
} as const
