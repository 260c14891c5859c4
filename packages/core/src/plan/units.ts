import type { Unit } from '../model/unit.js'
import type { Fits } from '../fitting/spec.js'
import { pointOf, type PlanPoint } from './answer.js'
import { atItsMost, plannerOf } from './cheapest.js'
import { ceilingOf } from './ceiling.js'
import type { PlanInput } from './input.js'
import { reasonsFor, type PlanReason } from './reasons.js'
import { sceneOf } from './scene.js'
import { partsFor, type Catalogue } from '../fitting/spec.js'

/** A transmission at a power: what the cheapest build costs and holds, how far it goes, or why it does not. */
export interface UnitOffer {
  readonly unit: Unit
  readonly point: PlanPoint | null
  /** The most power that any build of it holds with the margins of the plan, W. Zero if no build is consistent. */
  readonly ceilingW: number
  readonly reasons: readonly PlanReason[]
}

/** A unit as it comes in where nothing else is known: the stock part at every station that has one. */
export const stockFits = (catalogue: Catalogue, unit: Unit): Fits['fits'] =>
  Object.fromEntries(unit.stations.map(({ id }) => [id, partsFor(catalogue, unit, id).find(({ stock }) => stock)?.id ?? null]))

/** What a transmission costs at a power, built up from its stock parts. */
export function unitOffer(input: PlanInput, powerW: number): UnitOffer {
  const made = sceneOf(input)
  const none = (reasons: readonly PlanReason[], ceilingW = 0): UnitOffer => ({ unit: input.unit, point: null, ceilingW, reasons })
  if (!made.ok) return none([])
  const planner = plannerOf(made.value)
  const { build } = planner.cheapestAt(powerW)
  if (!build) return none(reasonsFor(input, powerW), ceilingOf(planner)?.powerW)
  const point = pointOf(made.value, build, atItsMost(build, powerW).powerW)
  return { unit: input.unit, point, ceilingW: ceilingOf(planner)?.powerW ?? point.powerW, reasons: [] }
}
