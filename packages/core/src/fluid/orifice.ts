import { OIL, oilViscosity } from './oil.js'

/** Viscosity of hot fluid, at 100 °C. */
const HOT_OIL_PA_S = oilViscosity(373.15)
const DENSITY = OIL.densityKgPerM3
/** Discharge of a short drilled hole (from memory). */
export const DISCHARGE = 0.7
/** Reynolds number at which flow in a round drilling turns turbulent. */
const TURBULENT = 2300

/** Area of a round hole, m². */
export const holeArea = (diameterM: number) => (Math.PI * diameterM ** 2) / 4

/**
 * Flow through a short hole, C·A·√(2Δp/ρ), m³/s. Proportional to the area.
 * Source: White, Fluid Mechanics, ch. 6, from memory.
 * @example orificeFlow(0.8, 1e5) / orificeFlow(1, 1e5) // → 0.64
 */
export const orificeFlow = (diameterM: number, pressurePa: number): number =>
  DISCHARGE * holeArea(diameterM) * Math.sqrt((2 * pressurePa) / DENSITY)

/**
 * Flow through a long drilling where viscosity alone holds it back, π·d⁴·Δp/(128·μ·L), m³/s (Hagen–Poiseuille).
 * @example poiseuilleFlow(0.8, 1, 1) / poiseuilleFlow(1, 1, 1) // → 0.4096
 */
export const poiseuilleFlow = (diameterM: number, lengthM: number, pressurePa: number): number =>
  (Math.PI * diameterM ** 4 * pressurePa) / (128 * HOT_OIL_PA_S * lengthM)

/** Velocity head of a flow in a round hole, Pa. Source: Bernoulli. */
export const velocityHead = (flowM3PerS: number, diameterM: number) => (DENSITY * (flowM3PerS / holeArea(diameterM)) ** 2) / 2

/**
 * Pressure that a flow loses along a drilling by friction: Hagen–Poiseuille, or Blasius where it is turbulent (Darcy–Weisbach).
 * Source: White, Fluid Mechanics, ch. 6, from memory.
 */
export function drillingLoss(flowM3PerS: number, diameterM: number, lengthM: number): number {
  const reynolds = (DENSITY * flowM3PerS * diameterM) / (holeArea(diameterM) * HOT_OIL_PA_S)
  const friction = reynolds < TURBULENT ? 64 / Math.max(reynolds, 1e-12) : 0.316 / reynolds ** 0.25
  return (velocityHead(flowM3PerS, diameterM) * friction * lengthM) / diameterM
}

/** Pressure that a flow loses in short holes of a total area, Pa. Source: White, Fluid Mechanics, ch. 6, from memory. */
export const orificeLoss = (flowM3PerS: number, areaM2: number) => (DENSITY / 2) * (flowM3PerS / (DISCHARGE * areaM2)) ** 2
