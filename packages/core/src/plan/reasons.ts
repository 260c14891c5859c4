import { engineOfBrief } from '../model/brief.js'
import { stallWindow, wantedStall, type WantedStall } from '../judge/stall-target.js'
import { memberAt } from '../numeric/certain.js'
import { plannerOf, type Planner } from './cheapest.js'
import { ceilingOf } from './ceiling.js'
import { bestAlone, type LoadTable } from './context.js'
import { apartSlots } from './apart.js'
import type { Finding } from '../reports/finding.js'
import type { PlanInput } from './input.js'
import { sceneOf, type Scene } from './scene.js'
import type { PlanWishes } from './wishes.js'

/** One wish of a plan that can be given up by itself. */
export type Wish =
  | { readonly wish: 'keep'; readonly stationId: string; readonly partId: string | null }
  | { readonly wish: 'without-maker'; readonly maker: string }
  | {
      readonly wish: 'without-used' | 'own-bench-only' | 'hours-most' | 'stock-look' | 'in-stock-only' | 'target-stall' | 'keep-pressure'
    }

/** Why there is no plan. */
export type PlanReason =
  /** Nothing on the shelf goes there. */
  | { readonly code: 'nothing-fits'; readonly stationId: string }
  /** The best that goes there holds less. */
  | { readonly code: 'station-too-weak'; readonly stationId: string; readonly mostW: number }
  /** Each of these stations has parts that hold the power, but no two or three of them go together. */
  | { readonly code: 'not-together'; readonly stationIds: readonly string[] }
  /** These wishes together leave no build. The power is the most that they allow; 0 if no build is consistent with them. */
  | { readonly code: 'wishes'; readonly wishes: readonly Wish[]; readonly mostW: number; readonly targetStall: WantedStall | null }
  /** Every build is refused by the judge for this finding. */
  | { readonly code: 'refused'; readonly finding: Finding; readonly stationIds: readonly string[] }
  | { readonly code: 'budget-too-small'; readonly leastMoney: number }
  /** The most that any build holds. */
  | { readonly code: 'ceiling'; readonly mostW: number }

/** Why no build holds a power: wishes that leave none, or the smallest set of stations at which no choice does. */
export function reasonsFor(input: PlanInput, powerW: number): PlanReason[] {
  const wishes = wishesOf(input.wishes)
  const bare = withWishes(input, [])
  if (wishes.length > 0 && isPossible(bare, powerW)) return [wishesReason(input, wishes, powerW)]
  const made = sceneOf(bare)
  if (!made.ok) return []
  const planner = plannerOf(made.value)
  const ceiling = ceilingOf(planner)
  return [...stationReasons(planner, powerW), ...(ceiling ? [{ code: 'ceiling' as const, mostW: ceiling.powerW }] : [])]
}

const isPossible = (input: PlanInput, powerW: number): boolean => {
  const made = sceneOf(input)
  return made.ok && plannerOf(made.value).cheapestAt(powerW).build !== undefined
}

/** A smallest set of wishes that leaves no build: each is given up in turn, and stays given up if there is no build without it either. */
function wishesReason(input: PlanInput, wishes: readonly Wish[], powerW: number): PlanReason {
  let needed = wishes
  for (const wish of wishes) {
    const others = needed.filter((other) => other !== wish)
    if (!isPossible(withWishes(input, others), powerW)) needed = others
  }
  const made = sceneOf(withWishes(input, needed))
  const ceiling = made.ok ? ceilingOf(plannerOf(made.value)) : undefined
  const stall = needed.some(({ wish }) => wish === 'target-stall')
  return { code: 'wishes', wishes: needed, mostW: ceiling?.powerW ?? 0, targetStall: stall ? targetStallOf(input) : null }
}

/** Stall speeds that the house rule wants behind the engine of the brief. */
export function targetStallOf({ brief, rules }: PlanInput): WantedStall | null {
  const made = engineOfBrief(brief.engine)
  if (!made.ok) return null
  const { on } = made.value
  return wantedStall(on, stallWindow(rules.stallSchool, brief.use, brief.engine.kind, on.peakTorqueSpeedRadPerS))
}

