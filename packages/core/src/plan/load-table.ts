import { memberAt, numberAt, realAt } from '../numeric/certain.js'
import { anyDecides } from '../judge/besides.js'
import { besideStation } from '../judge/side-by-side.js'
import type { SpecInput } from '../model/spec-input.js'
import { installedPlate } from '../fitup/installed-bolts.js'
import { partialInput, type Frame } from './frame.js'
import {
  besideTorque,
  heatAndLife,
  holdingAt,
  holdingWith,
  ownLimits,
  type BesideTorque,
  type Holding,
  type OwnLimits,
  type Site,
} from './holding.js'
import { ANY_PRESSURE, lowerPressures, NO_PRESSURE, spanOf, type OilPressures, type OilSpan } from './oil.js'
import { leastCost, propagated, type Domains, type Relation } from './search.js'
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
  /** Limits of each option at a station with a parallel element, and the torque that each option adds to the other station. */
  readonly parallel: { readonly own: Map<number, OwnLimits>; readonly beside: Map<number, BesideTorque | undefined> }
  /** Combinations of options at stations that several slots affect, by slot. */
  readonly joints: Map<number, Joint>
  readonly spans: Map<number, OilSpan>
  /** Power of each option at the highest pressures of the table, W, by slot. */
  readonly tops: Tops
  /** Options at the most recent power. Reused if the same power is asked for again. */
  readonly last: { held?: HeldOptions }
}

/** Combinations of the options of a slot and of the slots that affect it. */
interface Joint {
  readonly slots: readonly number[]
  readonly combinations: readonly { readonly choice: readonly number[]; readonly powerW: number }[]
  /** Relations at the most recent power. They are the same at all powers above `aboveW` up to `upToW`. */
  readonly last: { related?: { readonly aboveW: number; readonly upToW: number; readonly pairs: readonly RelatedPair[] } }
}

type RelatedPair = readonly [slot: number, other: number, rows: Relation]

/** Options and relations that are left at a power, and the lower bound of their cost. */
export interface HeldOptions {
  readonly powerW: number
  readonly open: Domains
  readonly related: Relations
  readonly cost: number
  /** Slots with an option that holds less at a lower pressure. */
  readonly byOil: ReadonlySet<number>
}

/** A load table with valves that make one line pressure. Within a context the power of each option is fixed. */
export interface Context {
  readonly table: LoadTable
  /** Options allowed in this context. */
  readonly open: Domains
  /** Range of pressures that the plan may set, Pa. `least` equals `most` if line pressure is fixed. */
  readonly least: OilPressures
  readonly most: OilPressures
  /** Power of each option at the highest pressures of the context, W, by slot. */
  readonly tops: Tops
}

/** Powers by slot and option, W. NaN until computed. Infinity for kits and for stations that other slots affect. */
type Tops = readonly Float64Array[]

/** Powers that are not computed yet. */
export const newTops = ({ slots, costs }: Scene, besides: LoadTable['besides']): Tops =>
  costs.map((own, slot) => new Float64Array(own.length).fill(slot < slots.length && memberAt(besides, slot).length === 0 ? NaN : Infinity))

/** Relative tolerance for comparing powers. */
export const SAME_POWER = 1e-9

/** Options that hold a power alone, and the relations at that power. The relations are not yet propagated. */
export function aloneAtPower(context: Context, wantedW: number): { readonly open: Domains; readonly related: Relations } {
  const { table } = context
  const open = context.open.map((options, slot) =>
    options.filter((option) => bestAlone(table, slot, option) >= wantedW && bestIn(context, slot, option) >= wantedW),
  )
  return { open, related: withJoint(table, wantedW) }
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
  // An option that does not hold a power holds no higher power.
  const before = last.held && last.held.powerW < powerW ? last.held.open : table.open
  const dry = keep(before, (slot, option) => (aloneAt(table, slot, option)?.powerW ?? Infinity) >= powerW)
  const given = (open: Domains, related: Relations) => ({ powerW, open, related, cost: costOf(open), byOil: NO_SLOTS })
  if (costOf(dry) >= below) return given(dry, scene.related)
  const oiled = keep(dry, (slot, option) => bestAlone(table, slot, option) >= powerW && !isDead(scene, slot, option))
  if (costOf(oiled) >= below) return given(oiled, scene.related)
  const related = withJoint(table, powerW)
  const open = propagated({ related }, oiled)
  const held = open ? { ...given(open, related), byOil: slotsByOil(table, open) } : { ...given(oiled, related), cost: Infinity }
  last.held = held
  return held
}

