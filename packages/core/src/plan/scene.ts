import type { Engine } from '../engine/boost.js'
import { moneyOf } from '../fitting/cost.js'
import type { Kit } from '../fitting/kit.js'
import { anyDecides } from '../judge/besides.js'
import { engineOfBrief } from '../model/brief.js'
import type { Part } from '../model/part.js'
import { memberAt } from '../numeric/certain.js'
import { good, type Result } from '../quantity/issue.js'
import type { Station } from '../model/unit.js'
import type { PartKind } from '../parts/geometries.js'
import type { Finding } from '../reports/finding.js'
import type { PlanInput } from './input.js'
import { isWanted, slotsOf, triesAll, type Option, type Slot } from './options.js'
import { addRows, fitsAlone, relationsOf, type Relations } from './relations.js'
import type { Domains } from './search.js'
import { marginsOf, type Margins } from './wishes.js'

/** A plan's slots, costs and constraints, prepared once. What the judge refuses is learned and kept. */
export interface Scene {
  readonly input: PlanInput
  readonly engine: Engine
  readonly margins: Margins
  readonly slots: readonly Slot[]
  readonly indexOf: ReadonlyMap<string, number>
  /** Costs and hours of the options of every slot, then of the kits: bought or not. */
  readonly costs: readonly (readonly number[])[]
  readonly hours: readonly (readonly number[])[]
  readonly related: Relations
  /** Options that fit by themselves. */
  readonly open: Domains
  readonly kits: readonly Kit[]
  /** Every set of operations on every part is among the options. */
  readonly allTried: boolean
  /** Line pressure is as it is, by the valves or by wish. Otherwise the gauge figures are part of the plan. */
  readonly oilIsFixed: boolean
  /** Choices of three and more slots that the judge refused, by slot and option. */
  readonly refused: Refusal[]
  /** Options that the judge refused whatever else is chosen, 1 each, by slot. */
  readonly dead: readonly Uint8Array[]
  /** Why, as the judge said it. */
  readonly found: Refused[]
  /** Slots whose parts have a say in the fit, and what was found of the fit by their options. `null` if it is good. */
  readonly fitSlots: readonly number[]
  readonly fits: Map<string, Refused | null>
}

/** A finding that a build must not have, with the stations whose parts cannot stay together. */
export interface Refused {
  readonly finding: Finding
  readonly stationIds: readonly string[]
}

interface Refusal {
  readonly slots: readonly number[]
  readonly options: readonly number[]
}

/** Index of a kit's option "bought". */
const BOUGHT = 0

/** Prepares a plan: every option of every station with its cost, and what goes with what. */
export function sceneOf(planned: PlanInput): Result<Scene> {
  const made = engineOfBrief(planned.brief.engine)
  if (!made.ok) return made
  const { unit, variantId, rules, wishes } = planned
  const kits = [...planned.catalogue.kits.values()].filter((kit) => mayBuyKit(kit, planned))
  const input = { ...planned, catalogue: { ...planned.catalogue, kits: new Map(kits.map((kit) => [kit.id, kit])) } }
  const slots = slotsOf(input)
  const indexOf = new Map(slots.map(({ station }, i) => [station.id, i]))
  const savings = kits.map((kit) => savingOf(kit, slots, indexOf, rules.hourRate))
  const worth = kits.filter((_, k) => memberAt(savings, k).money > 0)
  const saved = savings.filter(({ money }) => money > 0)
  const related = relationsOf(unit, variantId, slots)
  const scene: Scene = {
    input,
    engine: made.value,
    margins: marginsOf(wishes, rules.houseMargin),
    slots,
    indexOf,
    costs: [...slots.map(({ options }) => options.map(({ money }) => money)), ...saved.map(({ money }) => [-money, 0])],
    hours: [...slots.map(({ options }) => options.map(({ hours }) => hours)), ...saved.map(({ hours }) => [-hours, 0])],
    related: [...related, ...saved.map(() => new Map<number, Uint8Array[]>())],
    open: [
      ...slots.map(({ station, options }) => options.flatMap((option, i) => (fitsAlone(unit, variantId, station.id, option) ? [i] : []))),
      ...saved.map(() => [BOUGHT, 1]),
    ],
    kits: worth,
    allTried: triesAll(input),
    oilIsFixed: planned.present.pressure.by === 'valves' || wishes.keepPressure === true || anyDecides(rules),
    refused: [],
    dead: slots.map(({ options }) => new Uint8Array(options.length)),
    found: [],
    fitSlots: fitSlots(input, slots),
    fits: new Map(),
  }
  worth.forEach((kit, k) => relateKit(scene, kit, k))
  return good(scene)
}

