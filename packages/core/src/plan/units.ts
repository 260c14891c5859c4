import type { Unit } from '../model/unit.js'
import type { Fits } from '../fitting/spec.js'
import { pointOf, type PlanPoint } from './answer.js'
import { atHighestPower, plannerOf } from './cheapest.js'
import { ceilingOf } from './ceiling.js'
import type { PlanInput } from './input.js'
import { reasonsFor, type PlanReason } from './reasons.js'
import { sceneOf } from './scene.js'
import { partsFor, type Catalogue } from '../fitting/spec.js'

/** Offer of a transmission for a power: its cheapest build and its highest power, or the reasons why there is none. */
export interface UnitOffer {
  readonly unit: Unit
  readonly point: PlanPoint | null
  /** Highest power of any build with the margins of the plan, W. Zero if no build is consistent. */
  readonly ceilingW: number
  readonly reasons: readonly PlanReason[]
}

/** Assumed parts as received if nothing else is known: the stock part at every station. */
export const stockFits = (catalogue: Catalogue, unit: Unit): Fits['fits'] =>
  Object.fromEntries(unit.stations.map(({ id }) => [id, partsFor(catalogue, unit, id).find(({ stock }) => stock)?.id ?? null]))

/** Plans a transmission for a power, starting from its parts as received. */
export function unitOffer(input: PlanInput, powerW: number): UnitOffer {
  const made = sceneOf(input)
  const none = (reasons: readonly PlanReason[], ceilingW = 0): UnitOffer => ({ unit: input.unit, point: null, ceilingW, reasons })
  if (!made.ok) return none([])
  const planner = plannerOf(made.value)
  const { build } = planner.cheapestAt(powerW)
  if (!build) return none(reasonsFor(input, powerW), ceilingOf(planner)?.powerW)
  const point = pointOf(made.value, build, atHighestPower(build, powerW).powerW)
  return { unit: input.unit, point, ceilingW: ceilingOf(planner)?.powerW ?? point.powerW, reasons: [] }
}
