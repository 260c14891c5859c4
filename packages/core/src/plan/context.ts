import { memberAt, numberAt } from '../numeric/certain.js'
import type { PressureCalibration } from '../model/calibration.js'
import { OIL_SIDES, type OilSide } from './holding.js'
import { bestIn, heldAt, holdingOf, SAME_POWER, spanAt, type Context, type HeldOptions, type LoadTable } from './load-table.js'
import { pressureWithin, type OilPressures } from './oil.js'
import { judgedChoice, shortStationOf } from './referee.js'
import { cheapestChoice, leastCost, propagated, type Domains } from './search.js'
import { isDead, learn, refusedIn, type Scene } from './scene.js'

/** The cheapest build of a context at a power. */
export interface Solved {
  readonly choice: readonly number[]
  readonly cost: number
  readonly pressure: PressureCalibration
}

/**
 * Lower bound of the cost of a context at a power, from single options and pairwise relations. The search for it stops as soon as it reaches
 * `below`. Infinity if no build is possible.
 */
export function tightBound(context: Context, powerW: number, below: number): number {
  const held = heldAt(context.table, powerW * (1 - SAME_POWER), below)
  if (held.cost >= below) return held.cost
  const open = openIn(context, held)
  return open ? leastCost(context.table.scene, open) : Infinity
}

/** Options of a context among those that hold the power of `held`, which are propagated. `undefined` if a slot has no option left. */
function openIn(context: Context, { powerW, open, related, byOil }: HeldOptions): Domains | undefined {
  const { table } = context
  const changed: number[] = []
  const narrowed = open.map((options, slot) => {
    const own = memberAt(context.open, slot)
    const all = own === table.open[slot]
    if (all && !byOil.has(slot)) return options
    const left = options.filter((option) => (all || own.includes(option)) && bestIn(context, slot, option) >= powerW)
    if (left.length < options.length) changed.push(slot)
    return left
  })
  return propagated({ related }, narrowed, changed)
}

/** Result of the search in one context. If `solved` is undefined and `proven` is true, no build costs less than `cost`. */
export interface SolvedContext {
  readonly solved: Solved | undefined
  readonly cost: number
  readonly nodes: number
  readonly proven: boolean
}

/** Finds the cheapest build of a context that holds a power and costs less than a bound. */
export function solveContext(context: Context, powerW: number, below: number): SolvedContext {
  const { table } = context
  const { scene } = table
  const wantedW = powerW * (1 - SAME_POWER)
  const held = heldAt(table, wantedW, below)
  if (held.cost >= below) return noneBelow(held.cost)
  const open = openIn(context, held)
  if (!open) return noneBelow(Infinity)
  let pressure = scene.input.present.pressure
  let byOil = false
  const conflict = (choice: readonly number[], domains: Domains) => {
    const found = conflictIn(context, choice, domains, wantedW)
    if ('scope' in found) {
      byOil ||= found.byOil === true
      return found.scope
    }
    pressure = found.pressure
    return undefined
  }
  const found = cheapestChoice(
    { costs: scene.costs, related: held.related, conflict, isDead: (slot, option) => isDead(scene, slot, option) },
    open,
    below,
  )
  const solved = found.choice && { choice: found.choice, cost: found.cost, pressure }
  // A finding at one line pressure may be absent at a higher power, which needs another pressure: then only `below` is a bound there.
  const cost = byOil && !solved ? Math.min(found.cost, below) : found.cost
  return { solved, cost, nodes: found.nodes, proven: found.proven }
}

const noneBelow = (cost: number): SolvedContext => ({ solved: undefined, cost, nodes: 0, proven: true })

/** Slots in conflict. `byOil`: by a finding that another line pressure may remove. */
type Conflict = { readonly scope: readonly number[]; readonly byOil?: boolean } | { readonly pressure: PressureCalibration }

/** Conflict of a choice at a power, or the line pressure at which the choice is valid. */
export function conflictIn(context: Context, choice: readonly number[], domains: Domains, powerW: number): Conflict {
  const { scene } = context.table
  const known = refusedIn(scene, choice) ?? shortStation(context.table, choice, powerW) ?? hoursConflict(scene, choice, domains)
  if (known) return { scope: known }
  const { present } = scene.input
  const oil = oilOf(context, choice, powerW)
  if ('scope' in oil) return oil
  if (scene.oilIsFixed) return judged(scene, choice, powerW, present.pressure, [])
  const asIs = pressureWithin(present.pressure, oil.least, oil.most)
  const first = judged(scene, choice, powerW, asIs, oil.by)
  if ('pressure' in first || !first.byOil) return first
  // A lower pressure may remove the finding: the pump then has less leakage to make up.
  return judged(scene, choice, powerW, pressureWithin({ ...present.pressure, drivePa: 0, reversePa: 0 }, oil.least, oil.most), oil.by)
}

/** A station whose limits depend on several slots and that does not hold the power at any pressure, with those slots. */
function shortStation(table: LoadTable, choice: readonly number[], powerW: number): readonly number[] | undefined {
  const { scene, besides } = table
  const slot = scene.slots.findIndex((_, at) => memberAt(besides, at).length > 0 && holdingOf(table, at, choice).powerW < powerW)
  return slot < 0 ? undefined : [slot, ...memberAt(besides, slot)]
}