/** Slots with an option whose power depends on oil pressure. */
const slotsByOil = (table: LoadTable, open: Domains): ReadonlySet<number> =>
  new Set(open.flatMap((options, slot) => (options.some((option) => aloneAt(table, slot, option)?.byOil) ? [slot] : [])))

const NO_SLOTS: ReadonlySet<number> = new Set()

/** Holding of an option at a station that no other slot affects. `undefined` for other stations and for kits. */
function aloneAt(table: LoadTable, slot: number, option: number): Holding | undefined {
  if (slot >= table.scene.slots.length || memberAt(table.besides, slot).length > 0) return undefined
  return memberAt(table.holdings, slot).get(option) ?? holdingOf(table, slot, singleChoice(slot, option))
}

const singleChoice = (slot: number, option: number): number[] => withOption([], slot, option)

function withOption(choice: readonly number[], slot: number, option: number): number[] {
  const copy = [...choice]
  copy[slot] = option
  return copy
}

/** Power of an option at the highest pressures of its table, W. Infinity at a station that other slots affect. */
export const bestAlone = (table: LoadTable, slot: number, option: number): number => topOf(table, table, slot, option)

/** Power of an option at the highest pressures of a context, W. Infinity at a station that other slots affect. */
export const bestIn = (context: Context, slot: number, option: number): number => topOf(context.table, context, slot, option)

