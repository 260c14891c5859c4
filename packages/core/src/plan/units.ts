import type { Fits } from '../fitting/spec.js'
import { partsFor, type Catalogue } from '../fitting/spec.js'
import { oilCircuit } from '../judge/line-oil.js'
import type { PressureCalibration } from '../model/calibration.js'
import type { Unit } from '../model/unit.js'
import { regulatedPressure, reliefOpening } from '../parts/valves/regulator.js'
import { certain } from '../numeric/certain.js'
import { fromSi, toSi } from '../quantity/units.js'
import { pointOf, type PlanPoint } from './answer.js'
import { atHighestPower, plannerOf } from './cheapest.js'
import { ceilingOf } from './ceiling.js'
import type { PlanInput } from './input.js'
import { judgedBuild } from './judged-build.js'
import { reasonsFor, type PlanReason } from './reasons.js'
import { sceneOf } from './scene.js'

/** Condition of a plan that an offer does not meet. */
export type Ignored = 'target-stall' | 'crank'

/** Offer of a transmission for a power: its cheapest build and its highest power, or the reasons why there is none. */
export interface UnitOffer {
  readonly unit: Unit
  readonly point: PlanPoint | null
  /** Stations of the build that give way first. */
  readonly goesFirst: readonly string[]
  /** Highest power of any build with the margins of the plan, W. Zero if no build is consistent. */
  readonly ceilingW: number
  /** Conditions that no build meets. */
  readonly ignored: readonly Ignored[]
  readonly reasons: readonly PlanReason[]
}

/** Assumed parts as received if nothing else is known: the stock part at every station. */
export const stockFits = (catalogue: Pick<Catalogue, 'parts'>, unit: Unit): Fits['fits'] =>
  Object.fromEntries(unit.stations.map(({ id }) => [id, partsFor(catalogue, unit, id).find(({ stock }) => stock)?.id ?? null]))

/** Line pressure of a stock transmission with unknown valves, until it is measured. Source: none (common practice). */
const STOCK_PRESSURE: PressureCalibration = { drivePa: toSi(128, 'psi'), reversePa: toSi(190, 'psi') }

/** Line pressure that the stock valves make at full throttle in drive, and in reverse at the throttle of the brief. */
export function stockPressure(
  { parts }: Pick<Catalogue, 'parts'>,
  unit: Unit,
  stock: Fits['fits'],
  reverseThrottle: number,
): PressureCalibration {
  const fitted = new Map(
    Object.entries(stock).flatMap(([stationId, id]) => {
      const part = parts.get(id ?? '')
      return part ? [[stationId, part] as const] : []
    }),
  )
  const valves = oilCircuit({ unit, fitted, pressure: STOCK_PRESSURE })?.valves
  if (!valves) return STOCK_PRESSURE
  const made = (feed: 'drive' | 'reverse', throttle: number) =>
    toSi(Math.floor(fromSi(Math.min(regulatedPressure(valves, feed, throttle), reliefOpening(valves)), 'psi')), 'psi')
  return { drivePa: made('drive', 1), reversePa: made('reverse', reverseThrottle) }
}

/**
 * The same plan for another transmission with its stock parts as received. Fields of the brief that belong to the first transmission are
 * dropped: locked gears, and the part behind it.
 */
export function planOnUnit(planned: PlanInput, unit: Unit): PlanInput {
  const { lockedIn: _lockedIn, behind: _behind, ...brief } = planned.brief
  const { book: _book, ...others } = planned
  const { keep: _keep, ...wishes } = planned.wishes
  void [_lockedIn, _behind, _book, _keep]
  const stock = stockFits(planned.catalogue, unit)
  const pressure = stockPressure(planned.catalogue, unit, stock, brief.reverseThrottle)
  return { ...others, unit, variantId: null, brief, arrived: stock, present: { fits: stock, works: {}, pressure }, wishes }
}

/**
 * Plans a transmission for a power, starting from its parts as received. If no build is possible, the target stall range is ignored, then
 * the engine's crank, then both; what was ignored is given with the offer. The crank is only ignored if `mayNotFitCrank` is set, for a
 * transmission that comes from another engine.
 */
export function unitOffer(input: PlanInput, powerW: number, mayNotFitCrank = false): UnitOffer {
  const { unit } = input
  const ways = waysOf(input, mayNotFitCrank)
  const loosest = certain(ways.at(-1))
  const found = offerWith(loosest, powerW)
  if (!found)
    return { unit, point: null, goesFirst: [], ceilingW: ceilingAt(loosest.input), ignored: [], reasons: reasonsFor(loosest.input, powerW) }
  for (const way of ways.slice(0, -1)) {
    const stricter = offerWith(way, powerW)
    if (stricter) return stricter
  }
  return found
}

/** A plan with some of its conditions ignored. */
interface Way {
  readonly input: PlanInput
  readonly ignored: readonly Ignored[]
}

/** The plan as it is, then with more and more conditions ignored. */
function waysOf(input: PlanInput, mayNotFitCrank: boolean): Way[] {
  const { wishes, brief } = input
  const { rear, ...others } = brief
  const [stall, crank] = [!wishes.anyStall, mayNotFitCrank && rear !== undefined]
  const ways: (readonly Ignored[])[] = [[], ...(stall ? [['target-stall'] as const] : []), ...(crank ? [['crank'] as const] : [])]
  if (stall && crank) ways.push(['target-stall', 'crank'])
  return ways.map((ignored) => ({
    ignored,
    input: {
      ...input,
      ...(ignored.includes('target-stall') ? { wishes: { ...wishes, anyStall: true } } : {}),
      ...(ignored.includes('crank') ? { brief: others } : {}),
    },
  }))
}

function offerWith({ input, ignored }: Way, powerW: number): UnitOffer | undefined {
  const made = sceneOf(input)
  if (!made.ok) return undefined
  const planner = plannerOf(made.value)
  const { build } = planner.cheapestAt(powerW)
  if (!build) return undefined
  const point = pointOf(made.value, build, atHighestPower(build, powerW).powerW)
  return {
    unit: input.unit,
    point,
    goesFirst: judgedBuild(input, point.spec)?.verdict.together ?? [],
    ceilingW: ceilingOf(planner)?.powerW ?? point.powerW,
    ignored,
    reasons: [],
  }
}

function ceilingAt(input: PlanInput): number {
  const made = sceneOf(input)
  return made.ok ? (ceilingOf(plannerOf(made.value))?.powerW ?? 0) : 0
}
