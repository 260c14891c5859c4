import { memberAt, numberAt } from '../numeric/certain.js'
import type { PressureCalibration } from '../model/calibration.js'
import type { SpecInput } from '../model/spec-input.js'
import { partialInput, type Frame } from './frame.js'
import { holdingAt, OIL_SIDES, type Holding, type OilSide } from './holding.js'
import { ANY_PRESSURE, lowerPressures, NO_PRESSURE, pressureWithin, spanOf, type OilPressures, type OilSpan } from './oil.js'
import { judgedChoice, refusal, shortStationOf } from './referee.js'
import { cheapestChoice, leastCost, propagated, type Domains } from './search.js'
import { addRows, type Relations } from './relations.js'
import { isDead, learn, refusedIn, type Scene } from './scene.js'

/** Load cases with one converter, and the power that each option holds in them. Shared by contexts that differ only in line pressure. */
export interface LoadTable {
  readonly scene: Scene
  readonly frame: Frame
  /** Options allowed with this converter, with any valves. */
  readonly open: Domains
  /** Highest pressures that any valves of the table make, Pa. */
  readonly most: OilPressures
  /** Other slots whose parts affect the limits at a station, by slot. The converter is not listed. */
  readonly besides: readonly (readonly number[])[]
  /** Holdings by slot, then by the options of the slot and of the slots that affect it. */
  readonly holdings: readonly Map<number, Holding>[]
  readonly spans: Map<number, OilSpan>
  /** Power of each option at the highest pressures of the table, W. */
  readonly tops: Map<number, number>
  /** Options at the most recent power. Reused if the same power is asked for again. */
  readonly last: { held?: HeldOptions }
}

/** Options and relations that are left at a power, and the lower bound of their cost. */
interface HeldOptions {
  readonly powerW: number
  readonly open: Domains
  readonly related: Relations
  readonly cost: number
}

/** A load table with valves that make one line pressure. Within a context the power of each option is fixed. */
export interface Context {
  readonly table: LoadTable
  /** Options allowed in this context. */
  readonly open: Domains
  /** Range of pressures that the plan may set, Pa. `least` equals `most` if line pressure is fixed. */
  readonly least: OilPressures
  readonly most: OilPressures
  /** Power of each option at the highest pressures of the context, W. */
  readonly tops: Map<number, number>
}

/** The cheapest build of a context at a power. */
export interface Solved {
  readonly choice: readonly number[]
  readonly cost: number
  readonly pressure: PressureCalibration
}

/**
 * Lower bound of the cost of a context at a power, from single options and pairwise relations. Infinity if no build is possible below the
 * given cost.
 */
export function tightBound(context: Context, powerW: number, below: number): number {
  const open = openAt(context, powerW * (1 - SAME_POWER), below)
  return open ? leastCost(context.table.scene, open.open) : Infinity
}

/** Options and relations of a context at a power. `undefined` if a slot has no option left or the bound is not below the given cost. */
function openAt(context: Context, wantedW: number, below: number): { readonly open: Domains; readonly related: Relations } | undefined {
  const held = heldAt(context.table, wantedW, below)
  if (held.cost >= below) return undefined
  const narrowed = context.open.map((options, slot) => {
    const holding = memberAt(held.open, slot)
    return options.filter((option) => holding.includes(option) && staysWithin(context, slot, option, wantedW))
  })
  const open = propagated(held, narrowed)
  return open && { open, related: held.related }
}

/** Options that hold a power alone, and the relations at that power. The relations are not yet propagated. */
export function aloneAtPower(context: Context, wantedW: number): { readonly open: Domains; readonly related: Relations } {
  const { table } = context
  const open = context.open.map((options, slot) =>
    options.filter((option) => mayHold(table, slot, option, wantedW) && staysWithin(context, slot, option, wantedW)),
  )
  return { open, related: withJoint(table, open, wantedW) }
}

/** Result of the search in one context. If `solved` is undefined and `proven` is true, no build costs less than the given bound. */
export interface SolvedContext {
  readonly solved: Solved | undefined
  readonly nodes: number
  readonly proven: boolean
}

/** Relative tolerance for comparing powers. */
export const SAME_POWER = 1e-9