/** Power of an option at the highest pressure that the part and the valves allow, W. */
function topOf(table: LoadTable, { tops, most }: Pick<Context, 'tops' | 'most'>, slot: number, option: number): number {
  const own = memberAt(tops, slot)
  const known = realAt(own, option)
  return Number.isNaN(known) ? (own[option] = powerWithin(table, most, slot, singleChoice(slot, option))) : known
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
function withJoint(table: LoadTable, powerW: number): Relations {
  const { scene, besides } = table
  const related = [...scene.related]
  const copied = new Set<number>()
  scene.slots.forEach((_, slot) => {
    if (memberAt(besides, slot).length === 0) return
    for (const at of [slot, ...memberAt(besides, slot)]) {
      if (!copied.has(at)) related[at] = new Map(memberAt(related, at))
      copied.add(at)
    }
    const joint = keptIn(table.joints, slot, () => jointOf(table, slot))
    for (const [i, j, rows] of relatedPairs(table, joint, powerW)) addRows(related, i, j, rows)
  })
  return related
}

/** Computes the power of each combination at the highest pressures of the table. */
function jointOf(table: LoadTable, slot: number): Joint {
  const slots = [slot, ...memberAt(table.besides, slot)]
  const choices = slots.reduce<number[][]>(
    (before, at) => before.flatMap((choice) => memberAt(table.open, at).map((option) => withOption(choice, at, option))),
    [[]],
  )
  return { slots, combinations: choices.map((choice) => ({ choice, powerW: powerWithin(table, table.most, slot, choice) })), last: {} }
}

function relatedPairs({ scene }: LoadTable, joint: Joint, powerW: number): readonly RelatedPair[] {
  const { slots, combinations, last } = joint
  if (last.related && powerW > last.related.aboveW && powerW <= last.related.upToW) return last.related.pairs
  const size = (slot: number) => memberAt(scene.costs, slot).length
  const pairs = slots.flatMap((i) =>
    slots.flatMap((j): RelatedPair[] => (i === j ? [] : [[i, j, Array.from({ length: size(i) }, () => new Uint8Array(size(j)))]])),
  )
  let [aboveW, upToW] = [-Infinity, Infinity]
  for (const each of combinations) {
    if (each.powerW < powerW) aboveW = Math.max(aboveW, each.powerW)
    else {
      upToW = Math.min(upToW, each.powerW)
      for (const [i, j, rows] of pairs) memberAt(rows, numberAt(each.choice, i))[numberAt(each.choice, j)] = 1
    }
  }
  last.related = { aboveW, upToW, pairs }
  return pairs
}

/** Key of the chosen options of a slot and of the slots that affect it. */
const choiceKey = ({ besides }: LoadTable, slot: number, choice: readonly number[]): number =>
  memberAt(besides, slot).reduce((own, at) => own * MOST_OPTIONS + (choice[at] ?? 0), choice[slot] ?? 0)

/** Holding of the chosen parts at a station. Computed once per combination. */
export const holdingOf = (table: LoadTable, slot: number, choice: readonly number[]): Holding =>
  keptIn(
    memberAt(table.holdings, slot),
    choiceKey(table, slot, choice),
    () => parallelHolding(table, slot, choice) ?? holdingAt(siteOf(table, slot, choice), spanAt(table, slot, choice).most),
  )

/** Holding at a station with a parallel element. The limits of each part are computed once, not once per combination. */
function parallelHolding(table: LoadTable, slot: number, choice: readonly number[]): Holding | undefined {
  const { scene, frame, besides, parallel } = table
  const [other] = memberAt(besides, slot)
  const { station } = memberAt(scene.slots, slot)
  if (other === undefined || !besideStation(scene.input.unit, station)) return undefined
  const own = keptIn(parallel.own, optionKey(slot, choice), () =>
    ownLimits({ frame, input: frame.input, station, part: partAt(scene, slot, choice), margins: scene.margins }),
  )
  const beside = keptIn(parallel.beside, optionKey(other, choice), () =>
    besideTorque({ input: inputBeside(table, [other], choice), station }),
  )
  const alsoW = anyDecides(scene.input.rules) ? heatAndLife(siteOf(table, slot, choice)) : Infinity
  return holdingWith(own, beside, alsoW, spanAt(table, slot, choice).most)
}

/** Value of a key. Computed once. */
function keptIn<V>(known: Map<number, V>, key: number, make: () => V): V {
  const before = known.get(key)
  if (before !== undefined) return before
  const value = make()
  known.set(key, value)
  return value
}

/** A station with the chosen part and the chosen parts that affect its limits. */
function siteOf(table: LoadTable, slot: number, choice: readonly number[]): Site {
  const { scene, frame, besides } = table
  const others = memberAt(besides, slot)
  const { station } = memberAt(scene.slots, slot)
  const part = partAt(scene, slot, choice)
  if (others.length === 0) return { frame, input: frame.input, station, part, margins: scene.margins }
  if (part?.kind === 'flex-plate') {
    const bolts = others.flatMap((at) => partAt(scene, at, choice) ?? [])
    const installed = installedPlate(part, [...frame.input.fitted.values(), ...bolts], scene.input.book)
    return { frame, input: frame.input, station, part: installed, margins: scene.margins }
  }
  return { frame, input: inputBeside(table, [slot, ...others], choice), station, part, margins: scene.margins }
}

/** Key of the chosen option of a slot. */
const optionKey = (slot: number, choice: readonly number[]): number => slot * MOST_OPTIONS + (choice[slot] ?? 0)

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
export const spanAt = ({ scene, frame, spans }: LoadTable, slot: number, choice: readonly number[]): OilSpan =>
  keptIn(spans, optionKey(slot, choice), () => {
    const part = partAt(scene, slot, choice)
    return part ? spanOf(frame.input, memberAt(scene.slots, slot).station, part, frame.cases) : NO_SPAN
  })

const NO_SPAN: OilSpan = { least: NO_PRESSURE, most: ANY_PRESSURE }
