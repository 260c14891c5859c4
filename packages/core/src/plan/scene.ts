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

/** Slots, costs and relations of a plan. Rejections found during the search are added. */
export interface Scene {
  readonly input: PlanInput
  readonly engine: Engine
  readonly margins: Margins
  readonly slots: readonly Slot[]
  readonly indexOf: ReadonlyMap<string, number>
  /** Costs and hours of the options by slot. Kits follow the stations: bought or not bought. */
  readonly costs: readonly (readonly number[])[]
  readonly hours: readonly (readonly number[])[]
  readonly related: Relations
  /** Options that fit without regard to other slots. */
  readonly open: Domains
  readonly kits: readonly Kit[]
  /** True if all combinations of operations are among the options. */
  readonly allTried: boolean
  /** True if line pressure is not part of the plan. */
  readonly oilIsFixed: boolean
  /** Rejected combinations of options that are not pairs, by their slots. */
  readonly refused: Map<string, RefusedChoices>
  /** 1 for each option that is rejected in every combination, by slot. */
  readonly dead: readonly Uint8Array[]
  /** Findings of all rejections. */
  readonly found: Refused[]
  /** Slots that affect fit-up, and its result by their options. `null` if fit-up has no blocking finding. */
  readonly fitSlots: readonly number[]
  readonly fits: Map<string, Refused | null>
}

/** A blocking finding, and the stations that affect it. */
export interface Refused {
  readonly finding: Finding
  readonly stationIds: readonly string[]
}

/** Rejected combinations of the same slots. */
interface RefusedChoices {
  readonly slots: readonly number[]
  /** Options of each combination in the order of the slots, as text. */
  readonly options: Set<string>
}

/** Option index of "bought" in the slot of a kit. */
const BOUGHT = 0

/** Prepares a plan: options, costs and relations. Returns the issues if the brief contradicts itself. */
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
    refused: new Map(),
    dead: slots.map(({ options }) => new Uint8Array(options.length)),
    found: [],
    fitSlots: fitSlots(input, slots),
    fits: new Map(),
  }
  worth.forEach((kit, k) => relateKit(scene, kit, k))
  return good(scene)
}

/** Part kinds that affect fit-up without readings. */
const FIT_KINDS: readonly PartKind[] = ['flex-plate', 'bolts', 'motor-plate', 'pilot', 'converter', 'pump', 'valves']

/** Slots that affect fit-up. With readings in the book, all slots. */
function fitSlots({ book }: PlanInput, slots: readonly Slot[]): number[] {
  const measured = book !== undefined && Object.keys(book.readings).length > 0
  const outer = ({ kind, load }: Station) =>
    FIT_KINDS.includes(kind) || ((kind === 'shaft' || kind === 'hub') && ['turbine', 'stator', 'output'].includes(load.at))
  return slots.flatMap(({ station }, slot) => (measured || outer(station) ? [slot] : []))
}

const mayBuyKit = ({ maker, ...kit }: Kit, { wishes }: PlanInput): boolean =>
  !wishes.withoutMakers?.includes(maker) && isWanted(kit, wishes)

/** Saving of a kit over its single parts. Zero if a part of the kit is not an option of its station. */
function savingOf(kit: Kit, slots: readonly Slot[], indexOf: Scene['indexOf'], hourRate: number): { money: number; hours: number } {
  const each = Object.entries(kit.parts).map(([stationId, partId]) => kitOptions(slots[indexOf.get(stationId) ?? -1], partId)[0])
  if (each.some((option) => option === undefined)) return { money: 0, hours: 0 }
  const sum = (of: (option: Option) => number) => each.reduce((total, option) => total + (option ? of(option) : 0), 0)
  return { money: sum(({ partMoney }) => partMoney) - moneyOf(kit, hourRate), hours: sum(({ partHours }) => partHours) - kit.hours }
}

/** Options that contain a part of a kit: those to be bought, or owned ones if none is to be bought. */
function kitOptions(slot: Slot | undefined, partId: string): readonly Option[] {
  const own = slot?.options.filter((option) => option.partId === partId) ?? []
  const bought = own.filter(({ owned }) => !owned)
  return bought.length > 0 ? bought : own
}

/** Relates a kit to its stations and to other kits with the same stations. */
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

/** Remembers a rejected combination, so that it is not tried again. */
export function learn(scene: Scene, scope: readonly number[], choice: readonly number[]): void {
  const [i, j] = scope
  if (scope.length === 1 && i !== undefined) return void scene.dead[i]?.fill(1, choice[i], (choice[i] ?? 0) + 1)
  if (scope.length !== 2 || i === undefined || j === undefined) {
    const key = scope.join(' ')
    const before = scene.refused.get(key) ?? { slots: scope, options: new Set() }
    scene.refused.set(key, before)
    return void before.options.add(optionsAt(scope, choice))
  }
  for (const [from, to] of [
    [i, j],
    [j, i],
  ] as const) {
    const rows = memberAt(scene.costs, from).map(() => Uint8Array.from(memberAt(scene.costs, to), () => 1))
    memberAt(rows, choice[from] ?? -1)[choice[to] ?? -1] = 0
    addRows(scene.related, from, to, rows)
  }
}

/** True if an option is rejected in every combination. */
export const isDead = ({ dead }: Pick<Scene, 'dead'>, slot: number, option: number): boolean => dead[slot]?.[option] === 1

/** Slots of a rejected combination that a choice contains, of all slots or of some. `undefined` if there is none. */
export function refusedIn({ refused }: Scene, choice: readonly number[], among?: ReadonlySet<number>): readonly number[] | undefined {
  for (const { slots, options } of refused.values())
    if ((!among || slots.every((slot) => among.has(slot))) && options.has(optionsAt(slots, choice))) return slots
  return undefined
}

const optionsAt = (slots: readonly number[], choice: readonly number[]): string => slots.map((slot) => choice[slot]).join(' ')

/** Parts of a choice by station id. */
export const partsOf = ({ slots }: Pick<Scene, 'slots'>, choice: readonly number[]): [string, Part | undefined][] =>
  slots.map(({ station, options }, i) => [station.id, options[choice[i] ?? -1]?.part])