/** Slots whose chosen options exceed the limit of hours even with the fastest options everywhere else. */
function hoursConflict({ hours, input }: Scene, choice: readonly number[], domains: Domains): readonly number[] | undefined {
  const most = input.wishes.hoursMost
  if (most === undefined) return undefined
  const over = choice.map((option, slot) => {
    const own = memberAt(hours, slot)
    return { slot, hours: numberAt(own, option), least: Math.min(...memberAt(domains, slot).map((other) => numberAt(own, other))) }
  })
  let sum = over.reduce((total, { least }) => total + least, 0)
  const byExcess = over.sort((a, b) => b.hours - b.least - (a.hours - a.least))
  const scope: number[] = []
  for (const { slot, hours: own, least } of byExcess) {
    if (sum > most + 1e-9) return scope
    scope.push(slot)
    sum += own - least
  }
  return sum > most + 1e-9 ? scope : undefined
}

/**
 * Range between the pressure that the chosen parts need and the pressure that they allow, and the slots that set the lower end. Returns the
 * conflicting slots if the range is empty.
 */
function oilOf(
  context: Context,
  choice: readonly number[],
  powerW: number,
): { readonly scope: readonly number[] } | { readonly least: OilPressures; readonly most: OilPressures; readonly by: readonly number[] } {
  const { scene, besides } = context.table
  const least = { ...context.least }
  const most = { ...context.most }
  const [askedBy, borneBy]: [Partial<Record<OilSide, readonly number[]>>, Partial<Record<OilSide, readonly number[]>>] = [{}, {}]
  scene.slots.forEach((_, slot) => {
    const span = spanAt(context.table, slot, choice)
    const need = holdingOf(context.table, slot, choice).needAt(powerW)
    for (const side of OIL_SIDES) {
      const asked = Math.max(need[side], span.least[side])
      if (asked > least[side]) [least[side], askedBy[side]] = [asked, [slot, ...memberAt(besides, slot)]]
      if (span.most[side] < most[side]) [most[side], borneBy[side]] = [span.most[side], [slot]]
    }
  })
  // Line pressure feeds the lockup.
  if (least.lockup > least.drive) [least.drive, askedBy.drive] = [least.lockup, askedBy.lockup ?? []]
  const above = OIL_SIDES.find((side) => least[side] > most[side] * (1 + SAME_POWER))
  if (above) return { scope: [...new Set([...(askedBy[above] ?? []), ...(borneBy[above] ?? [])])] }
  return { least, most, by: OIL_SIDES.flatMap((side) => askedBy[side] ?? []) }
}

/** Checks a complete choice for findings at a pressure. Remembers rejections that do not depend on power. */
function judged(
  scene: Scene,
  choice: readonly number[],
  powerW: number,
  pressure: PressureCalibration,
  askedBy: readonly number[],
): (Conflict & { readonly byOil?: undefined }) | { readonly scope: readonly number[]; readonly byOil: boolean } {
  const { refused } = judgedChoice(scene, choice, pressure)
  if (refused) {
    scene.found.push(refused)
    const own = refused.stationIds.flatMap((id) => scene.indexOf.get(id) ?? [])
    const byOil = BY_OIL.has(refused.finding.code)
    const scope = [...new Set(byOil && !scene.oilIsFixed ? [...own, ...askedBy] : own)].sort((a, b) => a - b)
    if (!byOil || scene.oilIsFixed) learn(scene, scope, choice)
    return { scope, byOil }
  }
  if (scene.input.rules.launchShock !== 'ramp') return { pressure }
  const short = shortScope(scene, choice, pressure, powerW)
  return short ? { scope: short, byOil: false } : { pressure }
}

/**
 * Slots that affect the first station that is short of a power. `undefined` if no station is short. If the house rule uses the ramp of a
 * launch, all shafts are included: their springs act together, and the load table uses the stiffest. Without the ramp, the load table is
 * exact and no station should be short; if one is, the complete choice is rejected.
 */
export function shortScope(
  scene: Scene,
  choice: readonly number[],
  pressure: PressureCalibration,
  powerW: number,
): readonly number[] | undefined {
  const { slots, input } = scene
  const short = shortStationOf(scene, judgedChoice(scene, choice, pressure), powerW * (1 - SAME_POWER))
  if (short === undefined) return undefined
  if (input.rules.launchShock !== 'ramp') return choice.map((_, slot) => slot)
  const { kind } = memberAt(slots, short).station
  return slots.flatMap(({ station }, slot) =>
    slot === short || station.kind === 'shaft' || (kind === 'flex-plate' && station.kind === 'bolts') ? [slot] : [],
  )
}

/** Findings that a different line pressure may remove. */
const BY_OIL: ReadonlySet<string> = new Set([
  'pressure-above-maximum',
  'pressure-above-case',
  'relief-opens',
  'pump-falls-short',
  'gauge-above-valves',
  'lockup-above-line',
  'strut-above-maximum',
  'lockup-leans-outward',
  'lockup-leans-inward',
  'lockup-above-known',
])
