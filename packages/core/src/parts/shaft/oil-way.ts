import { DISCHARGE, drillingLoss, holeArea, orificeLoss, velocityHead } from '../../fluid/orifice.js'
import { OIL } from '../../fluid/oil.js'
import { rootOf } from '../../numeric/brent.js'
import { crossHoles, type ShaftGeometry } from './shaft.js'

const DENSITY = OIL.densityKgPerM3
/** Loss where oil enters a drilling, in velocity heads, the leaving head with it (from memory). */
const ENTRY = 1.5

/** Flow at which losses that rise with it use up a pressure. */
function flowAt(pressurePa: number, lossOf: (flow: number) => number, mostM3PerS: number): number {
  const root = rootOf((flow) => lossOf(flow) - pressurePa, 0, mostM3PerS, 1e-12)
  if (root.outcome !== 'converged') throw new Error(`Oil flow is bracketed but did not converge: ${JSON.stringify(root)}`)
  return root.x
}

/** Oil flow of a shaft, m³/s: through its bore, through its cross holes, and through both in series. */
export interface OilWay {
  readonly boreM3PerS: number
  readonly holesM3PerS: number
  readonly bothM3PerS: number
}

/**
 * Oil passage of a shaft at a pressure difference. `null` if the shaft has no bore or no cross drilling. Each drilling opens on both sides.
 * Source: Hagen–Poiseuille, Blasius, Bernoulli.
 */
export function oilWay(shaft: ShaftGeometry, pressurePa: number): OilWay | null {
  const bored = shaft.sections.filter(({ boreDiameterM }) => boreDiameterM > 0)
  const holes = crossHoles(shaft)
  if (bored.length === 0 || holes.length === 0 || !(pressurePa > 0)) return null
  const openM2 = holes.reduce((sum, { diameterM, drillings = 1 }) => sum + 2 * drillings * holeArea(diameterM), 0)
  const narrowest = Math.min(...bored.map(({ boreDiameterM }) => boreDiameterM))
  const boreLoss = (flow: number) =>
    ENTRY * velocityHead(flow, narrowest) + bored.reduce((sum, s) => sum + drillingLoss(flow, s.boreDiameterM, s.lengthM), 0)
  const most = holeArea(narrowest) * Math.sqrt((2 * pressurePa) / DENSITY)
  const holesM3PerS = DISCHARGE * openM2 * Math.sqrt((2 * pressurePa) / DENSITY)
  return {
    boreM3PerS: flowAt(pressurePa, boreLoss, most),
    holesM3PerS,
    bothM3PerS: flowAt(pressurePa, (flow) => boreLoss(flow) + orificeLoss(flow, openM2), Math.min(most, holesM3PerS)),
  }
}
