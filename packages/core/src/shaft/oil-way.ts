import { OIL, oilViscosity } from '../material/oil.js'
import { rootOf } from '../numeric/brent.js'
import { crossHoles, type ShaftGeometry } from './shaft.js'

/** Viscosity of hot fluid, at 100 °C. */
const HOT_OIL_PA_S = oilViscosity(373.15)
const DENSITY = OIL.densityKgPerM3
/** Discharge of a short drilled hole (from memory). */
const DISCHARGE = 0.7
/** Loss where oil enters a drilling, in velocity heads, the leaving head with it (from memory). */
const ENTRY = 1.5
/** Reynolds number at which flow in a round drilling turns turbulent. */
const TURBULENT = 2300

const area = (diameterM: number) => (Math.PI * diameterM ** 2) / 4

/**
 * Flow through a short hole, C·A·√(2Δp/ρ), m³/s: it goes with the area.
 * @example orificeFlow(0.8, 1e5) / orificeFlow(1, 1e5) // → 0.64
 */
export const orificeFlow = (diameterM: number, pressurePa: number): number =>
  DISCHARGE * area(diameterM) * Math.sqrt((2 * pressurePa) / DENSITY)

/**
 * Flow through a long drilling where viscosity alone holds it back, π·d⁴·Δp/(128·μ·L), m³/s (Hagen–Poiseuille).
 * @example poiseuilleFlow(0.8, 1, 1) / poiseuilleFlow(1, 1, 1) // → 0.4096
 */
export const poiseuilleFlow = (diameterM: number, lengthM: number, pressurePa: number): number =>
  (Math.PI * diameterM ** 4 * pressurePa) / (128 * HOT_OIL_PA_S * lengthM)

const headOf = (flowM3PerS: number, diameterM: number) => (DENSITY * (flowM3PerS / area(diameterM)) ** 2) / 2

/** Pressure that a flow loses along a drilling by friction: Hagen–Poiseuille, or Blasius where it is turbulent (Darcy–Weisbach). */
export function drillingLoss(flowM3PerS: number, diameterM: number, lengthM: number): number {
  const reynolds = (DENSITY * flowM3PerS * diameterM) / (area(diameterM) * HOT_OIL_PA_S)
  const friction = reynolds < TURBULENT ? 64 / Math.max(reynolds, 1e-12) : 0.316 / reynolds ** 0.25
  return (headOf(flowM3PerS, diameterM) * friction * lengthM) / diameterM
}

const orificeLoss = (flowM3PerS: number, areaM2: number) => (DENSITY / 2) * (flowM3PerS / (DISCHARGE * areaM2)) ** 2

/** Flow at which losses that rise with it use up a pressure. */
function flowAt(pressurePa: number, lossOf: (flow: number) => number, mostM3PerS: number): number {
  const root = rootOf((flow) => lossOf(flow) - pressurePa, 0, mostM3PerS, 1e-12)
  if (root.outcome !== 'converged') throw new Error(`Oil flow is bracketed but did not converge: ${JSON.stringify(root)}`)
  return root.x
}

/** What a shaft lets through, m³/s: its bore along its length, its cross holes, and the two one behind the other. */
export interface OilWay {
  readonly boreM3PerS: number
  readonly holesM3PerS: number
  readonly bothM3PerS: number
}

/** Oil passage of a shaft at a pressure difference. `null` if the shaft has no bore or no cross drilling. Each drilling opens on both sides. */
export function oilWay(shaft: ShaftGeometry, pressurePa: number): OilWay | null {
  const bored = shaft.sections.filter(({ boreDiameterM }) => boreDiameterM > 0)
  const holes = crossHoles(shaft)
  if (bored.length === 0 || holes.length === 0 || !(pressurePa > 0)) return null
  const openM2 = holes.reduce((sum, { diameterM, drillings = 1 }) => sum + 2 * drillings * area(diameterM), 0)
  const narrowest = Math.min(...bored.map(({ boreDiameterM }) => boreDiameterM))
  const boreLoss = (flow: number) =>
    ENTRY * headOf(flow, narrowest) + bored.reduce((sum, s) => sum + drillingLoss(flow, s.boreDiameterM, s.lengthM), 0)
  const most = area(narrowest) * Math.sqrt((2 * pressurePa) / DENSITY)
  const holesM3PerS = DISCHARGE * openM2 * Math.sqrt((2 * pressurePa) / DENSITY)
  return {
    boreM3PerS: flowAt(pressurePa, boreLoss, most),
    holesM3PerS,
    bothM3PerS: flowAt(pressurePa, (flow) => boreLoss(flow) + orificeLoss(flow, openM2), Math.min(most, holesM3PerS)),
  }
}
