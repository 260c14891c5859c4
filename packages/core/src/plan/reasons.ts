import { engineOfBrief } from '../model/brief.js'
import { stallWindow, wantedStall, type WantedStall } from '../judge/stall-target.js'
import { memberAt } from '../numeric/certain.js'
import { plannerOf, type Planner } from './cheapest.js'
import { ceilingOf } from './ceiling.js'
import { bestAlone, bestIn, type Context, type LoadTable } from './load-table.js'
import { incompatibleSlots } from './incompatible-slots.js'
import type { Finding } from '../reports/finding.js'
import type { PlanInput } from './input.js'
import { sceneOf, type Scene } from './scene.js'
import type { PlanWishes } from './wishes.js'

/** One wish that can be dropped alone. */
export type Wish =
  | { readonly wish: 'keep'; readonly stationId: string; readonly partId: string | null }
  | { readonly wish: 'without-maker'; readonly maker: string }
  | {
      readonly wish: 'without-used' | 'own-bench-only' | 'hours-most' | 'stock-look' | 'in-stock-only' | 'target-stall' | 'keep-pressure'
    }

/** Reason why no build meets a request. */
export type PlanReason =
  /** The shelf has no compatible part for the station. */
  | { readonly code: 'nothing-fits'; readonly stationId: string }
  /** The strongest option for the station holds less than the power. */
  | { readonly code: 'station-too-weak'; readonly stationId: string; readonly mostW: number }
  /** Each of these stations has strong enough parts, but no combination is compatible. */
  | { readonly code: 'not-together'; readonly stationIds: readonly string[] }
  /** With the converter that lets the weakest station hold the most, the strongest option for this station holds less than the power. */
  | { readonly code: 'weak-with-converter'; readonly stationId: string; readonly mostW: number; readonly converterId: string }
  /** No build meets all of these wishes. `mostW` is the highest power with them, W; 0 if no build is consistent. */
  | { readonly code: 'wishes'; readonly wishes: readonly Wish[]; readonly mostW: number; readonly targetStall: WantedStall | null }
  /** Builds that hold the power have this finding. */
  | { readonly code: 'refused'; readonly finding: Finding; readonly stationIds: readonly string[] }
  | { readonly code: 'budget-too-small'; readonly leastMoney: number }
  /** Highest power of any build, W. */
  | { readonly code: 'ceiling'; readonly mostW: number }

/** Finds the reasons why no build holds a power: a minimal set of wishes, or else a minimal set of stations. */
export function reasonsFor(input: PlanInput, powerW: number): PlanReason[] {
  const wishes = wishesOf(input.wishes)
  const made = sceneOf(withWishes(input, []))
  if (!made.ok) return []
  const planner = plannerOf(made.value)
  if (wishes.length > 0 && planner.cheapestAt(powerW).build) return [wishesReason(input, wishes, powerW)]
  const ceiling = ceilingOf(planner)
  return [...stationReasons(planner, powerW), ...(ceiling ? [{ code: 'ceiling' as const, mostW: ceiling.powerW }] : [])]
}

const isPossible = (input: PlanInput, powerW: number): boolean => {
  const made = sceneOf(input)
  return made.ok && plannerOf(made.value).cheapestAt(powerW).build !== undefined
}

/** Finds a minimal set of conflicting wishes. Each wish is dropped in turn and stays dropped if there is still no build. */
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

/** Target stall of the house rule for the engine of the brief. `null` if the brief contradicts itself. */
export function targetStallOf({ brief, rules }: PlanInput): WantedStall | null {
  const made = engineOfBrief(brief.engine)
  if (!made.ok) return null
  const { on } = made.value
  return wantedStall(on, stallWindow(rules.stallSchool, brief.use, brief.engine.kind, on.peakTorqueSpeedRadPerS))
}

/** Lists the wishes of a plan one by one. Margin and paid parts are settings, not wishes. */
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

/** The plan with some of its wishes dropped. */
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

/** Stations without a compatible or strong enough part. If there are none, a minimal set of stations whose parts are incompatible. */
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

/** Power of the strongest option of a station alone, W. */
const strongest = (table: LoadTable, slot: number): number =>
  Math.max(0, ...memberAt(table.open, slot).map((option) => bestAlone(table, slot, option)))

/** Reasons in the context in which the weakest station holds the most. Another converter or line pressure leaves another station short. */
function togetherReasons({ scene, contexts }: Planner, ids: readonly string[], powerW: number): PlanReason[] {
  const best = contexts.reduce<Context | undefined>((most, each) => (most && reachOf(most) >= reachOf(each) ? most : each), undefined)
  const [first, ...others] = (best && incompatibleSlots(best, powerW)) ?? []
  if (!best || first === undefined) return refusals(scene)
  const stationId = memberAt(ids, first)
  const ownFindings = refusals(scene).filter(({ stationIds }) => stationIds.length === 1 && stationIds[0] === stationId)
  if (others.length === 0 && ownFindings.length > 0) return ownFindings
  const [converterId, mostW] = [converterOf(best), strongestIn(best, first)]
  if (others.length === 0 && converterId !== undefined && mostW < powerW)
    return [{ code: 'weak-with-converter', stationId, mostW, converterId }]
  return [{ code: 'not-together', stationIds: [first, ...others].map((slot) => memberAt(ids, slot)) }]
}

/** Power that every station alone holds in a context, W. */
const reachOf = (context: Context): number => Math.min(...context.table.scene.slots.map((_, slot) => strongestIn(context, slot)))

/** Power of the strongest option of a station alone at the line pressure of a context, W. */
const strongestIn = (context: Context, slot: number): number =>
  Math.max(0, ...memberAt(context.open, slot).map((option) => bestIn(context, slot, option)))

/** Id of the converter of a context. `undefined` if there is none. */
function converterOf({ table: { scene }, open }: Context): string | undefined {
  const slot = scene.slots.findIndex(({ station }) => station.kind === 'converter')
  const option = open[slot]?.[0]
  return option === undefined ? undefined : scene.slots[slot]?.options[option]?.part?.id
}

/** Findings that ruled out builds which hold the power. Of several with the same code and stations, the one with the highest limit. */
function refusals({ found }: Scene): Extract<PlanReason, { code: 'refused' }>[] {
  const byLimit = [...found].sort((a, b) => a.finding.limit - b.finding.limit)
  const byCode = new Map(byLimit.map((each) => [`${each.finding.code} ${each.stationIds.join(' ')}`, each]))
  return [...byCode.values()].map(({ finding, stationIds }) => ({ code: 'refused', finding, stationIds }))
}
