import { moneyOf, specCost, type Cost } from '../fitting/cost.js'
import { fittedParts, type Fits } from '../fitting/spec.js'
import { engineOfBrief } from '../model/brief.js'
import type { Part } from '../model/part.js'
import type { Operation } from '../fitting/operation.js'
import type { Issue } from '../quantity/issue.js'
import { atHighestPower, plannerOf, type Build, type Proof } from './cheapest.js'
import { frontierOf } from './frontier.js'
import type { PlanInput, PlannedSpec } from './input.js'
import { fitsOf } from './options.js'
import { powersWithMargins } from './referee.js'
import { marginsOf } from './wishes.js'
import { reasonsFor, type PlanReason } from './reasons.js'
import { sceneOf, type Scene } from './scene.js'

/** A planned build with its cost and its power. */
export interface PlanPoint {
  readonly spec: PlannedSpec
  readonly cost: Cost
  /** Price and hours as one sum of money. */
  readonly money: number
  /** Power held with the margins of the plan, W. */
  readonly powerW: number
  /** Paid parts and operations of the present build that this build does not use. */
  readonly thrownAway: ThrownAway
}

/** Parts and operations that are paid for and not used. */
export interface ThrownAway {
  readonly items: readonly (Part | Operation)[]
  readonly price: number
}

/** A plan, or the reasons why no build meets the request. */
export type PlanAnswer =
  | { readonly outcome: 'planned'; readonly point: PlanPoint; readonly proof: Proof }
  | { readonly outcome: 'impossible'; readonly reasons: readonly PlanReason[] }
  | { readonly outcome: 'brief-contradicts-itself'; readonly issues: readonly Issue[] }

/** The frontier of cost and power held, or the reasons why no build is consistent. */
export type FrontierAnswer =
  | { readonly outcome: 'planned'; readonly points: readonly PlanPoint[]; readonly proof: Omit<Proof, 'bound'> }
  | Exclude<PlanAnswer, { outcome: 'planned' }>

/**
 * Finds the cheapest build in which every station holds the power with the margins of the plan, without misfits and without a blocking
 * finding. Power is peak engine power, with the engine curve scaled as a whole and the converter re-matched.
 */
export function planForPower(input: PlanInput, powerW: number): PlanAnswer {
  const made = sceneOf(input)
  if (!made.ok) return { outcome: 'brief-contradicts-itself', issues: made.issues }
  const planner = plannerOf(made.value)
  const { build, proof } = planner.cheapestAt(powerW)
  return build
    ? { outcome: 'planned', point: pointOf(made.value, build, atHighestPower(build, powerW).powerW), proof }
    : { outcome: 'impossible', reasons: reasonsFor(input, powerW) }
}

/** Finds the build with the most power that costs no more than the budget, labor included. */
export function planForBudget(input: PlanInput, budget: number): PlanAnswer {
  const made = sceneOf(input)
  if (!made.ok) return { outcome: 'brief-contradicts-itself', issues: made.issues }
  const { points, proof } = frontierOf(plannerOf(made.value), budget)
  const last = points.at(-1)
  if (last) return { outcome: 'planned', point: pointOf(made.value, last.build, last.powerW), proof: { ...proof, bound: last.build.cost } }
  const least = plannerOf(made.value).cheapestAt(LEAST_W)
  return {
    outcome: 'impossible',
    reasons: least.build ? [{ code: 'budget-too-small', leastMoney: least.build.cost }] : reasonsFor(input, LEAST_W),
  }
}

/** Power low enough that only the compatibility of the parts counts, W. */
const LEAST_W = 1

/** Finds all builds that are not beaten in both cost and power held. Calls `onPoint` for each build when it is found. */
export function planFrontier(input: PlanInput, onPoint: (point: PlanPoint) => void = () => undefined): FrontierAnswer {
  const made = sceneOf(input)
  if (!made.ok) return { outcome: 'brief-contradicts-itself', issues: made.issues }
  const scene = made.value
  const { points, proof } = frontierOf(plannerOf(scene), Infinity, ({ build, powerW }) => onPoint(pointOf(scene, build, powerW)))
  return points.length > 0
    ? { outcome: 'planned', points: points.map(({ build, powerW }) => pointOf(scene, build, powerW)), proof }
    : { outcome: 'impossible', reasons: reasonsFor(input, LEAST_W) }
}

/** Cost and power of the present build, comparable with the points of a plan. */
export interface PresentPoint {
  readonly money: number
  /** Power held with the margins of the plan, W. Zero if a station has no figure. */
  readonly powerW: number
  /** The same by station, front to rear, W. */
  readonly powersW: readonly number[]
}

/** Computes cost and power of the present build with the margins of the plan. `undefined` if the brief contradicts itself. */
export function presentPoint(input: PlanInput): PresentPoint | undefined {
  const made = engineOfBrief(input.brief.engine)
  if (!made.ok) return undefined
  const { unit, brief, rules, catalogue, book, present, arrived, wishes } = input
  const fitted = fittedParts(present, catalogue, book)
  const spec = { unit, brief, rules, fitted, pressure: present.pressure, ...(book ? { book } : {}) }
  const powers = powersWithMargins(spec, made.value, marginsOf(wishes, rules.houseMargin))
  const cost = specCost(present, arrived, catalogue, rules.hourRate, wishes.paid ? present : undefined)
  return { money: moneyOf(cost, rules.hourRate), powerW: Math.min(...powers), powersW: powers }
}

/** Converts a choice of options to parts, operations, cost and power. */
export const pointOf = ({ slots, input }: Scene, { choice, pressure }: Build, powerW: number): PlanPoint =>
  pointWith(input, { ...fitsOf(slots, choice), pressure }, powerW)

/** A build of a plan with its cost. */
export function pointWith(input: PlanInput, spec: PlannedSpec, powerW: number): PlanPoint {
  const { arrived, catalogue, rules, wishes, present } = input
  const cost = specCost(spec, arrived, catalogue, rules.hourRate, wishes.paid ? present : undefined)
  return {
    spec,
    cost,
    money: moneyOf(cost, rules.hourRate),
    powerW,
    thrownAway: thrownAway(input, present, spec),
  }
}

/** Lists the parts and operations of one build that another build does not use. Parts as received are not listed: they were not bought. */
export function thrownAway({ arrived, catalogue }: Pick<PlanInput, 'arrived' | 'catalogue'>, before: Fits, after: Fits): ThrownAway {
  const items = Object.entries(before.fits).flatMap(([stationId, partId]): (Part | Operation)[] => {
    const part = catalogue.parts.get(partId ?? '')
    if (!part) return []
    const stays = after.fits[stationId] === partId
    const done = (before.works[stationId] ?? []).filter((id) => !stays || !after.works[stationId]?.includes(id))
    const operations = done.flatMap((id) => catalogue.operations.get(id) ?? [])
    return stays || arrived[stationId] === partId ? operations : [part, ...operations]
  })
  return { items, price: items.reduce((sum, { price }) => sum + price, 0) }
}
