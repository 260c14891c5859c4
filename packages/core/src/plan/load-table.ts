import { memberAt, numberAt } from '../numeric/certain.js'
import type { SpecInput } from '../model/spec-input.js'
import { partialInput, type Frame } from './frame.js'
import { holdingAt, type Holding } from './holding.js'
import { ANY_PRESSURE, lowerPressures, NO_PRESSURE, spanOf, type OilPressures, type OilSpan } from './oil.js'
import { leastCost, propagated, type Domains } from './search.js'
import { addRows, type Relations } from './relations.js'
import { isDead, type Scene } from './scene.js'

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
  /** Power at the highest pressures of the table by the same keys, for stations that several slots affect, W. */
  readonly jointTops: readonly Map<number, number>[]
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

/** Relative tolerance for comparing powers. */
export const SAME_POWER = 1e-9

/** Options that hold a power alone, and the relations at that power. The relations are not yet propagated. */
export function aloneAtPower(context: Context, wantedW: number): { readonly open: Domains; readonly related: Relations } {
  const { table } = context
  const open = context.open.map((options, slot) =>
    options.filter((option) => mayHold(table, slot, option, wantedW) && staysWithin(context, slot, option, wantedW)),
  )
  return { open, related: withJoint(table, open, wantedW) }
}

/**
 * Options and relations of a table at a power. The filters run from fast to slow and stop when the lower bound of cost reaches `below`; the
 * result is then incomplete.
 */
export function heldAt(table: LoadTable, powerW: number, below: number): HeldOptions {
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
export const staysWithin = (context: Context, slot: number, option: number, powerW: number): boolean =>
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
      if (jointPower(table, slot, choice) < powerW) return
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

/** Power of the chosen parts of a station at the highest pressures of the table, W. Computed once per combination. */
function jointPower(table: LoadTable, slot: number, choice: readonly number[]): number {
  const known = memberAt(table.jointTops, slot)
  const key = choiceKey(table, slot, choice)
  const before = known.get(key)
  if (before !== undefined) return before
  const powerW = powerWithin(table, table.most, slot, choice)
  known.set(key, powerW)
  return powerW
}

/** Key of the chosen options of a slot and of the slots that affect it. */
const choiceKey = ({ besides }: LoadTable, slot: number, choice: readonly number[]): number =>
  memberAt(besides, slot).reduce((own, at) => own * MOST_OPTIONS + (choice[at] ?? 0), choice[slot] ?? 0)

/** Holding of the chosen parts at a station. Computed once per combination. */
export function holdingOf(table: LoadTable, slot: number, choice: readonly number[]): Holding {
  const { scene, frame, besides, holdings } = table
  const others = memberAt(besides, slot)
  const known = memberAt(holdings, slot)
  const key = choiceKey(table, slot, choice)
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