/** Finds the cheapest build of a context that holds a power and costs less than a bound. */
export function solveContext(context: Context, powerW: number, below: number): SolvedContext {
  const { table } = context
  const { scene } = table
  const wantedW = powerW * (1 - SAME_POWER)
  const held = openAt(context, wantedW, below)
  if (!held) return NO_SOLUTION
  let pressure = scene.input.present.pressure
  const conflict = (choice: readonly number[], domains: Domains) => {
    const found = conflictIn(context, choice, domains, wantedW)
    if ('scope' in found) return found.scope
    pressure = found.pressure
    return undefined
  }
  const found = cheapestChoice(
    { costs: scene.costs, related: held.related, conflict, isDead: (slot, option) => isDead(scene, slot, option) },
    held.open,
    below,
  )
  const solved = found.choice && { choice: found.choice, cost: found.cost, pressure }
  return { solved, nodes: found.nodes, proven: found.proven }
}

const NO_SOLUTION: SolvedContext = { solved: undefined, nodes: 0, proven: true }

/**
 * Options and relations of a table at a power. The filters run from fast to slow and stop when the lower bound of cost reaches `below`; the
 * result is then incomplete.
 */
function heldAt(table: LoadTable, powerW: number, below: number): HeldOptions {
  const { last } = table
  if (last.held?.powerW === powerW) return last.held
  const { scene } = table
  const keep = (domains: Domains, mayStay: (slot: number, option: number) => boolean) =>
    domains.map((options, slot) => options.filter((option) => mayStay(slot, option)))
  const costOf = (domains: Domains) => (domains.some((options) => options.length === 0) ? Infinity : leastCost(scene, domains))
  const dry = keep(table.open, (slot, option) => (aloneAt(table, slot, option)?.powerW ?? Infinity) >= powerW)
  const given = (open: Domains, related: Relations) => ({ powerW, open, related, cost: costOf(open) })
  if (costOf(dry) >= below) return given(dry, scene.related)
  const oiled = keep(dry, (slot, option) => mayHold(table, slot, option, powerW) && !isDead(scene, slot, option))
  if (costOf(oiled) >= below) return given(oiled, scene.related)
  const related = withJoint(table, oiled, powerW)
  const open = propagated({ related }, oiled)
  const held = open ? given(open, related) : { ...given(oiled, related), cost: Infinity }
  last.held = held
  return held
}

/** Holding of an option at a station that no other slot affects. `undefined` for other stations and for kits. */
function aloneAt(table: LoadTable, slot: number, option: number): Holding | undefined {
  if (slot >= table.scene.slots.length || memberAt(table.besides, slot).length > 0) return undefined
  return holdingOf(table, slot, singleChoice(slot, option))
}

const singleChoice = (slot: number, option: number): number[] => withOption([], slot, option)

function withOption(choice: readonly number[], slot: number, option: number): number[] {
  const copy = [...choice]
  copy[slot] = option
  return copy
}

/**
 * False if an option does not hold the power at any allowed pressure. True for stations that other slots affect: `withJoint` checks those.
 */
const mayHold = (table: LoadTable, slot: number, option: number, powerW: number): boolean =>
  aloneAt(table, slot, option) === undefined || topOf(table, table, slot, option) >= powerW

/** True if the option holds the power within the pressures of the context. */
const staysWithin = (context: Context, slot: number, option: number, powerW: number): boolean =>
  !aloneAt(context.table, slot, option)?.byOil || topOf(context.table, context, slot, option) >= powerW

/** Power of an option at the highest pressures of its table, W. Infinity at a station that other slots affect. */
export const bestAlone = (table: LoadTable, slot: number, option: number): number =>
  aloneAt(table, slot, option) === undefined ? Infinity : topOf(table, table, slot, option)

/** Power of an option at the highest pressures of a context, W. Infinity at a station that other slots affect. */
export const bestIn = (context: Context, slot: number, option: number): number =>
  aloneAt(context.table, slot, option) === undefined ? Infinity : topOf(context.table, context, slot, option)

/** Power of an option at the highest pressure that the part and the valves allow, W. */
function topOf(table: LoadTable, { tops, most }: Pick<Context, 'tops' | 'most'>, slot: number, option: number): number {
  const key = slot * MOST_OPTIONS + option
  const before = tops.get(key)
  if (before !== undefined) return before
  const top = powerWithin(table, most, slot, singleChoice(slot, option))
  tops.set(key, top)
  return top
}