/** Every wish by itself. What a plan counts as paid, and the margin that it asks for, are no wishes. */
export function wishesOf(wishes: PlanWishes): Wish[] {
  const given = (wish: Exclude<Wish['wish'], 'keep' | 'without-maker'>, on: boolean): Wish[] => (on ? [{ wish }] : [])
  return [
    ...Object.entries(wishes.keep ?? {}).map(([stationId, partId]): Wish => ({ wish: 'keep', stationId, partId })),
    ...(wishes.withoutMakers ?? []).map((maker): Wish => ({ wish: 'without-maker', maker })),
    ...given('without-used', wishes.withoutUsed === true),
    ...given('own-bench-only', wishes.ownBenchOnly === true),
    ...given('hours-most', wishes.hoursMost !== undefined),
    ...given('stock-look', wishes.stockLook === true),
    ...given('in-stock-only', wishes.inStockOnly === true),
    ...given('keep-pressure', wishes.keepPressure === true),
    ...given('target-stall', wishes.anyStall !== true),
  ]
}

/** The plan with only some of its wishes. */
function withWishes(input: PlanInput, wanted: readonly Wish[]): PlanInput {
  const { margin, paid, hoursMost } = input.wishes
  const has = (wish: Wish['wish']) => wanted.some((each) => each.wish === wish)
  return {
    ...input,
    wishes: {
      ...(margin === undefined ? {} : { margin }),
      ...(paid === undefined ? {} : { paid }),
      ...(hoursMost !== undefined && has('hours-most') ? { hoursMost } : {}),
      keep: Object.fromEntries(wanted.flatMap((each) => (each.wish === 'keep' ? [[each.stationId, each.partId] as const] : []))),
      withoutMakers: wanted.flatMap((each) => (each.wish === 'without-maker' ? [each.maker] : [])),
      withoutUsed: has('without-used'),
      ownBenchOnly: has('own-bench-only'),
      stockLook: has('stock-look'),
      inStockOnly: has('in-stock-only'),
      keepPressure: has('keep-pressure'),
      anyStall: !has('target-stall'),
    },
  }
}

/** Stations at which nothing fits or holds; if there are none, a smallest set of stations at which nothing goes together. */
function stationReasons(planner: Planner, powerW: number): PlanReason[] {
  const { scene, contexts } = planner
  const ids = scene.slots.map(({ station }) => station.id)
  const empty = ids.flatMap((stationId, slot): PlanReason[] =>
    memberAt(scene.open, slot).length === 0 ? [{ code: 'nothing-fits', stationId }] : [],
  )
  if (empty.length > 0) return empty
  const tables = [...new Set(contexts.map(({ table }) => table))]
  const weak = ids.flatMap((stationId, slot) => {
    const mostW = Math.max(0, ...tables.map((table) => strongest(table, slot)))
    return mostW < powerW ? [{ code: 'station-too-weak' as const, stationId, mostW }] : []
  })
  if (weak.length > 0) return weak.sort((a, b) => a.mostW - b.mostW)
  return togetherReasons(planner, ids, powerW)
}

/** What the strongest option of a station holds, if it is the only one looked at. */
const strongest = (table: LoadTable, slot: number): number =>
  Math.max(0, ...memberAt(table.open, slot).map((option) => bestAlone(table, slot, option)))

function togetherReasons({ scene, contexts }: Planner, ids: readonly string[], powerW: number): PlanReason[] {
  const sets = contexts.map((context) => apartSlots(context, powerW))
  const first = sets.filter((set) => set !== undefined).sort((a, b) => a.length - b.length)[0]
  if (first && sets.every((set) => set !== undefined))
    return [{ code: 'not-together', stationIds: first.map((slot) => memberAt(ids, slot)) }]
  return lastRefusals(scene)
}

/** What the judge said of builds that otherwise held. */
function lastRefusals({ found }: Scene): PlanReason[] {
  const byCode = new Map(found.map(({ finding, stationIds }) => [`${finding.code} ${stationIds.join(' ')}`, { finding, stationIds }]))
  return [...byCode.values()].map(({ finding, stationIds }) => ({ code: 'refused', finding, stationIds }))
}