/** Kinds that have a say in the fit, whatever was measured. */
const FIT_KINDS: readonly PartKind[] = ['flex-plate', 'bolts', 'motor-plate', 'pilot', 'converter', 'pump', 'valves']

/** Measured parts are judged by their readings, which may be of any part. */
function fitSlots({ book }: PlanInput, slots: readonly Slot[]): number[] {
  const measured = book !== undefined && Object.keys(book.readings).length > 0
  const outer = ({ kind, load }: Station) =>
    FIT_KINDS.includes(kind) || ((kind === 'shaft' || kind === 'hub') && ['turbine', 'stator', 'output'].includes(load.at))
  return slots.flatMap(({ station }, slot) => (measured || outer(station) ? [slot] : []))
}

const mayBuyKit = ({ maker, ...kit }: Kit, { wishes }: PlanInput): boolean =>
  !wishes.withoutMakers?.includes(maker) && isWanted(kit, wishes)

/** What a kit saves over its parts bought one by one. Nothing if it has a station that the unit has not, or a part that is not an option. */
function savingOf(kit: Kit, slots: readonly Slot[], indexOf: Scene['indexOf'], hourRate: number): { money: number; hours: number } {
  const each = Object.entries(kit.parts).map(([stationId, partId]) => kitOptions(slots[indexOf.get(stationId) ?? -1], partId)[0])
  if (each.some((option) => option === undefined)) return { money: 0, hours: 0 }
  const sum = (of: (option: Option) => number) => each.reduce((total, option) => total + (option ? of(option) : 0), 0)
  return { money: sum(({ partMoney }) => partMoney) - moneyOf(kit, hourRate), hours: sum(({ partHours }) => partHours) - kit.hours }
}

/** Options with a part of a kit: those that are bought, or those that are there already if it need not be bought. */
function kitOptions(slot: Slot | undefined, partId: string): readonly Option[] {
  const own = slot?.options.filter((option) => option.partId === partId) ?? []
  const bought = own.filter(({ owned }) => !owned)
  return bought.length > 0 ? bought : own
}

/** A kit that is bought fills its stations, and no other kit does. */
function relateKit({ slots, indexOf, related, kits }: Scene, kit: Kit, k: number): void {
  const at = slots.length + k
  for (const [stationId, partId] of Object.entries(kit.parts)) {
    const i = indexOf.get(stationId)
    const slot = i === undefined ? undefined : slots[i]
    if (i === undefined || !slot) continue
    const wanted = kitOptions(slot, partId)
    const filled = slot.options.map((option) => Number(wanted.includes(option)))
    addRows(related, at, i, [Uint8Array.from(filled), Uint8Array.from(filled, () => 1)])
    addRows(
      related,
      i,
      at,
      filled.map((bit) => Uint8Array.of(bit, 1)),
    )
  }
  kits.forEach((other, o) => {
    if (o === k || !Object.keys(kit.parts).some((station) => Object.hasOwn(other.parts, station))) return
    addRows(related, at, slots.length + o, [Uint8Array.of(0, 1), Uint8Array.of(1, 1)])
  })
}

/** Keeps what the judge refused, so that it is not asked again. */
export function learn(scene: Scene, scope: readonly number[], choice: readonly number[]): void {
  const [i, j] = scope
  if (scope.length === 1 && i !== undefined) return void scene.dead[i]?.fill(1, choice[i], (choice[i] ?? 0) + 1)
  if (scope.length !== 2 || i === undefined || j === undefined)
    return void scene.refused.push({ slots: scope, options: scope.map((slot) => choice[slot] ?? -1) })
  for (const [from, to] of [
    [i, j],
    [j, i],
  ] as const) {
    const rows = memberAt(scene.costs, from).map(() => Uint8Array.from(memberAt(scene.costs, to), () => 1))
    memberAt(rows, choice[from] ?? -1)[choice[to] ?? -1] = 0
    addRows(scene.related, from, to, rows)
  }
}

/** True if the judge refused an option whatever else is chosen. */
export const isDead = ({ dead }: Pick<Scene, 'dead'>, slot: number, option: number): boolean => dead[slot]?.[option] === 1

/** Slots of a refused choice that this choice repeats. `undefined` if it repeats none. */
export const refusedIn = ({ refused }: Scene, choice: readonly number[]): readonly number[] | undefined =>
  refused.find(({ slots, options }) => slots.every((slot, i) => choice[slot] === options[i]))?.slots

/** Parts of a choice by station. */
export const partsOf = ({ slots }: Pick<Scene, 'slots'>, choice: readonly number[]): [string, Part | undefined][] =>
  slots.map(({ station, options }, i) => [station.id, options[choice[i] ?? -1]?.part])