/** Power of the chosen parts of a station at the highest pressure that the parts and the valves allow, W. */
function powerWithin(table: LoadTable, most: OilPressures, slot: number, choice: readonly number[]): number {
  const holding = holdingOf(table, slot, choice)
  return holding.byOil ? holding.powerAt(lowerPressures(most, spanAt(table, slot, choice).most)) : holding.powerW
}

/**
 * Adds pairwise relations for stations whose limits depend on several slots. Two options stay related if the station holds the power with
 * them and any option of the other slots.
 */
function withJoint(table: LoadTable, open: Domains, powerW: number): Relations {
  const { scene, besides } = table
  const related = scene.related.map((own) => new Map(own))
  scene.slots.forEach((_, slot) => {
    const own = [slot, ...memberAt(besides, slot)]
    if (own.length === 1) return
    const size = (at: number) => memberAt(scene.costs, at).length
    const rows = own.map((i) => own.map((j) => Array.from({ length: size(i) }, () => new Uint8Array(size(j)))))
    const visit = (choice: readonly number[], at: number): void => {
      const next = own[at]
      if (next !== undefined) return memberAt(open, next).forEach((option) => visit(withOption(choice, next, option), at + 1))
      if (powerWithin(table, table.most, slot, choice) < powerW) return
      own.forEach((i, a) =>
        own.forEach((j, b) => {
          memberAt(memberAt(memberAt(rows, a), b), numberAt(choice, i))[numberAt(choice, j)] = 1
        }),
      )
    }
    visit([], 0)
    own.forEach((i, a) => own.forEach((j, b) => i !== j && addRows(related, i, j, memberAt(memberAt(rows, a), b))))
  })
  return related
}

/** Holding of the chosen parts at a station. Computed once per combination. */
export function holdingOf(table: LoadTable, slot: number, choice: readonly number[]): Holding {
  const { scene, frame, besides, holdings } = table
  const others = memberAt(besides, slot)
  const known = memberAt(holdings, slot)
  const key = others.reduce((own, at) => own * MOST_OPTIONS + (choice[at] ?? 0), choice[slot] ?? 0)
  const before = known.get(key)
  if (before) return before
  const { station } = memberAt(scene.slots, slot)
  const input = others.length === 0 ? frame.input : inputBeside(table, [slot, ...others], choice)
  const part = others.length === 0 ? partAt(scene, slot, choice) : input.fitted.get(station.id)
  const holding = holdingAt({ frame, input, station, part, margins: scene.margins }, spanAt(table, slot, choice).most)
  known.set(key, holding)
  return holding
}

/** Base of the cache keys. Larger than the number of options of any station. */
const MOST_OPTIONS = 4096

/** Input with the parts of the frame and the chosen parts of some slots that affect each other. */
function inputBeside({ scene, frame }: LoadTable, own: readonly number[], choice: readonly number[]): SpecInput {
  const parts = own.map((at) => [memberAt(scene.slots, at).station.id, partAt(scene, at, choice)] as const)
  const others = [...frame.input.fitted].filter(([id]) => !parts.some(([other]) => other === id))
  return partialInput(scene.input, [...others, ...parts], frame.input.pressure)
}

const partAt = ({ slots }: Scene, slot: number, choice: readonly number[]) => slots[slot]?.options[choice[slot] ?? -1]?.part

/** Pressure range of the chosen part at a station. */
export function spanAt({ scene, frame, spans }: LoadTable, slot: number, choice: readonly number[]): OilSpan {
  const key = slot * MOST_OPTIONS + (choice[slot] ?? 0)
  const before = spans.get(key)
  if (before) return before
  const part = partAt(scene, slot, choice)
  const span = part ? spanOf(frame.input, memberAt(scene.slots, slot).station, part, frame.cases) : NO_SPAN
  spans.set(key, span)
  return span
}

const NO_SPAN: OilSpan = { least: NO_PRESSURE, most: ANY_PRESSURE }

type Conflict = { readonly scope: readonly number[] } | { readonly pressure: PressureCalibration }

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
  const refused = refusal(scene, choice, pressure)
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
